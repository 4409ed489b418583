import { setting, type CourseNode } from '@fidens/core';
import type { EditRules } from '@/model/rule-draft';
import { Choice } from '@/ui/choice';

interface TakesPartProps {
  /** One node, or several that are to take part alike. */
  nodes: readonly CourseNode[];
  /** Of what, for a screen reader. */
  of: string;
  edit: EditRules;
}

const OPTIONS: readonly { value: string; label: string; hint?: string }[] = [
  { value: 'counts', label: 'Counts' },
  { value: 'extra', label: 'Extra credit', hint: 'It can only add: nothing is out of it.' },
  { value: 'not', label: 'Not counted', hint: 'Shown, never counted, nor is anything in it.' },
];

/** Whether categories or pieces count, may only add, or do not count. */
export function TakesPart({ nodes, of, edit }: TakesPartProps) {
  const values = new Set(nodes.map(valueOf));
  return (
    <Choice
      label={`How ${of} takes part`}
      value={values.size === 1 ? [...values][0]! : ''}
      options={OPTIONS}
      onChange={(next) =>
        edit(
          nodes.map(({ id }) =>
            setting(id, {
              extraCredit: next === 'extra' || undefined,
              counted: next === 'not' ? false : undefined,
            }),
          ),
        )
      }
    />
  );
}

function valueOf({ counted, extraCredit }: CourseNode): string {
  return counted === false ? 'not' : extraCredit ? 'extra' : 'counts';
}
