import type { MissingPolicy } from '@fidens/core';
import { Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { NumberRule } from '@/ui/fields/number-rule';
import type { RuleEditor } from '../rule';
import { missingWords } from './words';

const PERCENT = 'A percent from 0 up, such as 10 or 12.5.';

interface MissingRuleProps {
  /** Of what: "the course", or a category's name. */
  of: string;
  value: MissingPolicy | undefined;
  /** What holds where nothing of its own does, and whence; nothing for the course itself. */
  inherited?: { value: MissingPolicy; from: string };
  onChange: (value: MissingPolicy | undefined) => void;
}

/** What missing work counts as. */
export function MissingRule({ of, value, inherited, onChange }: MissingRuleProps) {
  const chosen = value?.counts ?? (inherited ? 'inherited' : 'percent');
  return (
    <Stack gap="s">
      <Choice
        label={`Missing work in ${of}`}
        value={chosen}
        options={[
          ...(inherited
            ? [
                {
                  value: 'inherited' as const,
                  label: 'Missing as above',
                  hint: `From ${inherited.from}: ${missingWords(inherited.value)}.`,
                },
              ]
            : []),
          { value: 'percent', label: 'Missing counts a percent' },
          { value: 'nothing', label: 'Missing is left out', hint: 'As if it were excused.' },
        ]}
        onChange={(counts) =>
          onChange(
            counts === 'inherited' ? undefined : counts === 'nothing' ? { counts } : { counts, percent: '0' },
          )
        }
      />
      {chosen === 'percent' && (
        <NumberRule
          label={`Percent for missing work in ${of}`}
          shown="Percent"
          value={value?.percent ?? '0'}
          wants={PERCENT}
          required
          onKeep={(percent) => onChange({ counts: 'percent', percent: percent! })}
        />
      )}
    </Stack>
  );
}

/** In a category: its own, or what is inherited. */
export const MissingEditor: RuleEditor<MissingPolicy> = ({ of, value, inForce, onChange }) =>
  inForce && <MissingRule of={of} value={value} inherited={inForce.missing} onChange={onChange} />;
