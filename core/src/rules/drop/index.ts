import type { CategoryRule } from '../rule';
import type { Drop } from './form';
import { canFall } from './monotone';

/**
 * Drops: which members of a category do not count (grading rules, section 4). By percent or points a rise can change who is left out, so
 * that the whole falls (`monotone.ts`); by benefit it cannot.
 */
export const dropRule: CategoryRule<Drop> = {
  canFall,
  problem: ({ lowest = 0, highest = 0 }, { pieces, isEmpty }) => {
    const drops = lowest + highest;
    return !isEmpty && drops > 0 && drops >= pieces ? { code: 'drop-all', drops, pieces } : undefined;
  },
};
