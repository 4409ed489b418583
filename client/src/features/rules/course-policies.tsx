import { courseSetting, type Policy } from '@fidens/core';
import type { EditRules } from '@/model/rule-draft';
import { LateRule } from '@/rules/late/editor';
import { MissingRule } from '@/rules/missing/editor';
import { Stack } from '@/ui/box';
import { NumberRule } from '@/ui/fields/number-rule';
import { SectionTitle, Soft } from '@/ui/text';
import { plural } from '@/wording/words';

/** What missing, overdue and late work counts as, wherever a category says nothing else. */
export function CoursePolicies({ policy = {}, edit }: { policy: Policy | undefined; edit: EditRules }) {
  const set = (fields: { [F in keyof Policy]: Policy[F] | undefined }) => {
    const entries = Object.entries({ ...policy, ...fields }).filter(([, value]) => value !== undefined);
    edit([courseSetting({ policy: entries.length > 0 ? Object.fromEntries(entries) : undefined })]);
  };
  const after = policy.overdue?.after;
  return (
    <Stack gap="m">
      <SectionTitle>Missing and late work</SectionTitle>
      <MissingRule of="the course" value={policy.missing} onChange={(missing) => set({ missing })} />
      <LateRule of="the course" value={policy.late} onChange={(late) => set({ late: late ?? undefined })} />
      <Stack gap="s">
        <NumberRule
          label="Days past due after which open work counts as missing"
          shown="Overdue after, days"
          value={after}
          wants="Days from 0 up, or nothing."
          width={168}
          onKeep={(days) => set({ overdue: days === undefined ? undefined : { after: days } })}
        />
        <Soft>
          {after === undefined
            ? 'Work past its due moment stays open until you say what it is.'
            : `Open work counts as missing by itself ${plural(Number(after), 'day')} after it was due.`}
        </Soft>
      </Stack>
    </Stack>
  );
}
