import {
  compareOf,
  ONE,
  productOf,
  quotientOf,
  rootCurve,
  roundToStep,
  sumOf,
  toFloat,
  ZERO,
  type Rational,
  type RoundingMode,
} from './rational';

/** A rounding with its step as a fraction of the whole (a step of one percent is 1/100). */
export interface Rounding<N> {
  readonly step: N;
  readonly mode: RoundingMode;
}

/**
 * The few verbs in which the rules are written, so that one text of the rules serves the exact numbers that decide and the
 * floating ones that only guide a search.
 */
export interface Arithmetic<N> {
  readonly zero: N;
  readonly one: N;
  from(value: Rational): N;
  subtract(a: N, b: N): N;
  /** The sum of what any number of items hold: 0 of none. */
  sum<T>(items: readonly T[], valueOf: (item: T) => N): N;
  multiply(a: N, b: N): N;
  /** @param b - not zero */
  divide(a: N, b: N): N;
  /** Negative, zero or positive, as for a sort. */
  compare(a: N, b: N): number;
  /**
   * What two values tie within, as a part of the numbers that they were made of. Floats of what is exactly equal differ a little,
   * and whoever goes by that drops another piece than the rules do.
   */
  readonly ties: number;
  isZero(value: N): boolean;
  /** A float within a relative 2⁻⁵⁰ of a value; `NaN` where floats do not reach so far. */
  approximate(value: N): number;
  round(value: N, rounding: Rounding<N>): N;
  /** Ten times the root of a percent, to the nearest hundredth of a percent, halves up; both as fractions of one. */
  root(value: N): N;
}

/** Exact arithmetic on rational numbers: what every shown grade is made with. */
export const exact: Arithmetic<Rational> = {
  zero: ZERO,
  one: ONE,
  from: (value) => value,
  subtract: (a, b) => a.sub(b),
  sum: sumOf,
  multiply: productOf,
  divide: quotientOf,
  compare: compareOf,
  ties: 0,
  isZero: (value) => value.n === 0n,
  approximate: toFloat,
  round: (value, rounding) => roundToStep(value, rounding.step, rounding.mode),
  root: rootCurve,
};

/** What is nearer to another value, to a step or to the middle between two than this part of it lies on it: floats would miss it. */
const CLOSE = 1e-9;

/** Floating arithmetic: it may guide a search, and never decides (grading rules, preamble). */
export const floating: Arithmetic<number> = {
  zero: 0,
  one: 1,
  from: toFloat,
  subtract: (a, b) => a - b,
  sum: (items, valueOf) => {
    let sum = 0;
    for (const item of items) sum += valueOf(item);
    return sum;
  },
  multiply: (a, b) => a * b,
  divide: (a, b) => a / b,
  compare: (a, b) => (Math.abs(a - b) <= CLOSE * Math.max(1, Math.abs(a), Math.abs(b)) ? 0 : a - b),
  ties: CLOSE,
  isZero: (value) => value === 0,
  approximate: (value) => value,
  round: (value, { step, mode }) => roundFloat(value / step, mode) * step,
  root: (value) => Math.floor(Math.sqrt(Math.max(0, value)) * 10_000 + 0.5 + CLOSE) / 10_000,
};

/** A rounding in other numbers. */
export function roundingIn<N>(
  round: Rounding<Rational> | undefined,
  a: Arithmetic<N>,
): Rounding<N> | undefined {
  return round && { step: a.from(round.step), mode: round.mode };
}

function roundFloat(steps: number, mode: RoundingMode): number {
  const nearest = Math.round(steps);
  if (Math.abs(steps - nearest) < CLOSE) return nearest;
  if (mode === 'up') return Math.ceil(steps);
  const below = Math.floor(steps);
  if (mode === 'down') return below;
  const over = steps - below - 0.5;
  const tied = Math.abs(over) < CLOSE;
  const up = tied ? mode === 'half-up' || below % 2 === 1 : over > 0;
  return up ? below + 1 : below;
}
