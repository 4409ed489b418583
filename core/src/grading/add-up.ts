import type { Combine, Drop } from '../document/course';
import type { Arithmetic } from '../numbers/arithmetic';
import type { Addition, Candidates } from '../rules/drop/candidates';
import { chooseDrops, NOTHING, type Dropped } from '../rules/drop/choose';

/** How a category makes one sum of its children's values. */
export interface Rule {
  readonly combine: Combine;
  readonly drop: Required<Drop>;
}

/** Sums over a category's children: above the line over R and E, below it and of sizes over R. */
export interface Tally<N> extends Addition<N> {
  /**
   * The points that full marks of R are: of each piece its possible points, of each category its M. Not summed (0) where
   * points are pooled: there it is what is below the line.
   */
  readonly size: N;
}

/** What a category's children come to, under one set of weights. */
export interface Total<N> {
  readonly dropped: Dropped;
  /** The sums after drops. */
  readonly tally: Tally<N>;
  /** The value before curve, deductions, cap and rounding, if there is one. */
  readonly sum: N | undefined;
  /** M, the points that full marks are. */
  readonly size: N;
}

/** What full marks of a child are in its category: its points, one, or its weight. */
export function unit<N>(combine: Combine, weight: N | undefined, size: N, a: Arithmetic<N>): N {
  if (combine === 'equal') return a.one;
  if (combine === 'weights') return weight!;
  return weight === undefined ? size : a.multiply(weight, size);
}

/** What a child adds above the line. */
export function gain<N>(combine: Combine, value: N, denominator: N, a: Arithmetic<N>): N {
  return combine === 'equal' ? value : a.multiply(value, denominator);
}

/**
 * Adds a category up from its children (grading rules, sections 3 and 4): drops, then the quotient.
 *
 * @param rule - how
 * @param regular - R, where a drop may act
 * @param whole - the sums before drops
 * @param before - what a similar R dropped, if known
 */
export function addUp<N>(
  rule: Rule,
  regular: Candidates<N> | undefined,
  whole: Tally<N>,
  a: Arithmetic<N>,
  before?: Dropped,
): Total<N> {
  const dropped = regular ? chooseDrops(rule.drop, regular, whole, a, before) : NOTHING;
  const tally = regular ? without(rule, whole, regular, dropped, a) : whole;
  const sum = a.isZero(tally.denominator) ? undefined : a.divide(tally.numerator, tally.denominator);
  return { dropped, tally, sum, size: rule.combine === 'points' ? tally.denominator : tally.size };
}

/**
 * Which of several sums of the same category counts (grading rules, section 18): the highest; of equal ones the first; one without a value
 * only where none has one.
 *
 * @returns its index
 */
export function highest<T, N>(
  sums: readonly T[],
  sumOf: (item: T) => N | undefined,
  a: Arithmetic<N>,
): number {
  let best = 0;
  for (let index = 1; index < sums.length; index += 1) {
    const sum = sumOf(sums[index]!);
    const most = sumOf(sums[best]!);
    if (sum !== undefined && (most === undefined || a.compare(sum, most) > 0)) best = index;
  }
  return best;
}

function without<N>(
  { combine }: Rule,
  whole: Tally<N>,
  { members }: Candidates<N>,
  { lowest, highest }: Dropped,
  a: Arithmetic<N>,
): Tally<N> {
  if (lowest.length + highest.length === 0) return whole;
  const gone = highest.length > 0 ? [...lowest, ...highest] : lowest;
  return minus(
    whole,
    {
      numerator: a.sum(gone, (index) => members[index]!.numerator),
      denominator: a.sum(gone, (index) => members[index]!.denominator),
      size: combine === 'points' ? a.zero : a.sum(gone, (index) => members[index]!.worth.size),
    },
    a,
  );
}

/** Sums without a part of them. */
export function minus<N>(whole: Tally<N>, part: Tally<N>, a: Arithmetic<N>): Tally<N> {
  return {
    numerator: a.subtract(whole.numerator, part.numerator),
    denominator: a.subtract(whole.denominator, part.denominator),
    size: a.subtract(whole.size, part.size),
  };
}
