import Joi from 'joi';
import type { Rounding } from '../../numbers/arithmetic';
import { positiveDecimalSchema, type Decimal } from '../../numbers/decimal';
import { fractionOfPercent, type Rational, type RoundingMode } from '../../numbers/rational';
import type { CategoryRule } from '../rule';

export interface Round {
  /** In percent points, above 0. */
  step: Decimal;
  mode?: RoundingMode;
}

export const roundSchema = Joi.object({
  step: positiveDecimalSchema().required(),
  mode: Joi.string().valid('half-up', 'half-even', 'up', 'down'),
});

/** Rounding: acts on what a category comes to, after its cap (grading rules, section 3). It never makes a rise fall. */
export const roundRule: CategoryRule<Round> = { schema: roundSchema };

/** A rounding of the document (percent points) as a fraction of the whole. */
export function rounding(round: Round | undefined): Rounding<Rational> | undefined {
  return round && { step: fractionOfPercent(round.step), mode: round.mode ?? 'half-up' };
}
