import type { Course, CourseNode } from '../document/course';
import { isSame } from '../document/same';
import type { Fault } from '../document/validation';
import { CourseDraft } from './course-draft';
import type { Edit } from './edit';

/** What an edit would overwrite although another has changed it since it was seen. */
export type Collision = {
  /** The node's id, or nothing for a field of the course itself. */
  readonly id: string | undefined;
  readonly name: string;
} & (
  | { readonly kind: 'field'; readonly field: string; readonly theirs: unknown; readonly mine: unknown }
  /** It is to be changed, and is not there any more. */
  | { readonly kind: 'gone' }
  /** It is to be deleted, and it, or something in it, was changed. */
  | { readonly kind: 'deleted'; readonly theirs: CourseNode }
  /** It is to be moved, and was moved elsewhere; the ids of what it stands in now and is to stand in. */
  | { readonly kind: 'moved'; readonly theirs: string; readonly mine: string }
);

/**
 * What edits made on one version of a course would overwrite in another. Edits of different pieces, or of different fields of
 * one, do not collide; nor do two that want the same.
 *
 * @param current - the document that they would change now
 * @param edits - the edits, each of which sets what it wants
 * @param seen - the edits that lead back, as `applyEdits` gives them: they hold what was there when the edits were made
 */
export function collisions(
  current: Course,
  edits: readonly Edit[],
  seen: readonly Edit[],
): readonly Collision[] {
  return meet(current, edits, seen).collisions;
}

/** Edits in a course that others have changed too. */
export interface Meeting {
  readonly collisions: readonly Collision[];
  /** Why an edit does not fit; those after it were not looked at. */
  readonly faults: readonly Fault[];
  /** The course with the edits, and what was done in fact: what others had done already is left out. */
  readonly course: Course;
  readonly edits: readonly Edit[];
  readonly inverse: readonly Edit[];
}

/**
 * Makes edits in a course that others have changed since, and says what they overwrite. A deletion of what is deleted already is
 * done, and a place before something that has gone is the last one.
 *
 * @param current - the document as it is now
 * @param seen - what was there when the edits were made, as in `collisions`
 */
export function meet(current: Course, edits: readonly Edit[], seen: readonly Edit[]): Meeting {
  const draft = new CourseDraft(current);
  const found: Collision[] = [];
  const faults: Fault[] = [];
  const done: Edit[] = [];
  const inverse: Edit[] = [];
  for (const [index, wanted] of edits.entries()) {
    const edit = fitting(draft, wanted);
    if (!edit) continue;
    found.push(...collisionsOf(draft, edit, seen[seen.length - 1 - index]));
    const step = draft.apply(edit);
    if ('fault' in step) {
      faults.push({ ...step.fault, at: `edits[${index}].${step.fault.at}` });
      break;
    }
    done.push(edit);
    inverse.push(step.inverse);
  }
  return {
    collisions: inTheEnd(found, edits),
    faults,
    course: draft.course(),
    edits: done,
    inverse: inverse.reverse(),
  };
}

/** An edit as it fits a course that others have changed too; nothing where there is nothing left to do. */
function fitting(draft: CourseDraft, edit: Edit): Edit | undefined {
  if (edit.op === 'remove') return draft.has(edit.id) ? edit : undefined;
  if (edit.op !== 'add' && edit.op !== 'move') return edit;
  if (edit.op === 'add' && isSame(draft.node(edit.node.id), edit.node)) return undefined;
  if (edit.before === undefined || draft.parentOf(edit.before) === edit.parent) return edit;
  const { before: _before, ...last } = edit;
  return last;
}

/** Field collisions by what is wanted after the last of the edits: one that comes to what is there is none. */
function inTheEnd(found: readonly Collision[], edits: readonly Edit[]): Collision[] {
  return found.flatMap((collision): Collision[] => {
    if (collision.kind !== 'field') return [collision];
    const { id, field, theirs } = collision;
    const last = edits.findLast(
      (edit) =>
        isSetting(edit) && (edit.op === 'set' ? edit.id : undefined) === id && fieldsOf(edit).includes(field),
    ) as Settings;
    const mine = (last.set as Fields)[field];
    return isSame(theirs, mine) ? [] : [{ ...collision, mine }];
  });
}

function isSetting(edit: Edit): edit is Extract<Edit, { op: 'set' | 'course' }> {
  return edit.op === 'set' || edit.op === 'course';
}

/** What one edit would overwrite in a course with the edits before it; `seen` is the edit that led back where it was made. */
function collisionsOf(draft: CourseDraft, edit: Edit, seen: Edit | undefined): Collision[] {
  switch (edit.op) {
    case 'course':
      return fieldCollisions(undefined, draft.fields.title, draft.fields, edit, seen);
    case 'set': {
      const there = draft.own(edit.id);
      if (!there) return [{ kind: 'gone', id: edit.id, name: nameIn(seen) }];
      return fieldCollisions(edit.id, there.name, there, edit, seen);
    }
    case 'add':
      return draft.has(edit.parent) ? [] : [{ kind: 'gone', id: edit.parent, name: edit.node.name }];
    case 'remove': {
      const theirs = draft.node(edit.id);
      const known = seen?.op === 'add' ? seen.node : undefined;
      if (!theirs || isSame(theirs, known)) return [];
      return [{ kind: 'deleted', id: edit.id, name: theirs.name, theirs }];
    }
    case 'move':
      return moveCollisions(draft, edit, seen);
  }
}

type Fields = Record<string, unknown>;
type Settings = { readonly set: object; readonly unset?: readonly string[] };

function fieldCollisions(
  id: string | undefined,
  name: string,
  there: object,
  edit: Settings,
  seen: Edit | undefined,
): Collision[] {
  const known = seen && 'set' in seen ? (seen.set as Fields) : {};
  return fieldsOf(edit).flatMap((field): Collision[] => {
    const [theirs, mine] = [(there as Fields)[field], (edit.set as Fields)[field]];
    if (isSame(known[field], theirs) || isSame(theirs, mine)) return [];
    return [{ kind: 'field', id, name, field, theirs, mine }];
  });
}

/** The fields that an edit sets or takes away. */
export function fieldsOf({ set, unset = [] }: Settings): string[] {
  return [...Object.keys(set), ...unset];
}

function moveCollisions(
  draft: CourseDraft,
  { id, parent }: Extract<Edit, { op: 'move' }>,
  seen: Edit | undefined,
): Collision[] {
  const there = draft.own(id);
  if (!there) return [{ kind: 'gone', id, name: nameIn(seen) }];
  if (!draft.has(parent)) return [{ kind: 'gone', id: parent, name: there.name }];
  const theirs = draft.parentOf(id);
  const known = seen?.op === 'move' ? seen.parent : undefined;
  if (theirs === undefined || theirs === known || theirs === parent) return [];
  return [{ kind: 'moved', id, name: there.name, theirs, mine: parent }];
}

/** The name of what an edit was made on, where the edit that leads back has it. */
function nameIn(seen: Edit | undefined): string {
  const name = seen && 'set' in seen ? (seen.set as Fields).name : undefined;
  return typeof name === 'string' ? name : 'A piece';
}
