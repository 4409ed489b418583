import { setting, type CourseNode } from '@fidens/core';
import { Choice } from '../parts/choice';
import type { EditRules } from './rule-draft';

/** Whether a category or piece counts, may only add, or does not count. */
export function TakesPart({ node, edit }: { node: CourseNode; edit: EditRules }) {
  const value = node.counted === false ? 'not' : node.extraCredit ? 'extra' : 'counts';
  return (
    <Choice
      label={`How ${node.name} takes part`}
      value={value}
      options={[
        { value: 'counts', label: 'Counts' },
        { value: 'extra', label: 'Extra credit', hint: 'It can only add: nothing is out of it.' },
        { value: 'not', label: 'Not counted', hint: 'Shown, never counted, nor is anything in it.' },
      ]}
      onChange={(next) =>
        edit([
          setting(node.id, {
            extraCredit: next === 'extra' || undefined,
            counted: next === 'not' ? false : undefined,
          }),
        ])
      }
    />
  );
}
