import type { Course, CourseNode } from './course';
import type { Edit } from './edit';
import { isSame } from './same';
import { find } from './tree';

/** A field that an edit would set although another has changed it since. */
export interface Collision {
  /** The node's id, or nothing for a field of the course itself. */
  readonly id: string | undefined;
  readonly name: string;
  readonly field: string;
  readonly theirs: unknown;
  readonly mine: unknown;
}

/**
 * What edits made on one version of a course would overwrite in another. Edits of different pieces, or of different fields of
 * one, do not collide; nor do two that set the same.
 *
 * @param seen - the document on which the edits were made
 * @param current - the document that they would change now
 */
export function collisions(seen: Course, current: Course, edits: readonly Edit[]): Collision[] {
  return edits.flatMap((edit) => {
    if (edit.op === 'course') return fieldCollisions(undefined, course(seen), course(current), edit);
    if (edit.op !== 'set') return [];
    const before = find(seen, edit.id)?.node;
    const now = find(current, edit.id)?.node;
    return before && now ? fieldCollisions(edit.id, fields(before), fields(now), edit) : [];
  });
}

type Fields = Record<string, unknown>;
const fields = (node: CourseNode): Fields => ({ ...node });
const course = (document: Course): Fields => ({ ...document, name: document.title });

function fieldCollisions(
  id: string | undefined,
  seen: Fields,
  current: Fields,
  { set, unset = [] }: { set: object; unset?: readonly string[] },
): Collision[] {
  const wanted: [string, unknown][] = [
    ...Object.entries(set),
    ...unset.map((field): [string, unknown] => [field, undefined]),
  ];
  return wanted
    .filter(([field, mine]) => !isSame(seen[field], current[field]) && !isSame(current[field], mine))
    .map(([field, mine]) => ({ id, name: current.name as string, field, theirs: current[field], mine }));
}
