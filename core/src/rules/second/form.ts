import Joi from 'joi';
import type { Decimal } from '../../numbers/decimal';
import { decimalSchema, lineSchema } from '../../numbers/schemas';
import { LIMITS } from '../limits';

/**
 * A second way of adding the same pieces up, which gives a grade of its own: the year's by its own weights, beside that of its
 * quarters. No score is entered twice.
 */
export interface Second {
  /** What the grade is of: "The year". */
  name: string;
  groups: SecondGroup[];
}

/** Categories and pieces of the course that count together in its second way; each goes by its own rules. */
export interface SecondGroup {
  name: string;
  weight: Decimal;
  /** Points pooled unless said. */
  combine?: 'points' | 'equal';
  /** Ids of categories and pieces. */
  of: string[];
}

export const secondSchema = Joi.object({
  name: lineSchema(LIMITS.name).required(),
  groups: Joi.array()
    .items(
      Joi.object({
        name: lineSchema(LIMITS.name).required(),
        weight: decimalSchema().required(),
        combine: Joi.string().valid('points', 'equal'),
        of: Joi.array().items(lineSchema(LIMITS.id)).min(1).max(LIMITS.groupOf).required(),
      }),
    )
    .min(1)
    .max(LIMITS.groups)
    .required(),
});
