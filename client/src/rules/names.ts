import { find, type Course } from '@fidens/core';
import type { NameOf } from './rule';

/** The names of a course's categories and pieces by their ids. */
export function namesIn(course: Course): NameOf {
  return (id) => (id === course.root.id ? 'the course' : (find(course, id)?.node.name ?? 'what is gone'));
}
