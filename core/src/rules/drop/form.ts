import Joi from 'joi';
import { LIMITS } from '../limits';

/** How many of a category's pieces do not count. */
export interface Drop {
  lowest?: number;
  highest?: number;
  by?: 'percent' | 'points' | 'benefit';
  when?: 'always' | 'complete';
}

const dropCount = Joi.number().integer().min(0).max(LIMITS.planned);

export const dropSchema = Joi.object({
  lowest: dropCount,
  highest: dropCount,
  by: Joi.string().valid('percent', 'points', 'benefit'),
  when: Joi.string().valid('always', 'complete'),
});
