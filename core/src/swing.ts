import { rederive, withAncestors } from './combine';
import type { Outlooks } from './outlook';
import type { PlannedPiece } from './plan';
import { HUNDRED, ZERO, type Rational } from './rational';

/** How far one open piece can still move the course (grading rules, section 8). */
export interface Swing {
  readonly id: string;
  /** Percent points of the course between the piece at full marks and at 0. */
  readonly points: Rational;
}

/** The open piece that can move the course most; the earlier of equal ones. Nothing where there is no forecast. */
export function largestSwing(from: Outlooks<Rational>): Swing | undefined {
  const [first, ...rest] = swings(from);
  return rest.reduce((most, swing) => (most && swing.points.compare(most.points) > 0 ? swing : most), first);
}

/**
 * The swing of every listed, unsettled, counted piece, in tree order, everything else at its forecast.
 *
 * @param from - the course's outlooks
 * @returns empty where the course has no forecast
 */
export function swings({ plan, forecast, forecastOf }: Outlooks<Rational>): Swing[] {
  if (!forecast?.worth) return [];
  const { arithmetic } = plan;
  const gradeWith = (piece: PlannedPiece<Rational>, value: Rational) => {
    const valueOf = (other: PlannedPiece<Rational>) => (other === piece ? value : forecastOf(other));
    return rederive(forecast, withAncestors([piece]), { valueOf, waits: false }, arithmetic).worth?.value;
  };
  return plan.pieces
    .filter(({ origin, settlement }) => origin === 'listed' && settlement === 'unsettled')
    .map((piece) => {
      const high = gradeWith(piece, arithmetic.one);
      const low = gradeWith(piece, arithmetic.zero);
      return { id: piece.id, points: high && low ? high.sub(low).mul(HUNDRED) : ZERO };
    });
}
