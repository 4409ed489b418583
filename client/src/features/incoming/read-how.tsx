import { formatNamed, type ColumnKind, type DayOrder } from '@fidens/core';
import { dayOrder } from '@/model/day-order';
import type { HowRead } from '@/model/incoming/incoming-question';
import { Stack } from '@/ui/box';
import { SelectField } from '@/ui/fields/select-field';
import { Soft } from '@/ui/text';
import { capital, plural } from '@/wording/words';
import { ListColumns } from './list-columns';

interface ReadHowProps {
  read: HowRead;
  count: number;
  onKinds: (kinds: readonly ColumnKind[]) => void;
  onPerson: (person: string) => void;
}

/** What came in and how it was read, with what only the student can say: what columns hold, which number is the month, whose results these are. */
export function ReadHow({ read, count, onKinds, onPerson }: ReadHowProps) {
  const order: 'ask' | DayOrder = dayOrder.use();
  const { people, person, kinds, format, passedOver } = read;
  return (
    <Stack gap="s">
      {kinds.length > 0 ? (
        <ListColumns read={read} count={count} order={order} onKinds={onKinds} />
      ) : (
        <Soft>
          {[
            `${capital(formatNamed(format)!.title)}: ${plural(count, 'row')}`,
            passedOver > 0 && `${passedOver} passed over`,
          ]
            .filter(Boolean)
            .join('; ')}
        </Soft>
      )}
      {people.length > 1 && (
        <SelectField
          label="Whose results are read"
          shown="Whose results are read"
          value={person ?? ''}
          options={[
            { value: '', label: 'nobody’s, until you say' },
            ...people.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onChange={onPerson}
        />
      )}
    </Stack>
  );
}
