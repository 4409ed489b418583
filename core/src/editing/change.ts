import type { Course, CourseNode } from '../document/course';
import { nodesIn } from '../document/tree';
import { fieldsOf, type Collision } from './collision';
import { CourseDraft } from './course-draft';
import type { Edit } from './edit';
import type { PastChange } from './history';

/** A change with what its maker saw: everything that it needs to be held against a course that others change too. */
export interface SeenChange {
  readonly edits: readonly Edit[];
  /** The edits that lead back, the last first, as `applyEdits` gives them. */
  readonly seen: readonly Edit[];
}

/** What the state of a piece is made of: it is kept or given up together. */
const RECORD = ['status', 'score', 'late'];

/**
 * A change that gives up what it collides in; all else of it stays. Later changes of the same things, which were built on it,
 * give them up too when they are asked.
 */
export function without({ edits, seen }: SeenChange, given: readonly Collision[]): SeenChange {
  const pairs = edits.map((edit, index) => [edit, seen[seen.length - 1 - index]!] as const);
  const left = pairs.flatMap(([edit, back]): (readonly [Edit, Edit])[] => {
    const own = given.filter((collision) => concerns(collision, edit));
    if (own.length === 0) return [[edit, back]];
    if (edit.op !== 'set' && edit.op !== 'course') return [];
    if (own.some(({ kind }) => kind === 'gone')) return [];
    const fields = new Set(own.flatMap((collision) => (collision.kind === 'field' ? [collision.field] : [])));
    if (RECORD.some((field) => fields.has(field))) RECORD.forEach((field) => fields.add(field));
    const rest = fieldsOf(edit).filter((field) => !fields.has(field));
    return rest.length === 0 ? [] : [[only(edit, rest), only(back, rest)]];
  });
  return { edits: left.map(([edit]) => edit), seen: left.map(([, back]) => back).reverse() };
}

function concerns(collision: Collision, edit: Edit): boolean {
  const { kind, id } = collision;
  if (kind === 'field') {
    const sets = edit.op === 'course' ? id === undefined : edit.op === 'set' && edit.id === id;
    return (
      sets &&
      'set' in edit &&
      fieldsOf(edit).some((field) => field === collision.field || bothOfRecord(field, collision.field))
    );
  }
  if (kind === 'gone')
    return edit.op === 'add' || edit.op === 'move'
      ? edit.parent === id || idOf(edit) === id
      : idOf(edit) === id;
  return kind === 'deleted' ? edit.op === 'remove' && edit.id === id : edit.op === 'move' && edit.id === id;
}

function bothOfRecord(one: string, other: string): boolean {
  return RECORD.includes(one) && RECORD.includes(other);
}

function idOf(edit: Edit): string | undefined {
  return edit.op === 'course' ? undefined : edit.op === 'add' ? edit.node.id : edit.id;
}

function only(edit: Edit, fields: readonly string[]): Edit {
  if (edit.op !== 'set' && edit.op !== 'course') return edit;
  const { unset, ...rest } = edit;
  const left = unset?.filter((field) => fields.includes(field));
  return {
    ...rest,
    set: Object.fromEntries(Object.entries(edit.set).filter(([field]) => fields.includes(field))),
    ...(left && left.length > 0 && { unset: left }),
  } as Edit;
}

/**
 * The edit that puts back what another has deleted: as it was when it was deleted, with all that was in it.
 *
 * @param current - the course as it is now
 * @param changes - its changes, the newest first
 * @param id - of what is to be there again
 * @returns nothing where none of the changes deleted it
 */
export function puttingBack(
  current: Course,
  changes: readonly PastChange[],
  id: string,
): Extract<Edit, { op: 'add' }> | undefined {
  const draft = new CourseDraft(current);
  const has = (node: CourseNode) =>
    node.id === id || (node.kind === 'category' && nodesIn(node).some((inside) => inside.id === id));
  for (const { inverse } of changes) {
    const back = inverse.find((edit) => edit.op === 'add' && has(edit.node));
    if (back?.op !== 'add') continue;
    const { before: _before, ...last } = back;
    return { ...last, parent: draft.has(back.parent) ? back.parent : current.root.id };
  }
  return undefined;
}
