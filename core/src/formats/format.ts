import type { Course } from '../document/course';
import type { Checked } from '../document/validation';

/** A form in which a course leaves Fidens or comes in. */
export interface Format {
  /** As the command line has it. */
  readonly name: string;
  /** As a sentence has it: "course file". */
  readonly title: string;
  /** Of its files, the usual one first, without the point. */
  readonly extensions: readonly string[];
  readonly mediaType: string;
  /** The course in a file's text, or everything that is wrong with it, each with its place. */
  readonly read: (text: string) => Checked<Course>;
  readonly write: (course: Course) => string;
}
