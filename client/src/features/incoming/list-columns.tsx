import { COLUMN_KINDS, type ColumnKind, type DayOrder } from '@fidens/core';
import { dayOrder } from '@/model/day-order';
import type { HowRead } from '@/model/incoming/incoming-question';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { SelectField } from '@/ui/fields/select-field';
import { Fold } from '@/ui/fold';
import { Soft, Wrong } from '@/ui/text';
import { plural, shortened } from '@/wording/words';

const KIND_WORDS: Readonly<Record<ColumnKind, string>> = {
  name: 'name',
  category: 'category',
  due: 'due day',
  score: 'score',
  possible: 'out of',
  percent: 'percent',
  letter: 'letter',
  state: 'state',
  weight: 'weight',
  categoryWeight: 'weight of its category',
  addsUp: 'how it adds up',
  counts: 'whether it counts',
  course: 'course',
  id: 'id',
  other: 'not read',
};

interface ListColumnsProps {
  read: HowRead;
  count: number;
  order: 'ask' | DayOrder;
  onKinds: (kinds: readonly ColumnKind[]) => void;
}

/** How the list was read: what each column holds, to be put right, and which number of a day is the month. */
export function ListColumns({ read, count, order, onKinds }: ListColumnsProps) {
  const { kinds, sample, passedOver, unclearDays } = read;
  const isEmpty = count === 0;
  const change = (column: number, kind: ColumnKind) =>
    onKinds(
      kinds.map((each, index) =>
        index === column ? kind : each === kind && kind !== 'other' ? 'other' : each,
      ),
    );
  return (
    <Stack gap="s">
      {isEmpty && (
        <Wrong>No row of it has a name and a score, a day or points. Say what its columns hold:</Wrong>
      )}
      {(unclearDays > 0 || order !== 'ask') && (
        <Stack gap="xs">
          <Soft>
            {order === 'ask'
              ? `Of ${plural(unclearDays, 'day')} it cannot be told which number is the month.`
              : 'Days such as 10/12 are read with'}
          </Soft>
          <Choice
            label="Days such as 10/12"
            value={order}
            options={[
              { value: 'day first', label: 'the day first' },
              { value: 'month first', label: 'the month first' },
              { value: 'ask', label: order === 'ask' ? 'leave them out' : 'ask each time' },
            ]}
            onChange={dayOrder.choose}
          />
        </Stack>
      )}
      <Fold
        key={String(isEmpty)}
        startsOpen={isEmpty}
        title="How it was read"
        summary={`${plural(count, 'row')}, ${kinds
          .filter((kind) => kind !== 'other')
          .map((kind) => KIND_WORDS[kind])
          .join(', ')}${passedOver > 0 ? `; ${plural(passedOver, 'line')} passed over` : ''}`}
      >
        <Row gap="s" wrap>
          {kinds.map((kind, column) => {
            const cells = sample.map((row) => row[column]).filter(Boolean);
            return (
              <SelectField
                key={column}
                label={`Column ${column + 1}, such as ${cells[0] ?? 'nothing'}`}
                shown={shortened(cells.slice(0, 2).join(' · ') || `column ${column + 1}`, 28)}
                value={kind}
                options={COLUMN_KINDS.map((value) => ({ value, label: KIND_WORDS[value] }))}
                onChange={(next) => change(column, next)}
              />
            );
          })}
        </Row>
      </Fold>
    </Stack>
  );
}
