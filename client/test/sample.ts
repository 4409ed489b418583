import type { Assessment, Course } from '@fidens/core';
import type { StoredCourse } from '@/data/answers';

/** Two pieces of ten points, one with a score. */
export function course(fields: Partial<Assessment> = {}): Course {
  return {
    format: 'fidens-course',
    version: 1,
    title: 'Knots and Splices',
    scale: {
      bands: [
        { label: 'A', from: '90' },
        { label: 'F', from: '0' },
      ],
    },
    root: {
      kind: 'category',
      id: 'course',
      name: 'Course',
      children: [
        {
          kind: 'assessment',
          id: 'one',
          name: 'One',
          possible: '10',
          status: 'scored',
          score: { points: '8' },
        },
        { kind: 'assessment', id: 'two', name: 'Two', possible: '10', ...fields },
      ],
    },
  };
}

export function stored(document: Course, version = 1): StoredCourse {
  return { id: 'c1', termId: 't1', version, document };
}
