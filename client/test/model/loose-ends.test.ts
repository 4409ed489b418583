import type { Assessment, Course } from '@fidens/core';
import { likeliest } from '@/model/likeliest';
import { isPiece, looseEndsOf, wantsDecision } from '@/model/loose-ends';
import { course, stored } from '../sample';

const NOW = '2026-10-20T12:00:00Z';

function kindsOf(document: Course): Record<string, string> {
  const ends = looseEndsOf(stored(document), NOW, undefined);
  return Object.fromEntries(ends.filter(isPiece).map(({ piece, kind }) => [piece.name, kind]));
}

describe('loose ends', () => {
  test('work that waits is told from work that has waited for long', () => {
    const waiting = (due?: string) => kindsOf(course({ status: 'awaiting', ...(due && { due }) }));
    expect(waiting('2026-10-12T12:00:00Z')).toEqual({ Two: 'waiting' });
    expect(waiting('2026-10-06T11:00:00Z')).toEqual({ Two: 'waiting long' });
    expect(waiting()).toEqual({ Two: 'waiting' });
  });

  test('an extension is not late, and moves what is past due', () => {
    const due = '2026-10-10T12:00:00Z';
    expect(kindsOf(course({ due }))).toEqual({ Two: 'past due' });
    expect(kindsOf(course({ due, extended: '2026-10-30T12:00:00Z' }))).toEqual({});
  });

  test('a piece without a weight is unfiled beside categories, and else has no weight', () => {
    const weighted = course();
    weighted.root.combine = 'weights';
    weighted.root.children[0]!.weight = '50';
    expect(kindsOf(weighted)).toEqual({ Two: 'no weight' });
    weighted.root.children.push({ kind: 'category', id: 'c', name: 'Splices', weight: '50', children: [] });
    expect(kindsOf(weighted)).toEqual({ Two: 'unfiled' });
  });

  test('scores in a category that does not count are told, and want no decision', () => {
    const practice: Course = {
      ...course(),
      root: { ...course().root, children: [{ ...course().root, id: 'p', name: 'Practice', counted: false }] },
    };
    const ends = looseEndsOf(stored(practice), NOW, undefined);
    const told = ends.filter(({ kind }) => kind === 'uncounted');
    expect(told.map((end) => ('words' in end ? end.words : ''))).toEqual([
      'Practice is not counted: 1 score in it',
    ]);
    expect(told.filter(wantsDecision)).toEqual([]);
  });

  test('the same name on the same day is likely the same', () => {
    const due = '2026-11-10T12:00:00Z';
    const twice = course({ name: 'one ', due });
    (twice.root.children[0] as Assessment).due = '2026-11-10T09:00:00Z';
    expect(kindsOf(twice)).toEqual({ 'one ': 'twice' });
  });
});

describe('what is likely to be recorded next', () => {
  test('just due comes first, then what waits, then what is due next', () => {
    const piece = (name: string, fields: Partial<Assessment>): Assessment => ({
      kind: 'assessment',
      id: name,
      name,
      possible: '10',
      ...fields,
    });
    const all = [
      piece('next', { due: '2026-10-25T12:00:00Z' }),
      piece('some day', {}),
      piece('long due', { due: '2026-09-01T12:00:00Z' }),
      piece('settled', { status: 'excused' }),
      piece('waits', { status: 'awaiting', due: '2026-09-20T12:00:00Z' }),
      piece('just due', { due: '2026-10-19T12:00:00Z' }),
    ].map((each) => ({ course: stored(course()), piece: each }));
    expect(likeliest(all, NOW).map(({ piece: { name } }) => name)).toEqual([
      'just due',
      'long due',
      'waits',
      'next',
      'some day',
    ]);
  });
});
