import type { Outlooks } from './outlook';
import type { Rational } from './rational';
import { HUNDRED, ZERO } from './rational';
import { gradeWith } from './solve';

/** How far one open piece can still move the course (grading rules, section 8). */
export interface Swing {
  readonly id: string;
  /** Percent points of the course between the piece at full marks and at 0. */
  readonly points: Rational;
}

/**
 * The swing of every listed, unsettled, counted piece, in tree order, everything else at its forecast.
 *
 * @param from - the course's outlooks
 * @returns empty where the course has no forecast
 */
export function swings(from: Outlooks<Rational>): Swing[] {
  if (!from.forecast?.worth) return [];
  const { zero, one } = from.plan.arithmetic;
  return from.plan.pieces
    .filter(({ origin, settlement }) => origin === 'listed' && settlement === 'unsettled')
    .map((piece) => {
      const high = gradeWith(from, piece, one);
      const low = gradeWith(from, piece, zero);
      return { id: piece.id, points: high && low ? high.sub(low).mul(HUNDRED) : ZERO };
    });
}
