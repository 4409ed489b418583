import { compareOf, type Rational } from '../../numbers/rational';
import type { CategoryShape } from '../rule';
import type { Drop } from './form';

/**
 * Whether a rise of some candidates can make what is kept of them fall. By percent or points a rise can exchange which of two pieces of
 * different size is left out. It cannot where the drop is by benefit (the highest of several rising values rises), or where all that can
 * be dropped counts alike (`equal`, or the same weight or points), so that the lowest kept sum rises.
 */
export function canFall(drop: Drop, { units, sizes }: CategoryShape): boolean {
  const { by = 'percent' } = drop;
  if (!acts(drop, units.length) || by === 'benefit') return false;
  return !areAlike(units) || (by === 'points' && !areAlike(sizes));
}

/** Whether it can leave anything of so many candidates out. */
export function acts({ lowest = 0, highest = 0 }: Drop, candidates: number): boolean {
  return lowest + highest > 0 && candidates > 1;
}

/** Whether all are known, and the same. */
export function areAlike([first, ...rest]: readonly (Rational | undefined)[]): boolean {
  return rest.every((value) => value !== undefined && first !== undefined && compareOf(value, first) === 0);
}
