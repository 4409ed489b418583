import Joi from 'joi';
import type { Decimal } from '../../numbers/decimal';
import type { RoundingMode } from '../../numbers/rational';
import { positiveDecimalSchema } from '../../numbers/schemas';
import type { CategoryForm } from '../rule';

/** How a percent is rounded. */
export interface Round {
  /** In percent points, above 0. */
  step: Decimal;
  mode?: RoundingMode;
}

export const roundSchema = Joi.object({
  step: positiveDecimalSchema().required(),
  mode: Joi.string().valid('half-up', 'half-even', 'up', 'down'),
});

export const roundForm: CategoryForm = { schema: roundSchema };
