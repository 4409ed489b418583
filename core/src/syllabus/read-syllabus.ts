import type { Checked } from '../document/validation';
import { courseOfFacts, type CourseOfFacts, type Unsaid } from './course-of-facts';
import { findFacts, type FoundFacts } from './find-facts';

/** A syllabus that was read: what it says, and the course that this makes. */
export type ReadSyllabus = FoundFacts & CourseOfFacts;

/** What is asked of a syllabus, and what is taken where it says nothing. */
export interface Reading extends Unsaid {
  /** A day of which days without a year are near, ISO 8601. */
  readonly near: string;
}

/**
 * Reads a syllabus: text to facts, and facts to a course of which nothing is kept yet.
 *
 * @returns the facts with the places of their words, and the course; or what about them could be no course
 */
export function readSyllabus(text: string, { near, ...unsaid }: Reading): Checked<ReadSyllabus> {
  const found = findFacts(text, near);
  const made = courseOfFacts(found.facts, unsaid);
  return made.ok ? { ok: true, value: { ...found, ...made.value } } : made;
}
