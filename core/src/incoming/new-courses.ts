import type { Course } from '../document/course';
import type { Checked } from '../document/validation';
import { courseOfList, type CourseOfList, type ListMeaning } from './course-of-list';
import { readIncoming, type Reading, type ReadLists } from './find';
import type { Source } from './source';

/** What is asked of something that is to become courses. */
export interface NewCoursesQuestion extends Reading, ListMeaning {
  readonly source: Source;
}

/** The courses that came in: one whole, or one for each list. */
export type NewCourses =
  | { readonly kind: 'course'; readonly course: Course }
  | {
      readonly kind: 'lists';
      readonly read: Omit<ReadLists, 'lists'>;
      readonly made: readonly CourseOfList[];
    };

/**
 * Makes new courses of whatever came in.
 *
 * @param newId - makes the id of a category or piece
 * @returns the courses, of which nothing is kept yet; or why there are none
 */
export function newCourses(
  { source, title, scale, weightOf, ...reading }: NewCoursesQuestion,
  newId: () => string,
): Checked<NewCourses> {
  const incoming = readIncoming(source, reading);
  if (!incoming.ok) return incoming;
  if (incoming.value.kind === 'course') return { ok: true, value: incoming.value };
  const { lists, kind: _kind, ...read } = incoming.value;
  const made: CourseOfList[] = [];
  for (const list of lists) {
    const course = courseOfList(list, { title, scale, ...(weightOf && { weightOf }) }, newId);
    if (!course.ok)
      return {
        ok: false,
        faults: course.faults.map(({ at, message }) => ({ at: `${list.title ?? title}: ${at}`, message })),
      };
    made.push(course.value);
  }
  return { ok: true, value: { kind: 'lists', read, made } };
}
