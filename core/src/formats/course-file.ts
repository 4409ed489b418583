import type { Course } from '../document/course';
import { checkCourse } from '../document/course-file';
import { depthFault, type Checked } from '../document/validation';
import type { Format } from './format';

/**
 * Reads one course document.
 *
 * @param text - the JSON text of a course file
 * @returns the course, or everything that is wrong with it, each with its place
 */
export function readCourse(text: string): Checked<Course> {
  if (text.trim() === '') return { ok: false, faults: [{ at: '', message: 'The file is empty.' }] };
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    return { ok: false, faults: [{ at: '', message: `This is not JSON: ${(error as Error).message}` }] };
  }
  const deep = depthFault(json);
  return deep ? { ok: false, faults: [deep] } : checkCourse(json);
}

/** Writes a course as a course file. */
export function writeCourse(course: Course): string {
  return `${JSON.stringify(course, null, 2)}\n`;
}

/** The course file: a course whole (`docs/course-file.md`). A rule sheet is one without what belongs to a student. */
export const COURSE_FILE: Format = {
  name: 'course',
  title: 'course file',
  extensions: ['json'],
  mediaType: 'application/json',
  read: readCourse,
  write: writeCourse,
};
