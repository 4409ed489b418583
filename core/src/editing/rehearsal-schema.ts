import Joi from 'joi';
import { libraryNameSchema } from '../document/account-schema';
import { assessmentFields } from '../document/course-schema';
import { check, type Checked } from '../document/validation';
import { lineSchema } from '../numbers/schemas';
import { LIMITS } from '../rules/limits';
import type { Rehearsal } from './rehearsal';

const trySchema = Joi.object({
  id: lineSchema(LIMITS.id).required(),
  entry: Joi.object({ status: assessmentFields.status.required(), score: assessmentFields.score }),
  counted: Joi.valid(false),
  weight: assessmentFields.weight,
}).or('entry', 'counted', 'weight');

const rehearsalSchema = Joi.object({
  name: libraryNameSchema.required(),
  tries: Joi.array().items(trySchema).min(1).max(LIMITS.tries).unique('id').required(),
});

/**
 * Checks a rehearsal that came from outside.
 *
 * @returns its name and tries, or everything that is wrong with them, each with its place (`tries[0].weight`)
 */
export function checkRehearsal(json: unknown): Checked<Omit<Rehearsal, 'id'>> {
  return check(rehearsalSchema.required(), json);
}
