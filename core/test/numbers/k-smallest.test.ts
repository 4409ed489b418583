import fc from 'fast-check';
import { kSmallest } from '../../src/numbers/k-smallest';

describe('the least of some keys', () => {
  it('are those that sorting exactly finds, whatever the floats say within their error', () => {
    const keys = fc.array(
      fc.tuple(fc.integer({ min: 0, max: 12 }), fc.double({ min: -1, max: 1, noNaN: true })),
      {
        minLength: 1,
        maxLength: 12,
      },
    );
    fc.assert(
      fc.property(keys, fc.nat(), fc.nat(), (drawn, pick, without) => {
        const near = Float64Array.from(drawn, ([key, off]) => key + off);
        const except = drawn.length > 1 && without % 2 ? [without % drawn.length] : [];
        const among = drawn.map((_, index) => index).filter((index) => !except.includes(index));
        const count = 1 + (pick % among.length);
        const compare = (i: number, j: number) => drawn[i]![0] - drawn[j]![0];
        const want = [...among].sort((i, j) => compare(i, j) || i - j).slice(0, count);
        expect(kSmallest(count, { near, error: 1, compare }, except)).toEqual(want.sort((i, j) => i - j));
      }),
      { numRuns: 2_000 },
    );
  });

  it('are compared exactly where floats end', () => {
    const near = Float64Array.from([NaN, NaN, NaN]);
    const compare = (i: number, j: number) => [3, 1, 1][i]! - [3, 1, 1][j]!;
    expect(kSmallest(1, { near, error: NaN, compare })).toEqual([1]);
    expect(kSmallest(2, { near, error: NaN, compare })).toEqual([1, 2]);
  });
});
