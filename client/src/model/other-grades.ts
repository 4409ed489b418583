import { halvesOf, partAsCourse, secondCourse, type Course } from '@fidens/core';

/** A grade beside the course's own: of a period, or of the course's second way. */
export interface OtherGrade {
  readonly id: string;
  readonly name: string;
  /** A course that has this grade; nothing where it cannot be asked alone. */
  readonly of: Course | undefined;
}

const known = new WeakMap<Course, readonly OtherGrade[]>();

/** The grades beside the course's own: the periods in their order, then the second way. */
export function otherGrades(course: Course): readonly OtherGrade[] {
  const found = known.get(course);
  if (found) return found;
  const periods = halvesOf(course).map(({ id, name }) => ({ id, name, of: partAsCourse(course, id) }));
  const { second } = course;
  const grades = second
    ? [...periods, { id: 'second', name: second.name, of: secondCourse(course) }]
    : periods;
  known.set(course, grades);
  return grades;
}

/** What these grades are called together. */
export function othersTitle(course: Course): string {
  return course.second ? 'Other grades from the same scores' : 'Each part’s own letter';
}
