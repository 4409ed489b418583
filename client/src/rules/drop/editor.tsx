import type { Drop } from '@fidens/core';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { NumberRule } from '@/ui/fields/number-rule';
import type { RuleEditor } from '../rule';

interface DropAmountProps {
  of: string;
  which: 'lowest' | 'highest';
  value: number | undefined;
  onKeep: (value: number) => void;
}

function DropAmount({ of, which, value = 0, onKeep }: DropAmountProps) {
  return (
    <NumberRule
      label={`Drop ${which}, ${of}`}
      shown={which === 'lowest' ? 'Drop lowest' : 'Drop highest'}
      value={String(value)}
      wants="A whole number from 0 up."
      required
      whole
      onKeep={(text) => onKeep(Number(text))}
    />
  );
}

const NO_DROP: Required<Drop> = { lowest: 0, highest: 0, by: 'percent', when: 'always' };

/** Drops with some fields changed; nothing where none are left. */
function dropWith(value: Drop | undefined, fields: Drop): Drop | undefined {
  const drop = { ...NO_DROP, ...value, ...fields };
  if (drop.lowest + drop.highest === 0) return undefined;
  return { ...drop, highest: drop.by === 'benefit' ? 0 : drop.highest };
}

/** How many are dropped, by what, and when. */
export const DropEditor: RuleEditor<Drop> = ({ of, value, onChange }) => {
  const { lowest, highest, by, when } = { ...NO_DROP, ...value };
  const change = (fields: Drop) => onChange(dropWith(value, fields));
  return (
    <Stack gap="s">
      <Row gap="s">
        <DropAmount of={of} which="lowest" value={lowest} onKeep={(value) => change({ lowest: value })} />
        {by !== 'benefit' && (
          <DropAmount
            of={of}
            which="highest"
            value={highest}
            onKeep={(value) => change({ highest: value })}
          />
        )}
      </Row>
      {lowest + highest > 0 && (
        <>
          <Choice
            label={`Dropped by what, in ${of}`}
            value={by}
            options={[
              {
                value: 'percent',
                label: 'By percent',
                hint: 'The lowest percent goes, however large the piece.',
              },
              { value: 'points', label: 'By points', hint: 'The fewest points earned go.' },
              {
                value: 'benefit',
                label: 'What helps most',
                hint: 'Whatever leaves this category highest goes; among pooled points that is not always the lowest percent.',
              },
            ]}
            onChange={(next) => change({ by: next })}
          />
          <Choice
            label={`Dropped when, in ${of}`}
            value={when}
            options={[
              { value: 'always', label: 'From the start' },
              {
                value: 'complete',
                label: 'When complete',
                hint: 'The standing drops nothing while work in it is open.',
              },
            ]}
            onChange={(next) => change({ when: next })}
          />
        </>
      )}
    </Stack>
  );
};
