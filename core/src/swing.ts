import { exact } from './arithmetic';
import type { Outlooks } from './outlook';
import { HUNDRED, ONE, ZERO, type Rational } from './rational';
import { Variation } from './variation';

/** How far one open piece can still move the course (grading rules, section 8). */
export interface Swing {
  readonly id: string;
  /** Percent points of the course between the piece at full marks and at 0. */
  readonly points: Rational;
}

/** The open piece that can move the course most; the earlier of equal ones. Nothing where there is no forecast. */
export function largestSwing(from: Outlooks): Swing | undefined {
  const [first, ...rest] = swings(from);
  return rest.reduce((most, swing) => (most && swing.points.compare(most.points) > 0 ? swing : most), first);
}

/**
 * The swing of every listed, unsettled, counted piece, in tree order, everything else at its forecast.
 *
 * @param from - the course's outlooks
 * @returns empty where the course has no forecast
 */
export function swings({ plan, forecast }: Outlooks): Swing[] {
  if (!forecast?.worth) return [];
  return plan.pieces
    .filter(({ origin, settlement }) => origin === 'listed' && settlement === 'unsettled')
    .map((piece) => {
      const alone = new Variation(forecast, [piece], exact);
      const high = alone.valueAt(() => ONE);
      const low = alone.valueAt(() => ZERO);
      return { id: piece.id, points: high && low ? high.sub(low).mul(HUNDRED) : ZERO };
    });
}
