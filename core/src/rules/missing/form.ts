import Joi from 'joi';
import type { Decimal } from '../../numbers/decimal';
import { decimalSchema } from '../../numbers/schemas';
import type { CategoryForm } from '../rule';

/** What missing work counts as. */
export interface MissingPolicy {
  counts: 'percent' | 'nothing';
  /** Percent of the possible points; 0 unless said. */
  percent?: Decimal;
}

export const missingSchema = Joi.object({
  counts: Joi.string().valid('percent', 'nothing').required(),
  percent: decimalSchema(),
});

export const missingForm: CategoryForm = { schema: missingSchema };
