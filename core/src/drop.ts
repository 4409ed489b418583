import type { Arithmetic } from './arithmetic';
import { dropForBenefit } from './drop-benefit';
import type { PlannedCategory } from './plan';

/** A member of R as the drops see it. */
export interface Candidate<N> {
  /** Fraction of full marks. */
  readonly value: N;
  /** Points that full marks are: of a piece its possible points, of a category its M. */
  readonly size: N;
  /** What it adds to the sum above the line of its category: weight × earned, r, or weight × r. */
  readonly above: N;
  /** What it adds below the line: weight × possible, 1, or weight. */
  readonly below: N;
}

/**
 * Chooses which members of R a category leaves out (grading rules, section 4).
 *
 * @param rule - the category's drop rule
 * @param candidates - R in order
 * @param extraAbove - what extra credit adds above the line; it matters to `benefit` only
 * @returns the indexes of the candidates that go, lowest first
 */
export function chooseDrops<N>(
  rule: PlannedCategory<N>['drop'],
  candidates: readonly Candidate<N>[],
  extraAbove: N,
  arithmetic: Arithmetic<N>,
): number[] {
  const lowest = Math.min(rule.lowest, candidates.length - 1);
  const highest = Math.min(rule.highest, candidates.length - 1 - lowest);
  if (lowest + highest <= 0) return [];
  if (rule.by === 'benefit') return dropForBenefit(candidates, lowest, extraAbove, arithmetic);
  const keys =
    rule.by === 'percent'
      ? candidates.map(({ value }) => value)
      : candidates.map(({ value, size }) => arithmetic.multiply(value, size));
  const order = candidates.map((_, index) => index);
  const rising = [...order].sort((a, b) => arithmetic.compare(keys[a]!, keys[b]!) || a - b);
  const low = rising.slice(0, lowest);
  const falling = rising.slice(lowest).sort((a, b) => arithmetic.compare(keys[b]!, keys[a]!) || a - b);
  return [...low, ...falling.slice(0, highest)];
}
