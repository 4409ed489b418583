import type { Outlooks } from '../grading/outlook';
import { decimalText, type Rational } from '../numbers/rational';
import type { BandReach } from './reach';
import type { Goal } from './trial';
import { scoresOf, solve } from './solve';

/** What a second piece takes when a first brings a score. */
export interface PairPoint {
  /** Points of the first piece. */
  readonly first: string;
  /** What the second takes then. */
  readonly second: BandReach;
}

/** What one piece takes as another brings more. */
export type Pair = { readonly points: readonly PairPoint[] } | { readonly why: string };

/** At most so many scores of the first piece are asked about, full marks and none among them. */
const MOST = 41;

/**
 * What a second open piece takes for a band, for scores of a first from none to full marks, everything else at its forecast. Each
 * point is exact, and every score of the first that is asked about is one that can be given.
 *
 * @param from - the course's outlooks
 * @param first - an unsettled, counted assessment
 * @param second - another
 * @returns the points in rising order of the first, or why there are none
 */
export function pair(from: Outlooks, first: string, second: string, goal: Goal): Pair {
  const piece = from.plan.pieces.find(({ id, origin }) => id === first && origin === 'listed');
  if (piece?.settlement !== 'unsettled') return { why: 'The first piece is not open.' };
  const { last, score } = scoresOf(piece);
  const steps = Math.min(last, MOST - 1);
  const points: PairPoint[] = [];
  for (let step = 0; step <= steps; step += 1) {
    const points1 = score(Math.round((step * last) / steps));
    const answer = secondTakes(from, first, points1.div(piece.size), second, goal);
    if ('why' in answer) return answer;
    points.push({ first: decimalText(points1, 12), second: answer });
  }
  return { points };
}

function secondTakes(
  from: Outlooks,
  first: string,
  value: Rational,
  second: string,
  goal: Goal,
): BandReach | { why: string } {
  const solution = solve(from, second, { goals: [goal], beside: { id: first, value } });
  return 'why' in solution ? solution : solution.bands[0]!;
}
