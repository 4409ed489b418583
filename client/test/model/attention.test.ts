import type { Course } from '@fidens/core';
import { byAttention } from '@/model/attention';
import { course, stored } from '../sample';

const NOW = '2026-10-20T12:00:00Z';

const scored = (points: string, fields: Partial<Course> = {}): Course => ({
  ...course({ status: 'scored', score: { points } }),
  ...fields,
});

describe('what needs attention first', () => {
  test('a target that is out, then what takes most, then what has nothing yet, and last what needs nothing', () => {
    const empty: Course = { ...course(), root: { ...course().root, children: [] } };
    const out: Course = { ...scored('0'), target: { label: 'A' } };
    const courses = [scored('10'), empty, course(), out].map((document, index) => ({
      ...stored(document),
      id: String(index),
    }));
    expect(byAttention(courses, NOW).map(({ id }) => id)).toEqual(['3', '2', '1', '0']);
  });
});
