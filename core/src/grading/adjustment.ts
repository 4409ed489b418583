import { roundingIn, type Arithmetic, type Rounding } from '../numbers/arithmetic';
import type { Rational } from '../numbers/rational';
import { atMost } from '../rules/cap';
import { afterPenalty, type Penalty } from '../rules/late/lateness';

/** What happens to any value that a piece gets: lateness, then its cap, then (an empty category's) rounding. */
export interface Adjustment<N> {
  readonly penalty: Penalty<N> | undefined;
  readonly cap: N | undefined;
  readonly round: Rounding<N> | undefined;
}

/** A value of a piece as it counts. */
export function adjusted<N>(value: N, { penalty, cap, round }: Adjustment<N>, a: Arithmetic<N>): N {
  const late = penalty ? afterPenalty(value, penalty, a) : value;
  const most = atMost(late, cap, a);
  return round ? a.round(most, round) : most;
}

/** A handling in other numbers. */
export function adjustmentIn<N>(
  { penalty, cap, round }: Adjustment<Rational>,
  a: Arithmetic<N>,
): Adjustment<N> {
  return {
    penalty: penalty && { ...penalty, loss: a.from(penalty.loss), floor: a.from(penalty.floor) },
    cap: cap && a.from(cap),
    round: roundingIn(round, a),
  };
}

/**
 * Which straight piece of `handled` a value lies on. Between two values of the same bend, what counts is a straight line of
 * the value; as the value rises, no bend comes back.
 */
export function bendOf<N>(value: N, { penalty, cap, round }: Adjustment<N>, a: Arithmetic<N>): string {
  const late = penalty ? afterPenalty(value, penalty, a) : value;
  const branch = penalty && !penalty.closed ? penaltyBranch(value, late, penalty, a) : '';
  return branch + topBend(late, { cap, round }, a);
}

function penaltyBranch<N>(value: N, late: N, { floor }: Penalty<N>, a: Arithmetic<N>): string {
  if (a.compare(value, floor) < 0) return 'v';
  return a.compare(late, floor) > 0 ? 'l' : 'f';
}

/** The same for a cap and a rounding alone. */
export function topBend<N>(
  value: N,
  { cap, round }: Pick<Adjustment<N>, 'cap' | 'round'>,
  a: Arithmetic<N>,
): string {
  const most = atMost(value, cap, a);
  if (round) return String(a.approximate(a.round(most, round)));
  return cap !== undefined && a.compare(value, cap) >= 0 ? 'c' : '';
}
