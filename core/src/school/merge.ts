import type { Category, Course, CourseNode } from '../document/course';
import type { Difference } from './differences';

/**
 * A course with two changes of it, where both can be had by putting together what each left and changed: one changed what the other left
 * as it was.
 *
 * @param base - the course before
 * @returns nothing where both changed the same fields or children, so that their edits must be applied one after the other
 */
export function merged(base: Course, one: Course, other: Course): Course | undefined {
  const root = mergedNode(base.root, one.root, other.root) as Category | undefined;
  if (!root) return undefined;
  const fields = onlyRoot(base, one) ? other : onlyRoot(base, other) ? one : undefined;
  return fields && { ...fields, root };
}

function mergedNode(base: CourseNode, one: CourseNode, other: CourseNode): CourseNode | undefined {
  if (one === base) return other;
  if (other === base) return one;
  if (base.kind !== 'category' || one.kind !== 'category' || other.kind !== 'category') return undefined;
  const fields = onlyChildren(base, one) ? other : onlyChildren(base, other) ? one : undefined;
  if (!fields) return undefined;
  if (one.children === base.children) return { ...fields, children: other.children };
  if (other.children === base.children) return { ...fields, children: one.children };
  const { length } = base.children;
  if (one.children.length !== length || other.children.length !== length) return undefined;
  const children: CourseNode[] = [];
  for (let index = 0; index < length; index += 1) {
    const [before, a, b] = [base.children[index]!, one.children[index]!, other.children[index]!];
    // The same place holds the same thing in all three, unless something moved.
    if (a.id !== before.id || b.id !== before.id) return undefined;
    const child = mergedNode(before, a, b);
    if (!child) return undefined;
    children.push(child);
  }
  return { ...fields, children };
}

function onlyRoot(base: Course, changed: Course): boolean {
  return isSameBut(base, changed, 'root');
}

function onlyChildren(base: Category, changed: Category): boolean {
  return isSameBut(base, changed, 'children');
}

/** Whether two objects have the very same fields but for one. */
export function isSameBut<T extends object>(a: T, b: T, but: keyof T): boolean {
  let count = 0;
  for (const key in b) {
    count += 1;
    if (key !== but && a[key] !== b[key]) return false;
  }
  for (const _key in a) count -= 1;
  return count === 0;
}

/** Whether both are scores of the same piece. */
export function isOtherScore(one: Difference, other: Difference): boolean {
  return one.code === 'score' && other.code === 'score' && one.at === other.at;
}

/** Whether a difference leaves what holds for all below a place as it is. */
export function changesNoPolicy({ edits }: Difference): boolean {
  return edits.every((edit) => edit.op !== 'course' && !(edit.op === 'set' && 'missing' in edit.set));
}

/** Whether two differences are about the same field, or one about what the other takes away or doubles. */
export function meddle(one: Difference, other: Difference): boolean {
  const touched = touchedBy(one);
  return touchedBy(other).some(([id, field]) =>
    touched.some(([known, name]) => known === id && (name === '*' || field === '*' || name === field)),
  );
}

/** What a difference is about: ids, each with the name of a field; `*` is all of a node. */
function touchedBy({ code, at, edits }: Difference): (readonly [string, string])[] {
  const touched = edits.flatMap((edit): (readonly [string, string])[] => {
    if (edit.op === 'add') return [[edit.node.id, '*']];
    if (edit.op !== 'set' && edit.op !== 'course') return [[edit.id, '*']];
    const id = edit.op === 'set' ? edit.id : '';
    return [...Object.keys(edit.set), ...(edit.unset ?? [])].map((field) => [id, field] as const);
  });
  // A copy is of the piece as it is recorded.
  return code === 'twice' ? [...touched, [at as string, '*']] : touched;
}
