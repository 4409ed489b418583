import type { Course } from './course';
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
 * @param current - the document that they would change now
 * @param edits - the edits, each of which sets what it wants
 * @param inverse - the edits that lead back, as `applyEdits` gives them: they hold what was there when the edits were made
 */
export function collisions(current: Course, edits: readonly Edit[], inverse: readonly Edit[]): Collision[] {
  const found: Collision[] = [];
  for (const { id, field, seen, mine } of wishes(edits, inverse)) {
    const there = id === undefined ? { ...current, name: current.title } : find(current, id)?.node;
    if (!there) continue;
    const theirs = (there as Fields)[field];
    if (!isSame(seen, theirs) && !isSame(theirs, mine))
      found.push({ id, name: there.name, field, theirs, mine });
  }
  return found;
}

type Fields = Record<string, unknown> & { name: string };

/** A field that edits set: what was there before all of them, and what is to be there after. */
interface Wish {
  readonly id: string | undefined;
  readonly field: string;
  readonly seen: unknown;
  readonly mine: unknown;
}

function wishes(edits: readonly Edit[], inverse: readonly Edit[]): Iterable<Wish> {
  const found = new Map<string, Wish>();
  edits.forEach((edit, index) => {
    const back = inverse[inverse.length - 1 - index];
    if (!isSetting(edit) || !back || !isSetting(back)) return;
    const id = edit.op === 'set' ? edit.id : undefined;
    for (const field of [...Object.keys(edit.set), ...(edit.unset ?? [])]) {
      const key = `${id ?? ''} ${field}`;
      const valueIn = ({ set }: { set: object }) => (set as Record<string, unknown>)[field];
      found.set(key, {
        id,
        field,
        seen: found.has(key) ? found.get(key)!.seen : valueIn(back),
        mine: valueIn(edit),
      });
    }
  });
  return found.values();
}

function isSetting(edit: Edit): edit is Extract<Edit, { op: 'set' | 'course' }> {
  return edit.op === 'set' || edit.op === 'course';
}
