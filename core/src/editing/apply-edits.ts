import type { Course } from '../document/course';
import type { Fault } from '../document/validation';
import { CourseDraft } from './course-draft';
import type { Edit } from './edit';

/** A course after an edit, with the edit that takes it back; or why the edit does not fit. */
export type Edited =
  | { readonly ok: true; readonly course: Course; readonly inverse: readonly Edit[] }
  | { readonly ok: false; readonly faults: readonly Fault[] };

/**
 * Applies edits in order; all of them, or none.
 *
 * @param course - the document before
 * @param edits - what to change
 * @returns the new document, which shares what did not change with the old one, and the edits that lead back; or the places
 *   (`edits[0].parent`) that do not fit. The result's own validity is for `checkCourse` to say.
 */
export function applyEdits(course: Course, edits: readonly Edit[]): Edited {
  const draft = new CourseDraft(course);
  const inverse: Edit[] = [];
  for (const [index, edit] of edits.entries()) {
    const step = draft.apply(edit);
    if ('fault' in step)
      return { ok: false, faults: [{ ...step.fault, at: `edits[${index}].${step.fault.at}` }] };
    inverse.push(step.inverse);
  }
  return { ok: true, course: draft.course(), inverse: inverse.reverse() };
}
