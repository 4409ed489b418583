import Joi from 'joi';
import { lineSchema } from '../../numbers/text';
import { areAlike } from '../drop/monotone';
import { LIMITS } from '../limits';
import type { CategoryRule } from '../rule';

/** A source whose value stands for a category's weakest pieces, where it is better. */
export interface Replace {
  /** The id of the node whose value it is. */
  by: string;
  /** How many of the lowest; 1 unless said. */
  lowest?: number;
  /** Whether excused work has the source's value too. */
  excused?: boolean;
}

const replaceSchema = Joi.object({
  by: lineSchema(LIMITS.id).required(),
  lowest: Joi.number().integer().min(0).max(LIMITS.planned),
  excused: Joi.boolean(),
});

/**
 * Replacement (grading rules, section 16). Where all that may be replaced counts alike it makes no rise fall, nor where all the lowest places
 * are taken whatever comes; else a rise can exchange which of two pieces of different weight is the lower, so that the one that counts less
 * is replaced. A search then keeps to stretches on which the same ones are lowest.
 */
export const replaceRule: CategoryRule<Replace> = {
  schema: replaceSchema,
  renamed: (replace, to) => {
    const by = to(replace.by);
    return by === undefined ? undefined : { ...replace, by };
  },
  canFall: ({ lowest = 1 }, { units, varying }) =>
    lowest > 0 && lowest < units.length && varying > 0 && !areAlike(units),
};
