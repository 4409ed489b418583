import { roundingIn, type Arithmetic, type Rounding } from '../numbers/arithmetic';
import type { Rational } from '../numbers/rational';
import { atMost } from '../rules/cap';
import { bendingIn, bent, curvePiece, type Bending } from '../rules/curve/bend';
import { afterPenalty, type Penalty } from '../rules/late/lateness';

/** What happens to any value that a piece gets: its curve, lateness, then its cap, then (an empty category's) rounding. */
export interface Adjustment<N> {
  readonly curve: Bending<N> | undefined;
  /** Whether the curve leaves 0 as it is: nobody curves what was never handed in. */
  readonly zeroStays: boolean;
  readonly penalty: Penalty<N> | undefined;
  readonly cap: N | undefined;
  readonly round: Rounding<N> | undefined;
}

/** Whether anything is done to a value. */
export function isAdjusting({ curve, penalty, cap, round }: Adjustment<Rational>): boolean {
  return (curve ?? penalty ?? cap ?? round) !== undefined;
}

/** A value of a piece as it counts. */
export function adjusted<N>(value: N, handling: Adjustment<N>, a: Arithmetic<N>): N {
  return afterCurve(curved(value, handling, a), handling, a);
}

/** What follows on the curve: all that acts on a value that the curves are in already. */
export function afterCurve<N>(value: N, { penalty, cap, round }: Adjustment<N>, a: Arithmetic<N>): N {
  const late = penalty ? afterPenalty(value, penalty, a) : value;
  const most = atMost(late, cap, a);
  return round ? a.round(most, round) : most;
}

/** A piece's value after its curve. */
export function curved<N>(value: N, { curve, zeroStays }: Adjustment<N>, a: Arithmetic<N>): N {
  return !curve || (zeroStays && a.isZero(value)) ? value : bent(value, curve, a);
}

/** A handling in other numbers. */
export function adjustmentIn<N>(
  { curve, zeroStays, penalty, cap, round }: Adjustment<Rational>,
  a: Arithmetic<N>,
): Adjustment<N> {
  return {
    curve: bendingIn(curve, a),
    zeroStays,
    penalty: penalty && { ...penalty, loss: a.from(penalty.loss), floor: a.from(penalty.floor) },
    cap: cap && a.from(cap),
    round: roundingIn(round, a),
  };
}

/**
 * Which straight piece of `adjusted` a value lies on. Between two values of the same bend, what counts is a straight line of
 * the value; as the value rises, no bend comes back.
 */
export function bendOf<N>(value: N, handling: Adjustment<N>, a: Arithmetic<N>): string {
  const { curve, zeroStays, penalty } = handling;
  const start = curved(value, handling, a);
  const stays = zeroStays && a.isZero(value);
  const onCurve = curve ? `${stays ? 'z' : curvePiece(value, curve, a)},` : '';
  const late = penalty ? afterPenalty(start, penalty, a) : start;
  const branch = penalty && !penalty.closed ? penaltyBranch(start, late, penalty, a) : '';
  return onCurve + branch + topBend(late, handling, a);
}

function penaltyBranch<N>(value: N, late: N, { floor }: Penalty<N>, a: Arithmetic<N>): string {
  if (a.compare(value, floor) < 0) return 'v';
  return a.compare(late, floor) > 0 ? 'l' : 'f';
}

/** The same for a cap and a rounding alone. */
function topBend<N>(
  value: N,
  { cap, round }: Pick<Adjustment<N>, 'cap' | 'round'>,
  a: Arithmetic<N>,
): string {
  const most = atMost(value, cap, a);
  if (round) return String(a.approximate(a.round(most, round)));
  return cap !== undefined && a.compare(value, cap) >= 0 ? 'c' : '';
}

/** What happens to what a category adds up to: its curve, what deductions take away, its cap, its rounding. */
export interface Finish<N> extends Pick<Adjustment<N>, 'curve' | 'cap' | 'round'> {
  /** What all its deductions take together, a fraction of full marks. */
  readonly lost: N;
}

/** The way of what a category adds up to, step by step; each is the same as the one before where nothing acts. */
export interface Finished<N> {
  readonly curved: N;
  readonly left: N;
  readonly capped: N;
  readonly value: N;
}

/** A category's value of what it adds up to. */
export function finished<N>(sum: N, { curve, lost, cap, round }: Finish<N>, a: Arithmetic<N>): Finished<N> {
  const onCurve = curve ? bent(sum, curve, a) : sum;
  const left = a.isZero(lost) ? onCurve : less(onCurve, lost, a);
  const capped = atMost(left, cap, a);
  return { curved: onCurve, left, capped, value: round ? a.round(capped, round) : capped };
}

/** The same for `finished`: which straight piece of it a sum lies on. */
export function finishBend<N>(sum: N, finish: Finish<N>, a: Arithmetic<N>): string {
  const { curve, lost } = finish;
  const { left } = finished(sum, finish, a);
  const onCurve = curve ? `${curvePiece(sum, curve, a)},` : '';
  const nothingLeft = !a.isZero(lost) && a.isZero(left) ? 'n' : '';
  return onCurve + nothingLeft + topBend(left, finish, a);
}

function less<N>(value: N, lost: N, a: Arithmetic<N>): N {
  const left = a.subtract(value, lost);
  return a.compare(left, a.zero) > 0 ? left : a.zero;
}
