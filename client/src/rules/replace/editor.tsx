import type { Replace } from '@fidens/core';
import { NumberRule } from '@/ui/fields/number-rule';
import { SelectField } from '@/ui/fields/select-field';
import { Sentence, Words } from '@/ui/fields/sentence';
import { sourcesFor } from '../conditions/candidates';
import { NodeChoice } from '../conditions/node-choice';
import type { RuleEditor } from '../rule';

/** "The final exam replaces the one lowest of Tests, if it is better": whose value it is, how many, and whether for what is excused too. */
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
    <Sentence label={`Replacement in ${of}`}>
      <NodeChoice
        label={`What replaces the weakest of ${of}`}
        none="Nothing"
        course={course}
        value={value?.by}
        nodes={sourcesFor(course, category)}
        onChange={(by) => (by === undefined ? onChange(undefined) : set({ by }))}
      />
      {!value && <Words>replaces the weakest of {of}.</Words>}
      {value && (
        <>
          <Words>replaces the</Words>
          <NumberRule
            label={`How many lowest, ${of}`}
            value={String(lowest)}
            wants="A whole number from 0 up."
            required
            whole
            width={64}
            onKeep={(text) => set({ lowest: Number(text) })}
          />
          <Words>lowest of {of}, if it is better;</Words>
          <SelectField
            inline
            label={`Excused work of ${of}`}
            value={excused ? 'too' : 'out'}
            options={[
              { value: 'out', label: 'excused work is left out' },
              { value: 'too', label: 'excused work has its value too' },
            ]}
            onChange={(next) => set({ excused: next === 'too' })}
          />
        </>
      )}
    </Sentence>
  );
};
