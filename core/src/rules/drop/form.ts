import Joi from 'joi';
import { isObject } from '../../numbers/json';
import { LIMITS } from '../limits';
import type { CategoryRule } from '../rule';

/** How many of a category's pieces do not count. */
export interface Drop {
  lowest?: number;
  highest?: number;
  by?: 'percent' | 'points' | 'benefit';
  when?: 'always' | 'complete';
}

const dropCount = Joi.number().integer().min(0).max(LIMITS.planned);

const dropSchema = Joi.object({
  lowest: dropCount,
  highest: dropCount,
  by: Joi.string().valid('percent', 'points', 'benefit'),
  when: Joi.string().valid('always', 'complete'),
});

/**
 * Drops: which members of a category do not count (grading rules, section 4). By percent or points a rise can change who is left out, so
 * that the whole falls (`monotone.ts`); by benefit it cannot.
 */
export const dropRule: CategoryRule<Drop> = {
  schema: dropSchema,
  faults: ({ drop }) =>
    isObject(drop) && drop.by === 'benefit' && typeof drop.highest === 'number' && drop.highest > 0
      ? [{ at: ['drop', 'highest'], message: 'must be 0 where drops are by benefit' }]
      : [],
  problem: ({ lowest = 0, highest = 0 }, { pieces, isEmpty }) => {
    const drops = lowest + highest;
    return !isEmpty && drops > 0 && drops >= pieces ? { code: 'drop-all', drops, pieces } : undefined;
  },
};
