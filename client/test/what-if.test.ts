import type { Course } from '@fidens/core';
import { byAttention } from '../src/course/attention';
import { chanceText } from '../src/course/chance-view';
import { triesWords } from '../src/course/rehearsal-panel';
import { standingChange, targetChange } from '../src/course/standing-change';
import { course, stored } from './sample';

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

describe('words of what is tried', () => {
  test('name each piece with its try, and leave out what is gone', () => {
    const words = triesWords(stored(course()), [
      { id: 'two', entry: { status: 'scored', score: { percent: '85' } }, weight: '2.50' },
      { id: 'one', counted: false },
      { id: 'gone', weight: '1' },
    ]);
    expect(words).toBe('Two 85%, weight 2.5 · One without it');
  });

  test('a chance is never said to be none or certain where it is not', () => {
    expect([0, 0.004, 0.125, 0.995, 1].map(chanceText)).toEqual([
      'none',
      'under 1%',
      '13%',
      'over 99%',
      'certain',
    ]);
  });
});
