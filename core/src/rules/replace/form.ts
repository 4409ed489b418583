import Joi from 'joi';
import { lineSchema } from '../../numbers/schemas';
import { LIMITS } from '../limits';
import type { CategoryForm } from '../rule';

/** A source whose value stands for a category's weakest pieces, where it is better. */
export interface Replace {
  /** The id of the node whose value it is. */
  by: string;
  /** How many of the lowest; 1 unless said. */
  lowest?: number;
  /** Whether excused work has the source's value too. */
  excused?: boolean;
}

const schema = Joi.object({
  by: lineSchema(LIMITS.id).required(),
  lowest: Joi.number().integer().min(0).max(LIMITS.planned),
  excused: Joi.boolean(),
});

export const replaceForm: CategoryForm = { schema };
