import Joi from 'joi';
import { positiveDecimalSchema, type Decimal } from '../../numbers/decimal';
import { LIMITS } from '../limits';
import type { CategoryRule } from '../rule';

/** Pieces that the syllabus promises. */
export interface Planned {
  pieces: number;
  /** Points of each promised piece. */
  possible?: Decimal;
}

export const plannedSchema = Joi.object({
  pieces: Joi.number().integer().min(1).max(LIMITS.planned).required(),
  possible: positiveDecimalSchema(),
});

/** Promised pieces: what is not listed yet counts as open work (grading rules, section 5). */
export const plannedRule: CategoryRule<Planned> = {
  schema: plannedSchema,
  faults: ({ planned, combine }) =>
    planned !== undefined && combine === 'weights'
      ? [{ at: ['planned'], message: 'must be left out where every piece has a weight of its own' }]
      : [],
};
