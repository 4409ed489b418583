import { courseSetting, type Edit, type Policy } from '@fidens/core';
import type { EditRules } from '@/model/rule-draft';
import { LateRule } from '@/rules/late/editor';
import { MissingRule } from '@/rules/missing/editor';
import { Stack } from '@/ui/box';
import { NumberRule } from '@/ui/fields/number-rule';
import { SectionTitle, Soft } from '@/ui/text';
import { plural } from '@/wording/words';

/** The edit that gives a course's policy these fields; one that is `undefined` is taken away. */
export function policyWith(policy: Policy, fields: { [F in keyof Policy]: Policy[F] | undefined }): Edit {
  const entries = Object.entries({ ...policy, ...fields }).filter(([, value]) => value !== undefined);
  return courseSetting({ policy: entries.length > 0 ? Object.fromEntries(entries) : undefined });
}

interface CoursePoliciesProps {
  policy: Policy | undefined;
  edit: EditRules;
}

/** What missing, overdue and late work counts as, wherever a category says nothing else. */
export function CoursePolicies({ policy = {}, edit }: CoursePoliciesProps) {
  return (
    <Stack gap="m">
      <SectionTitle>Missing and late work</SectionTitle>
      <MissingRule
        of="the course"
        value={policy.missing}
        onChange={(missing) => edit([policyWith(policy, { missing })])}
      />
      <LateRule
        of="the course"
        value={policy.late}
        onChange={(late) => edit([policyWith(policy, { late: late ?? undefined })])}
      />
      <Stack gap="s">
        <OverdueRule policy={policy} edit={edit} />
        <Soft>{overdueWords(policy)}</Soft>
      </Stack>
    </Stack>
  );
}

/** After how many days open work counts as missing by itself. */
export function OverdueRule({ policy = {}, edit }: CoursePoliciesProps) {
  return (
    <NumberRule
      label="Overdue after, days"
      shown="Overdue after, days"
      value={policy.overdue?.after}
      wants="Days from 0 up, or nothing."
      width={168}
      onKeep={(days) =>
        edit([policyWith(policy, { overdue: days === undefined ? undefined : { after: days } })])
      }
    />
  );
}

export function overdueWords({ overdue }: Policy): string {
  return overdue
    ? `Open work counts as missing by itself ${plural(Number(overdue.after), 'day')} after it was due.`
    : 'Work past its due moment stays open until you say what it is.';
}
