import { areAlike } from '../drop/monotone';
import type { CategoryRule } from '../rule';
import type { Replace } from './form';

/**
 * Replacement (grading rules, section 16). Where all that may be replaced counts alike it makes no rise fall, nor where all the lowest places
 * are taken whatever comes; else a rise can exchange which of two pieces of different weight is the lower, so that the one that counts less
 * is replaced. A search then keeps to stretches on which the same ones are lowest.
 */
export const replaceRule: CategoryRule<Replace> = {
  renamed: (replace, to) => {
    const by = to(replace.by);
    return by === undefined ? undefined : { ...replace, by };
  },
  canFall: ({ lowest = 1 }, { units, varying }) =>
    lowest > 0 && lowest < units.length && varying > 0 && !areAlike(units),
};
