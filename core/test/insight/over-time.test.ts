import fc from 'fast-check';
import { statusOf } from '../../src/document/course';
import { pieces } from '../../src/document/tree';
import { outlooks } from '../../src/grading/outlook';
import { largestMove, overTime, standingAt } from '../../src/insight/over-time';
import { decimalText, HUNDRED } from '../../src/numbers/rational';
import { randomCourse } from '../random-course';
import { category, course, NOW, open, scored } from '../sample';

const day = (number: number) => `2026-09-${String(number).padStart(2, '0')}T20:00:00Z`;

/** Name, standing and change of each point, as text. */
const told = (document: Parameters<typeof overTime>[0]) =>
  overTime(document, NOW).map(({ piece, value, change }) => [
    piece.name,
    value && decimalText(value.mul(HUNDRED), 2),
    change && decimalText(change.mul(HUNDRED), 2),
  ]);

describe('the standing over time', () => {
  const document = course([
    category([
      scored('6', '10', { name: 'second', due: day(9) }),
      scored('10', '10', { name: 'first', due: day(2) }),
      scored('9', '10', { name: 'whenever' }),
      open('10', { name: 'open', due: day(1) }),
      scored('8', '10', { name: 'third', due: day(4), extended: day(20) }),
    ]),
    open('10', { name: 'lost', status: 'missing', due: day(15) }),
  ]);

  it('is, at a moment, what it was after the last piece that was due by then', () => {
    const points = overTime(document, NOW);
    const at = (moment: string) => {
      const value = standingAt(points, moment);
      return value && decimalText(value.mul(HUNDRED), 2);
    };
    expect([day(1), day(2), day(10), day(30)].map(at)).toEqual([undefined, '100', '80', '60']);
  });

  it('goes from one piece to the next by the day that each was due, those without a day last', () => {
    expect(told(document)).toEqual([
      ['first', '100', undefined],
      ['second', '80', '-20'],
      ['lost', '53.33', '-26.67'],
      ['third', '60', '6.67'],
      ['whenever', '66', '6'],
    ]);
  });

  it('names the piece that moved it most', () => {
    expect(largestMove(overTime(document, NOW))?.piece.name).toBe('lost');
    expect(largestMove(overTime(course([scored('5', '10')]), NOW))).toBeUndefined();
    expect(largestMove([])).toBeUndefined();
  });

  it('ends at the standing of today, and its changes lead there', () => {
    fc.assert(
      fc.property(randomCourse(), (any) => {
        // What is overdue depends on the moment, which moves with the points.
        const free = { ...any, policy: { ...any.policy } };
        delete free.policy.overdue;
        const points = overTime(free, NOW);
        const settled = pieces(free).filter((piece) => ['scored', 'missing'].includes(statusOf(piece)));
        expect(points.map(({ piece }) => piece.id).sort()).toEqual(settled.map(({ id }) => id).sort());
        const last = points.at(-1);
        const { standing } = outlooks(free, NOW);
        if (last) expect(last.value?.toFraction()).toBe(standing.worth?.value.toFraction());
      }),
      { numRuns: 300 },
    );
  });
});
