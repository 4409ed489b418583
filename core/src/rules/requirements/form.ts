import Joi from 'joi';
import type { Decimal } from '../../numbers/decimal';
import { decimalSchema, lineSchema } from '../../numbers/schemas';
import { LIMITS } from '../limits';

/** What a letter, and every better one, needs beside the percent. */
export type Requirement = {
  /** The label of a band of the scale. */
  for: string;
  /** The id of the node that it is about. */
  of: string;
} & (
  | { /** Percent that the node has at least. */ atLeast: Decimal }
  | {
      /** How many pieces of the category qualify, */
      pieces: number;
      /** each with at least so many percent; 0 unless said. */
      each?: Decimal;
    }
  | { /** Points that the assessment has at most. */ atMost: Decimal }
);

export const requirementsSchema = Joi.array()
  .items(
    Joi.object({
      for: lineSchema(LIMITS.label).required(),
      of: lineSchema(LIMITS.id).required(),
      atLeast: decimalSchema(),
      pieces: Joi.number().integer().min(1).max(LIMITS.planned),
      each: decimalSchema(),
      atMost: decimalSchema(),
    })
      .xor('atLeast', 'pieces', 'atMost')
      .with('each', 'pieces'),
  )
  .max(LIMITS.requirements);
