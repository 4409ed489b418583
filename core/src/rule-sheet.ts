import type { Assessment, Category, Course } from './course';

/** What belongs to one student or one term and not to the rules. */
const OWN = [
  'status',
  'score',
  'late',
  'due',
  'extended',
  'assume',
  'class',
  'note',
] as const satisfies readonly (keyof Assessment)[];

/**
 * A course's rules without anything of the student's: no scores, states, lateness, rehearsals, notes or target; nor due
 * moments, which belong to a term, and would make work of the next one overdue. Its categories, pieces with their points and
 * weights, policies and scale stay. It is a course file like any other.
 */
export function ruleSheet(course: Course): Course {
  const { note: _note, target: _target, root, ...rules } = course;
  return { ...rules, root: categorySheet(root) };
}

function categorySheet({ note: _note, ...category }: Category): Category {
  return {
    ...category,
    children: category.children.map((child) =>
      child.kind === 'category' ? categorySheet(child) : pieceSheet(child),
    ),
  };
}

function pieceSheet(piece: Assessment): Assessment {
  const sheet: Assessment = { ...piece };
  for (const field of OWN) delete sheet[field];
  return sheet;
}
