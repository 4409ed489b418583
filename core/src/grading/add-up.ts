import type { Combine, Drop } from '../document/course';
import type { Arithmetic, Rounding } from '../numbers/arithmetic';
import { atMost } from '../rules/cap';
import type { Addition, Candidates, Worth } from '../rules/drop/candidates';
import { chooseDrops, NOTHING, type Dropped } from '../rules/drop/choose';

/** How a category makes one value of its children's. */
export interface Rule<N> {
  readonly combine: Combine;
  readonly drop: Required<Drop>;
  /** Highest value that it can reach. */
  readonly cap: N | undefined;
  readonly round: Rounding<N> | undefined;
}

/** Sums over a category's children: above the line over R and E, below it and of sizes over R. */
export interface Tally<N> extends Addition<N> {
  /**
   * The points that full marks of R are: of each piece its possible points, of each category its M. Not summed (0) where
   * points are pooled: there it is what is below the line.
   */
  readonly size: N;
}

/** What a category's children come to. */
export interface Total<N> {
  readonly dropped: Dropped;
  /** The sums after drops. */
  readonly tally: Tally<N>;
  /** The value before cap and rounding, if there is one. */
  readonly sum: N | undefined;
  /** After the cap; the same as `sum` where none acts. */
  readonly capped: N | undefined;
  readonly worth: Worth<N> | undefined;
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
 * Adds a category up from its children (grading rules, sections 3 and 4): drops, the quotient, the cap, the rounding.
 *
 * @param rule - how
 * @param regular - R, where a drop may act
 * @param whole - the sums before drops
 * @param before - what a similar R dropped, if known
 */
export function addUp<N>(
  rule: Rule<N>,
  regular: Candidates<N> | undefined,
  whole: Tally<N>,
  a: Arithmetic<N>,
  before?: Dropped,
): Total<N> {
  const dropped = regular ? chooseDrops(rule.drop, regular, whole, a, before) : NOTHING;
  const tally = regular ? without(rule, whole, regular, dropped, a) : whole;
  if (a.isZero(tally.denominator))
    return { dropped, tally, sum: undefined, capped: undefined, worth: undefined };
  const sum = a.divide(tally.numerator, tally.denominator);
  const capped = atMost(sum, rule.cap, a);
  const value = rule.round ? a.round(capped, rule.round) : capped;
  const size = rule.combine === 'points' ? tally.denominator : tally.size;
  return { dropped, tally, sum, capped, worth: { value, size } };
}

function without<N>(
  { combine }: Rule<N>,
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
