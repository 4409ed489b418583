import type { Course } from '../document/course';

/** Writes a course as a course file: the whole course (`docs/course-file.md`). A rule sheet is one without what belongs to a student. */
export function writeCourse(course: Course): string {
  return `${JSON.stringify(course, null, 2)}\n`;
}
