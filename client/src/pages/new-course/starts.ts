import { typedDecimal, type Category, type Combine, type Course, type Scale } from '@fidens/core';
import { newId } from '@/model/new-id';

/** What a new course can start from, beside a rule sheet. */
export type ReadyStart = 'blank' | 'halves';

/** The courses' own fields, as they are typed. */
export interface CourseNames {
  readonly title: string;
  readonly code: string;
  readonly credits: string;
}

function withNames<T extends object>(document: T, { title, code, credits }: CourseNames) {
  return {
    ...document,
    title: title.trim(),
    ...(code.trim() && { code: code.trim() }),
    ...(credits && { credits: typedDecimal(credits) }),
  };
}

/**
 * The document of a new course.
 *
 * @param start - an empty course, or two halves of 40 and an exam of 20 with their weights to be changed
 * @param combine - how an empty course adds up
 */
export function newCourse(names: CourseNames, start: ReadyStart, combine: Combine, scale: Scale): Course {
  const base = withNames({ format: 'fidens-course' as const, version: 1 as const, scale }, names);
  const root = { kind: 'category' as const, id: 'course', name: 'Course' };
  if (start === 'blank') return { ...base, root: { ...root, combine, children: [] } };
  const half = (name: string): Category => ({
    kind: 'category',
    id: newId(),
    name,
    weight: '40',
    combine: 'weights',
    children: [],
  });
  return {
    ...base,
    root: {
      ...root,
      combine: 'weights',
      children: [
        half('First half'),
        half('Second half'),
        { kind: 'assessment', id: newId(), name: 'Exam', weight: '20', possible: '100' },
      ],
    },
  };
}

/** A new course under the rules of a sheet, with names of its own. */
export function courseFromSheet(names: CourseNames, sheet: Course): Course {
  const { code: _code, ...rules } = sheet;
  return withNames(rules, names);
}
