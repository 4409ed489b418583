import type { Course } from '../document/course';
import { checkChanged } from '../document/course-file';
import type { Fault } from '../document/validation';
import type { SeenChange } from './change';
import { meet, type Collision } from './collision';
import type { Edit } from './edit';

/** What becomes of a change in a course as it is now. */
export type Decided =
  | {
      readonly kind: 'made';
      readonly course: Course;
      /** What was done in fact; what others had done already is left out. Empty where nothing was left to do. */
      readonly edits: readonly Edit[];
      readonly inverse: readonly Edit[];
    }
  /** Another has changed the same since: it must be asked who is right. */
  | { readonly kind: 'asks'; readonly collisions: readonly Collision[] }
  | { readonly kind: 'invalid'; readonly faults: readonly Fault[] };

/**
 * Makes a change in a course, or says why it cannot be made as it stands: all of it or none. What it saw is compared field by
 * field with what is there, whatever has happened in between.
 *
 * @param course - a valid document, as it is now
 */
export function decide(course: Course, { edits, seen }: SeenChange): Decided {
  if (edits.length !== seen.length) {
    return {
      kind: 'invalid',
      faults: [{ at: 'seen', message: 'must lead back, one edit for each of `edits`' }],
    };
  }
  const met = meet(course, edits, seen);
  if (met.collisions.length > 0) return { kind: 'asks', collisions: met.collisions };
  if (met.faults.length > 0) return { kind: 'invalid', faults: met.faults };
  const checked = checkChanged(course, met.course);
  if (!checked.ok) return { kind: 'invalid', faults: checked.faults };
  return { kind: 'made', course: checked.value, edits: met.edits, inverse: met.inverse };
}
