import fc from 'fast-check';
import type { Course } from '../../src/document/course';
import { bandOf, lettersOf } from '../../src/grading/letter';
import { outlooks } from '../../src/grading/outlook';
import { ONE, rational } from '../../src/numbers/rational';
import { pointsToGo } from '../../src/search/points-to-go';
import { category, course, LETTERS, NOW, open, scored } from '../sample';

describe('pooled points', () => {
  const pooled = fc.record({
    done: fc.array(fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 40, max: 60 })), {
      minLength: 1,
    }),
    open: fc.array(fc.integer({ min: 5, max: 90 }), { minLength: 1, maxLength: 6 }),
  });

  it('are said as the least that reaches a letter, in steps that can be given', () => {
    fc.assert(
      fc.property(pooled, ({ done, open: sizes }) => {
        const document = course([
          ...done.map(([points, possible]) => scored(String(points), String(possible))),
          category(sizes.map((size) => open(String(size)))),
        ]);
        const found = outlooks(document, NOW);
        const togo = pointsToGo(found)!;
        const letters = lettersOf(LETTERS);
        const all = rational(togo.open);
        expect(togo.open).toBe(String(sizes.reduce((sum, size) => sum + size, 0)));
        for (const band of LETTERS.bands) {
          const more = togo.more(band);
          const endsWith = (points: typeof more) => {
            const { worth } = found.supposing(() => points.div(all));
            return rational(bandOf(worth!.value, letters).from).compare(rational(band.from)) >= 0;
          };
          if (more.s < 0n) continue;
          expect(more.d).toBe(1n);
          expect(endsWith(more)).toBe(true);
          if (more.n > 0n) expect(endsWith(more.sub(ONE))).toBe(false);
        }
      }),
    );
  });

  it('are not spoken of where a drop, a weight or lateness makes one point unlike another', () => {
    const togo = (document: Course) => pointsToGo(outlooks(document, NOW));
    expect(togo(course([scored('8', '10'), open('10')]))).toBeDefined();
    expect(togo(course([scored('8', '10'), open('10')], { drop: { lowest: 1 } }))).toBeUndefined();
    expect(togo(course([scored('8', '10'), open('10', { weight: '2' })]))).toBeUndefined();
    expect(togo(course([scored('8', '10'), open('10', { cap: '80' })]))).toBeUndefined();
    expect(togo(course([scored('8', '10'), open('10')], { combine: 'equal' }))).toBeUndefined();
    expect(togo(course([scored('8', '10')]))).toBeUndefined();
  });
});
