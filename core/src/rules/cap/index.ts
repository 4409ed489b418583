import type { Arithmetic } from '../../numbers/arithmetic';
import type { Decimal } from '../../numbers/decimal';
import type { CategoryRule } from '../rule';

/** The highest percent that counts of a category or a piece (grading rules, sections 2 and 3). It never makes a rise fall. */
export const capRule: CategoryRule<Decimal> = {};

/** A value under its cap. */
export function atMost<N>(value: N, cap: N | undefined, a: Arithmetic<N>): N {
  return cap !== undefined && a.compare(value, cap) > 0 ? cap : value;
}
