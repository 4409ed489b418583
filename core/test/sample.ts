import type { Assessment, Category, Course, CourseNode, Scale } from '../src';

/** A plain scale: A from 90, B from 80, C from 70, F below. */
export const LETTERS: Scale = {
  bands: [
    { label: 'A', from: '90', points: '4.0', worth: '95' },
    { label: 'B', from: '80', points: '3.0', worth: '85' },
    { label: 'C', from: '70', points: '2.0' },
    { label: 'F', from: '0', points: '0.0', pass: false },
  ],
};

let ids = 0;
const nextId = () => `n${(ids += 1)}`;

/** A course around some children, its points pooled unless said. */
export function course(
  children: CourseNode[],
  root: Partial<Category> = {},
  fields: Partial<Course> = {},
): Course {
  return {
    format: 'fidens-course',
    version: 1,
    title: 'Sample',
    scale: LETTERS,
    root: { kind: 'category', id: 'course', name: 'Course', children, ...root },
    ...fields,
  };
}

export function category(children: CourseNode[], fields: Partial<Category> = {}): Category {
  return { kind: 'category', id: nextId(), name: 'Category', children, ...fields };
}

/** A scored piece. */
export function scored(points: string, possible: string, fields: Partial<Assessment> = {}): Assessment {
  return {
    kind: 'assessment',
    id: nextId(),
    name: 'Piece',
    possible,
    status: 'scored',
    score: { points },
    ...fields,
  };
}

/** A piece without a score. */
export function open(possible: string, fields: Partial<Assessment> = {}): Assessment {
  return { kind: 'assessment', id: nextId(), name: 'Piece', possible, ...fields };
}

export const NOW = '2026-10-20T12:00:00Z';
