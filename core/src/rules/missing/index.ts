import Joi from 'joi';
import { decimalSchema, type Decimal } from '../../numbers/decimal';
import { fractionOfPercent, type Rational } from '../../numbers/rational';
import type { CategoryRule } from '../rule';

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

/** Missing work: what a piece without an entry counts as (grading rules, section 2). It acts on no rising value. */
export const missingRule: CategoryRule<MissingPolicy> = { schema: missingSchema };

/** What missing work is worth, a fraction of its possible points; nothing where it counts nothing. */
export function missingValue({ counts, percent = '0' }: MissingPolicy): Rational | undefined {
  return counts === 'nothing' ? undefined : fractionOfPercent(percent);
}
