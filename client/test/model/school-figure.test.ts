import type { Course, SchoolFigure } from '@fidens/core';
import { looseEndsOf } from '@/model/loose-ends';
import { figureState, isFigureOld } from '@/model/school-figure';
import { figuresIn } from '@/model/seen-figures';
import { course, stored } from '../sample';

const NOW = '2026-10-20T12:00:00Z';
/** 8 of 10 so far: 80 percent. */
const shows = (school: SchoolFigure, more: Partial<Course> = {}): Course => ({
  ...course(),
  school,
  ...more,
});
const schoolEnds = (document: Course) =>
  looseEndsOf(stored(document), NOW, undefined).flatMap((end) =>
    'words' in end && end.kind.startsWith('school') ? [`${end.kind}: ${end.words}`] : [],
  );

describe('the school’s figure beside the record', () => {
  test.each<[string, SchoolFigure, ReturnType<typeof figureState>]>([
    ['the standing as it is rounded', { percent: '80.0' }, 'agrees'],
    ['its letter', { label: 'F' }, 'agrees'],
    ['its points', { earned: '40', possible: '50' }, 'agrees'],
    ['another number', { percent: '40' }, 'differs'],
    ['another one that is noted', { percent: '40', note: 'Two is missing there' }, 'noted'],
  ])('is seen: %s', (_what, school, state) => expect(figureState(shows(school), NOW)).toBe(state));

  test('is nothing where there is none', () => expect(figureState(course(), NOW)).toBeUndefined());

  test('is a loose end where nobody knows why it differs, or it was seen long ago; not once the grade was given', () => {
    expect(schoolEnds(shows({ percent: '80' }))).toEqual([]);
    expect(schoolEnds(shows({ percent: '40' }))).toEqual(['school differs: 40 there, 80.0 here']);
    expect(schoolEnds(shows({ percent: '40', note: 'Known' }))).toEqual([]);
    const old = shows({ percent: '80', seen: '2026-09-01T12:00:00Z' });
    expect(isFigureOld(old, NOW)).toBe(true);
    expect(schoolEnds(old)).toHaveLength(1);
    expect(schoolEnds({ ...old, official: { label: 'A' } })).toEqual([]);
  });

  test('is drawn over time, each as it was seen once, the oldest first; a letter only in words', () => {
    const figures = figuresIn([
      shows({ percent: '84.60', seen: '2026-10-18T09:00:00Z' }),
      shows({ percent: '84.60', seen: '2026-10-18T09:00:00Z', note: 'Known' }),
      shows({ label: 'A', seen: '2026-09-10T09:00:00Z' }),
      shows({ earned: '3', possible: '4', seen: '2026-09-20T09:00:00Z' }),
      course(),
    ]);
    expect(figures.map(({ text, percent }) => [text, percent])).toEqual([
      ['A', undefined],
      ['3/4', 75],
      ['84.60', 84.6],
    ]);
  });
});
