import type { LatePolicy } from '@fidens/core';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { NumberRule } from '@/ui/fields/number-rule';
import { Soft } from '@/ui/text';
import { capital } from '@/wording/words';
import type { RuleEditor } from '../rule';
import { lateWords } from './words';

const PERCENT = 'A percent from 0 up, such as 10 or 12.5.';

interface LateRuleProps {
  of: string;
  /** `null`: no penalty of its own; absent: what is inherited. */
  value: LatePolicy | null | undefined;
  inherited?: { value: LatePolicy | undefined; from: string };
  onChange: (value: LatePolicy | null | undefined) => void;
}

/** What lateness costs. */
export function LateRule({ of, value, inherited, onChange }: LateRuleProps) {
  const chosen = value ? 'own' : value === undefined && inherited ? 'inherited' : 'none';
  return (
    <Stack gap="s">
      <Choice
        label={`Late work in ${of}`}
        value={chosen}
        options={[
          ...(inherited
            ? [
                {
                  value: 'inherited' as const,
                  label: 'Late as above',
                  hint: `From ${inherited.from}: ${lateWords(inherited.value)}.`,
                },
              ]
            : []),
          { value: 'none', label: 'Late loses nothing' },
          { value: 'own', label: 'Late loses a part' },
        ]}
        onChange={(next) =>
          onChange(next === 'own' ? { perDay: '10' } : next === 'none' && inherited ? null : undefined)
        }
      />
      {value && <LatePolicyFields of={of} policy={value} onChange={onChange} />}
    </Stack>
  );
}

function LatePolicyFields({
  of,
  policy,
  onChange,
}: {
  of: string;
  policy: LatePolicy;
  onChange: (value: LatePolicy) => void;
}) {
  const set = (fields: { [F in keyof LatePolicy]: LatePolicy[F] | undefined }) => {
    const entries = Object.entries({ ...policy, ...fields }).filter(([, field]) => field !== undefined);
    onChange(Object.fromEntries(entries) as unknown as LatePolicy);
  };
  return (
    <Stack gap="s">
      <Row gap="s" wrap>
        <NumberRule
          label={`% a day, ${of}`}
          shown="% a day"
          value={policy.perDay}
          wants={PERCENT}
          required
          onKeep={(perDay) => set({ perDay: perDay! })}
        />
        <NumberRule
          label={`Grace, hours, ${of}`}
          shown="Grace, hours"
          value={policy.grace}
          wants="Hours from 0 up, or nothing."
          onKeep={(grace) => set({ perDay: policy.perDay, grace })}
        />
        <NumberRule
          label={`Never below %, ${of}`}
          shown="Never below %"
          value={policy.floor}
          wants={PERCENT}
          onKeep={(floor) => set({ perDay: policy.perDay, floor })}
          width={128}
        />
        <NumberRule
          label={`Closes, days, ${of}`}
          shown="Closes, days"
          value={policy.closes}
          wants="Days from 0 up, or nothing."
          onKeep={(closes) => set({ perDay: policy.perDay, closes })}
        />
      </Row>
      <Choice
        label={`Lost of what, in ${of}`}
        value={policy.of ?? 'possible'}
        options={[
          { value: 'possible', label: 'Of the possible points' },
          { value: 'earned', label: 'Of what was earned' },
        ]}
        onChange={(base) => set({ perDay: policy.perDay, of: base })}
      />
      <Choice
        label={`How days count in ${of}`}
        value={policy.count ?? 'started'}
        options={[
          { value: 'started', label: 'Started days' },
          { value: 'completed', label: 'Full days' },
          { value: 'exact', label: 'By the hour' },
        ]}
        onChange={(count) => set({ perDay: policy.perDay, count })}
      />
      <Soft>{capital(lateWords(policy))}.</Soft>
    </Stack>
  );
}

/** In a category: its own, none, or what is inherited. */
export const LateEditor: RuleEditor<LatePolicy | null> = ({ of, value, inForce, onChange }) =>
  inForce && <LateRule of={of} value={value} inherited={inForce.late} onChange={onChange} />;
