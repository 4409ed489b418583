import type { Arithmetic } from '../../numbers/arithmetic';
import { fractionOfPercent, ONE, rational, ZERO, type Rational } from '../../numbers/rational';
import type { Curve } from './form';

/** A curve ready for computing: from a fraction of full marks to one. */
export type Bending<N> =
  /** The value times `factor`, less `less`, and not below 0. */
  | { readonly kind: 'straight'; readonly factor: N; readonly less: N }
  | { readonly kind: 'root' }
  | { readonly kind: 'steps'; readonly steps: readonly { readonly from: N; readonly gives: N }[] };

/**
 * A curve of the document ready for computing.
 *
 * @param whole - what full marks are in the unit of `add` and `full`: an assessment's possible points, 100 percent of a category
 */
export function bendingOf(curve: Curve, whole: Rational): Bending<Rational> {
  if ('add' in curve) return { kind: 'straight', factor: ONE, less: rational(curve.add).div(whole).neg() };
  if ('times' in curve) return { kind: 'straight', factor: rational(curve.times), less: ZERO };
  if ('full' in curve) return { kind: 'straight', factor: whole.div(rational(curve.full)), less: ZERO };
  if ('root' in curve) return { kind: 'root' };
  if ('steps' in curve)
    return {
      kind: 'steps',
      steps: curve.steps.map(({ from, gives }) => ({
        from: fractionOfPercent(from),
        gives: fractionOfPercent(gives),
      })),
    };
  const [low, high] = curve.line.from.map(fractionOfPercent) as [Rational, Rational];
  const [start, end] = curve.line.to.map(fractionOfPercent) as [Rational, Rational];
  const factor = end.sub(start).div(high.sub(low));
  return { kind: 'straight', factor, less: low.mul(factor).sub(start) };
}

/** A curve in other numbers. */
export function bendingIn<N>(
  bending: Bending<Rational> | undefined,
  a: Arithmetic<N>,
): Bending<N> | undefined {
  if (!bending || bending.kind === 'root') return bending;
  if (bending.kind === 'straight')
    return { kind: 'straight', factor: a.from(bending.factor), less: a.from(bending.less) };
  const steps = bending.steps.map(({ from, gives }) => ({ from: a.from(from), gives: a.from(gives) }));
  return { kind: 'steps', steps };
}

/** A value as its curve gives it. */
export function bent<N>(value: N, bending: Bending<N>, a: Arithmetic<N>): N {
  if (bending.kind === 'root') return a.root(value);
  if (bending.kind === 'steps') return stepAt(value, bending.steps, a).gives;
  const line = a.subtract(a.multiply(value, bending.factor), bending.less);
  return a.compare(line, a.zero) > 0 ? line : a.zero;
}

/** Which straight piece of a curve a value lies on: between two values on the same, the curve is a straight line. */
export function curvePiece<N>(value: N, bending: Bending<N>, a: Arithmetic<N>): string {
  const after = bent(value, bending, a);
  if (bending.kind === 'straight') return a.compare(after, a.zero) > 0 ? '' : '0';
  return String(a.approximate(after));
}

function stepAt<N>(
  value: N,
  steps: readonly { readonly from: N; readonly gives: N }[],
  a: Arithmetic<N>,
): { readonly from: N; readonly gives: N } {
  return steps.find(({ from }) => a.compare(value, from) >= 0)!;
}
