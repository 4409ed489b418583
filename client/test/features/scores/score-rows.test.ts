import { find, outlooks, pieces, rational, sharesOf, type Course } from '@fidens/core';
import { scoreRows, type Filter, type Sort } from '@/features/scores/score-rows';
import { course } from '../../sample';

const NOW = '2026-10-20T12:00:00Z';

/** Two categories of two pieces, and a test alone. */
const document: Course = {
  ...course(),
  root: {
    kind: 'category',
    id: 'course',
    name: 'Course',
    combine: 'weights',
    children: [
      {
        kind: 'category',
        id: 'knots',
        name: 'Knots',
        weight: '40',
        planned: { pieces: 4 },
        children: [
          {
            kind: 'assessment',
            id: 'bowline',
            name: 'Bowline',
            possible: '10',
            status: 'scored',
            score: { points: '9' },
          },
          { kind: 'assessment', id: 'hitch', name: 'Hitch', possible: '30', due: '2026-10-01T12:00:00Z' },
        ],
      },
      {
        kind: 'category',
        id: 'splices',
        name: 'Splices',
        weight: '20',
        children: [
          {
            kind: 'assessment',
            id: 'eye',
            name: 'Eye splice',
            possible: '10',
            status: 'scored',
            score: { points: '4' },
            note: 'Done again',
          },
        ],
      },
      {
        kind: 'assessment',
        id: 'test',
        name: 'Test',
        possible: '50',
        weight: '40',
        due: '2026-12-01T12:00:00Z',
      },
    ],
  },
};

function keys(filter: Filter, sort: Sort, folded: ReadonlySet<string> = new Set()): string[] {
  const found = outlooks(document, NOW);
  const shares = new Map([...sharesOf(found.ceiling)].map(([{ node }, share]) => [node.id, share]));
  return scoreRows(document.root, found.standing, { filter, sort, now: NOW, shares, folded }).map(
    ({ key }) => key,
  );
}

describe('the rows of the scores', () => {
  test('by category each has its title, its pieces, what is promised and the way to add one', () => {
    expect(keys('all', 'category')).toEqual([
      'knots',
      'bowline',
      'hitch',
      'promised knots',
      'add knots',
      'splices',
      'eye',
      'add splices',
      'alone',
      'test',
      'add course',
    ]);
  });

  test('of what is put away only the title stays', () => {
    expect(keys('all', 'category', new Set(['knots']))).toEqual([
      'knots',
      'splices',
      'eye',
      'add splices',
      'alone',
      'test',
      'add course',
    ]);
  });

  test('narrowed, only categories that hold something keep their title', () => {
    expect(keys('open', 'category')).toEqual(['knots', 'hitch', 'alone', 'test']);
    expect(keys('past due', 'category')).toEqual(['knots', 'hitch']);
    expect(keys('noted', 'category')).toEqual(['splices', 'eye']);
  });

  test('in one order, what the order says nothing of stands last, as in the syllabus', () => {
    expect(keys('all', 'due')).toEqual(['hitch', 'test', 'bowline', 'eye']);
    expect(keys('all', 'score')).toEqual(['eye', 'bowline', 'hitch', 'test']);
    expect(keys('all', 'best')).toEqual(['bowline', 'eye', 'hitch', 'test']);
    expect(keys('all', 'name').map((key) => find(document, key)!.node.name)).toEqual(
      pieces(document)
        .map(({ name }) => name)
        .sort((a, b) => a.localeCompare(b, undefined, { numeric: true })),
    );
    // Of Knots, points pooled with two promised pieces of 100, the hitch is 30 of 240 points.
    expect(keys('all', 'share')).toEqual(['test', 'eye', 'hitch', 'bowline']);
  });

  test('Enter leads through a category and on to the next open piece, or through the whole of one order', () => {
    const found = outlooks(document, NOW);
    const shares = new Map([['test', rational('40')]]);
    const options = { filter: 'all', now: NOW, shares, folded: new Set<string>() } as const;
    const steps = (sort: Sort) =>
      scoreRows(document.root, found.standing, { ...options, sort }).flatMap((row) =>
        row.kind === 'piece' ? [[row.previous, row.key, row.next]] : [],
      );
    expect(steps('category')).toEqual([
      [undefined, 'bowline', 'hitch'],
      ['bowline', 'hitch', 'test'],
      [undefined, 'eye', 'test'],
      [undefined, 'test', undefined],
    ]);
    expect(steps('share').map(([, key]) => key)).toEqual(['test', 'bowline', 'hitch', 'eye']);
    expect(steps('share')[1]).toEqual(['test', 'bowline', 'hitch']);
  });
});
