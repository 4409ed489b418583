import type { Course } from '@fidens/core';
import { standingChange, targetChange } from '@/model/standing-change';
import { course } from '../sample';

const NOW = '2026-10-20T12:00:00Z';

const scored = (points: string, fields: Partial<Course> = {}): Course => ({
  ...course({ status: 'scored', score: { points } }),
  ...fields,
});

describe('what a change does, in words', () => {
  test('to the standing', () => {
    expect(standingChange(course(), scored('10'), NOW)).toBe('80.0 → 90.0, F → A');
    expect(standingChange(course(), course(), NOW)).toBe('No change: 80.0, F');
    expect(standingChange(course(), scored('9'), NOW)).toBe('80.0 → 85.0, still F');
  });

  test('to the target that is pinned, and to no other', () => {
    const pinned = (document: Course): Course => ({ ...document, target: { percent: '75' } });
    expect(targetChange(course(), scored('10'), NOW)).toBeUndefined();
    expect(targetChange(pinned(course()), pinned(course()), NOW)).toBeUndefined();
    const lowered = (points: string) => {
      const document = structuredClone(pinned(course()));
      Object.assign(document.root.children[0]!, { score: { points } });
      return targetChange(pinned(course()), document, NOW);
    };
    expect(lowered('6')).toBe('Ending at 75% then takes 90%, not 70%');
    expect(lowered('4')).toBe('Ending at 75% then is out');
  });
});
