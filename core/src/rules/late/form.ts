import Joi from 'joi';
import type { Decimal, Moment } from '../../numbers/decimal';
import { decimalSchema } from '../../numbers/schemas';
import type { CategoryForm } from '../rule';

/** What lateness costs. */
export interface LatePolicy {
  /** Percent lost for each day. */
  perDay: Decimal;
  of?: 'possible' | 'earned';
  count?: 'started' | 'completed' | 'exact';
  /** Percent of the possible points below which lateness does not push. */
  floor?: Decimal;
  /** Hours. */
  grace?: Decimal;
  /** Days after which nothing is given. */
  closes?: Decimal;
}

/**
 * How late one piece was: days, or the moment it was handed in. Nothing is taken of one that is `waived`, nor of one that is `reduced`: its score
 * came back with the penalty in it.
 */
export type Late = { waived?: boolean; reduced?: boolean; reason?: string } & (
  | { days: Decimal }
  | { handedIn: Moment }
);

export const lateSchema = Joi.object({
  perDay: decimalSchema().required(),
  of: Joi.string().valid('possible', 'earned'),
  count: Joi.string().valid('started', 'completed', 'exact'),
  floor: decimalSchema(),
  grace: decimalSchema(),
  closes: decimalSchema(),
});

export const lateForm: CategoryForm = { schema: lateSchema.allow(null) };
