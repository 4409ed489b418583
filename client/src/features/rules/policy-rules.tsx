import type { LatePolicy, MissingPolicy } from '@fidens/core';
import { View } from 'react-native';
import { Choice } from '@/ui/choice';
import { NumberRule } from '@/ui/number-rule';
import { SPACE } from '@/theme/layout';
import { lateWords, missingWords } from '@/wording/rule-words';
import { capital } from '@/wording/words';
import { Soft } from '@/ui/text';

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
    <View style={{ gap: SPACE.s }}>
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
    </View>
  );
}

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
    <View style={{ gap: SPACE.s }}>
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
    </View>
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
    <View style={{ gap: SPACE.s }}>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <NumberRule
          label={`Percent lost each day in ${of}`}
          shown="% a day"
          value={policy.perDay}
          wants={PERCENT}
          required
          onKeep={(perDay) => set({ perDay: perDay! })}
        />
        <NumberRule
          label={`Hours of grace in ${of}`}
          shown="Grace, hours"
          value={policy.grace}
          wants="Hours from 0 up, or nothing."
          onKeep={(grace) => set({ perDay: policy.perDay, grace })}
        />
        <NumberRule
          label={`Least percent that is left in ${of}`}
          shown="Never below %"
          value={policy.floor}
          wants={PERCENT}
          onKeep={(floor) => set({ perDay: policy.perDay, floor })}
          width={128}
        />
        <NumberRule
          label={`Days after which nothing is given in ${of}`}
          shown="Closes, days"
          value={policy.closes}
          wants="Days from 0 up, or nothing."
          onKeep={(closes) => set({ perDay: policy.perDay, closes })}
        />
      </View>
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
    </View>
  );
}
