import { setting, type CourseNode } from '@fidens/core';
import type { EditRules } from '@/model/rule-draft';
import { Choice } from '@/ui/fields/choice';
import { partOf, PARTS } from './parts';

interface TakesPartProps {
  /** One node, or several that are to take part alike. */
  nodes: readonly CourseNode[];
  /** Of what, for a screen reader. */
  of: string;
  edit: EditRules;
}

/** Whether categories or pieces count, may only add, or do not count. */
export function TakesPart({ nodes, of, edit }: TakesPartProps) {
  const parts = new Set(nodes.map(partOf));
  return (
    <Choice
      label={`How ${of} takes part`}
      value={parts.size === 1 ? [...parts][0]! : ''}
      options={PARTS}
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
