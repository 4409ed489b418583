import { isDeduction, setting, type Assessment, type Category, type Course, type Edit } from '@fidens/core';
import { Sentence, Words } from '@/ui/fields/sentence';
import { NodeChoice } from './node-choice';

interface WeightToFieldProps {
  course: Course;
  piece: Assessment;
  parent: Category;
  edit: (edits: readonly Edit[], done?: string) => string | undefined | void;
}

/** Where a piece's weight goes if it is excused. Only where weights make the whole. */
export function WeightToField({ course, piece, parent, edit }: WeightToFieldProps) {
  const { id, name, weightTo } = piece;
  if (parent.combine !== 'weights' || piece.extraCredit) return null;
  const siblings = parent.children.filter(
    (child) => child.id !== id && !child.extraCredit && !isDeduction(child) && !leadsTo(parent, child.id, id),
  );
  if (siblings.length === 0) return null;
  return (
    <Sentence label={`The weight of ${name}, if it is excused`}>
      <Words>If it is excused, its weight goes to</Words>
      <NodeChoice
        label={`Where the weight of ${name} goes if it is excused`}
        none="all others"
        course={course}
        value={weightTo}
        nodes={siblings}
        onChange={(next) => void edit([setting(id, { weightTo: next })])}
      />
    </Sentence>
  );
}

/** Whether the weight of one child would end with another. */
function leadsTo({ children }: Category, from: string, to: string): boolean {
  const next = children.find(({ id }) => id === from)?.weightTo;
  return next !== undefined && (next === to || leadsTo({ children } as Category, next, to));
}
