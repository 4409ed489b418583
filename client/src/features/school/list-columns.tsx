import { COLUMN_KINDS, type ColumnKind, type DayOrder } from '@fidens/core';
import type { ListAnswer } from '@fidens/core/reading';
import { dayOrder } from '@/model/day-order';
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
  other: 'not read',
};

interface ListColumnsProps {
  answer: ListAnswer;
  order: 'ask' | DayOrder;
  onKinds: (kinds: readonly ColumnKind[]) => void;
}

/** How the list was read: what each column holds, to be put right, and which number of a day is the month. */
export function ListColumns({ answer: { kinds, sample, rows }, order, onKinds }: ListColumnsProps) {
  const isEmpty = rows.count === 0;
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
      {(rows.unclearDays > 0 || order !== 'ask') && (
        <Stack gap="xs">
          <Soft>
            {order === 'ask'
              ? `Of ${plural(rows.unclearDays, 'day')} it cannot be told which number is the month.`
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
        summary={`${plural(rows.count, 'row')}, ${kinds
          .filter((kind) => kind !== 'other')
          .map((kind) => KIND_WORDS[kind])
          .join(', ')}${rows.passedOver > 0 ? `; ${plural(rows.passedOver, 'line')} passed over` : ''}`}
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
