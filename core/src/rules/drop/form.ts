import Joi from 'joi';
import { isObject } from '../../numbers/json';
import { LIMITS } from '../limits';
import type { CategoryForm } from '../rule';

/** How many of a category's pieces do not count. */
export interface Drop {
  lowest?: number;
  highest?: number;
  by?: 'percent' | 'points' | 'benefit';
  when?: 'always' | 'complete';
}

const dropCount = Joi.number().integer().min(0).max(LIMITS.planned);

const schema = Joi.object({
  lowest: dropCount,
  highest: dropCount,
  by: Joi.string().valid('percent', 'points', 'benefit'),
  when: Joi.string().valid('always', 'complete'),
});

export const dropForm: CategoryForm = {
  schema,
  faults: ({ drop }) =>
    isObject(drop) && drop.by === 'benefit' && typeof drop.highest === 'number' && drop.highest > 0
      ? [{ at: ['drop', 'highest'], message: 'must be 0 where drops are by benefit' }]
      : [],
};
