import Joi from 'joi';
import type { Decimal } from '../../numbers/decimal';
import { positiveDecimalSchema } from '../../numbers/schemas';
import { LIMITS } from '../limits';
import type { CategoryForm } from '../rule';

/** Pieces that the syllabus promises. */
export interface Planned {
  pieces: number;
  /** Points of each promised piece. */
  possible?: Decimal;
}

const schema = Joi.object({
  pieces: Joi.number().integer().min(1).max(LIMITS.planned).required(),
  possible: positiveDecimalSchema(),
});

export const plannedForm: CategoryForm = {
  schema,
  faults: ({ planned, combine }) =>
    planned !== undefined && combine === 'weights'
      ? [{ at: ['planned'], message: 'must be left out where every piece has a weight of its own' }]
      : [],
};
