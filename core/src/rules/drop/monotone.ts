import type { Rational } from '../../numbers/rational';
import type { Drop } from './form';

/**
 * Whether a rise of some candidates can make what is kept of them fall. By percent or points a rise can exchange which of two pieces of
 * different size is left out. It cannot where the drop is by benefit (the highest of several rising values rises), or where all that can
 * be dropped counts alike (`equal`, or the same weight or points), so that the lowest kept sum rises.
 *
 * @param units - what full marks of each candidate are in their category; nothing where that is not known without looking at values
 * @param sizes - their points, likewise
 */
export function canFall(
  { by }: Required<Drop>,
  units: readonly (Rational | undefined)[],
  sizes: readonly (Rational | undefined)[],
): boolean {
  if (by === 'benefit') return false;
  return !areAlike(units) || (by === 'points' && !areAlike(sizes));
}

/** Whether all are known, and the same. */
export function areAlike([first, ...rest]: readonly (Rational | undefined)[]): boolean {
  return rest.every((value) => value !== undefined && first !== undefined && value.equals(first));
}
