import type { Replace } from '@fidens/core';
import { Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { NumberRule } from '@/ui/fields/number-rule';
import { Soft } from '@/ui/text';
import { capital } from '@/wording/words';
import { NodeChoice } from '../conditions/node-choice';
import { sourcesFor } from '../conditions/candidates';
import { namesIn } from '../names';
import type { RuleEditor } from '../rule';
import { replaceWords } from './words';

/** Whose value stands for the weakest, how many of them, and whether for what is excused too. */
export const ReplaceEditor: RuleEditor<Replace> = ({ course, category, of, value, onChange }) => {
  const { lowest = 1, excused = false } = value ?? {};
  const set = (fields: Partial<Replace>) => {
    const next = { lowest, excused, ...value, ...fields };
    if (next.by === undefined) return undefined;
    return onChange({
      by: next.by,
      ...(next.lowest !== 1 && { lowest: next.lowest }),
      ...(next.excused && { excused: true }),
    });
  };
  return (
    <Stack gap="s">
      <Soft>The weakest is replaced by</Soft>
      <NodeChoice
        label={`What replaces the weakest of ${of}`}
        none="Nothing"
        course={course}
        value={value?.by}
        nodes={sourcesFor(course, category)}
        onChange={(by) => (by === undefined ? onChange(undefined) : set({ by }))}
      />
      {value && (
        <>
          <NumberRule
            label={`How many lowest, ${of}`}
            shown="How many lowest"
            value={String(lowest)}
            wants="A whole number from 0 up."
            required
            whole
            width={160}
            onKeep={(text) => void set({ lowest: Number(text) })}
          />
          <Choice
            label={`Excused work of ${of}`}
            value={excused ? 'too' : 'out'}
            options={[
              { value: 'out', label: 'Excused work is left out' },
              { value: 'too', label: 'Excused work has that value' },
            ]}
            onChange={(next) => void set({ excused: next === 'too' })}
          />
          <Soft>{capital(replaceWords(value, namesIn(course)))}.</Soft>
        </>
      )}
    </Stack>
  );
};
