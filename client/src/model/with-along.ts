import { takingAlong, type Course, type Edit } from '@fidens/core';
import { askAlong } from '@/data/along';

/**
 * Makes edits; where they would leave a rule naming what is gone, once the student has agreed that it goes along.
 *
 * @param make - makes them, and answers why not, where that is refused
 */
export function withAlong(
  course: Course,
  edits: readonly Edit[],
  make: (edits: readonly Edit[]) => string | undefined | void,
): string | undefined {
  const along = takingAlong(course, edits);
  if (!along) return make(edits) ?? undefined;
  askAlong({ along, agree: make });
  return undefined;
}
