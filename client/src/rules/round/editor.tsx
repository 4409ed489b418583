import type { Round, Scale } from '@fidens/core';
import { Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { NumberRule } from '@/ui/fields/number-rule';
import { Soft } from '@/ui/text';
import type { RuleEditor } from '../rule';
import { roundWords } from './words';

interface RoundRuleProps {
  of: string;
  value: Round | undefined;
  onChange: (value: Round | undefined) => void;
}

/** How a percent is rounded before it is used. */
export function RoundRule({ of, value, onChange }: RoundRuleProps) {
  return (
    <Stack gap="s">
      <NumberRule
        label={`Round to %, ${of}`}
        shown="Round to %"
        value={value?.step}
        wants="Percent above 0, such as 1 or 0.5, or nothing for no rounding."
        positive
        onKeep={(step) => onChange(step === undefined ? undefined : { ...value, step })}
      />
      {value && (
        <Choice
          label={`Rounding of ${of}`}
          value={value.mode ?? 'half-up'}
          options={[
            { value: 'half-up', label: 'Halves up' },
            { value: 'half-even', label: 'Halves to even' },
            { value: 'up', label: 'Always up' },
            { value: 'down', label: 'Always down' },
          ]}
          onChange={(mode) => onChange({ ...value, mode })}
        />
      )}
      <Soft>{value ? `Rounded ${roundWords(value)}.` : 'It is not rounded.'}</Soft>
    </Stack>
  );
}

/** How a course is rounded before it gets its letter: a part of its scale. */
export function ScaleRound({ scale, set }: { scale: Scale; set: (scale: Scale) => void }) {
  const { round, ...rest } = scale;
  return (
    <RoundRule
      of="the course"
      value={round}
      onChange={(next) => set(next ? { round: next, ...rest } : rest)}
    />
  );
}

export const RoundEditor: RuleEditor<Round> = ({ of, value, onChange }) => (
  <RoundRule of={of} value={value} onChange={onChange} />
);
