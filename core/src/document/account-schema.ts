import Joi from 'joi';
import { inWords } from '../numbers/decimal';
import { lineSchema, textSchema } from '../numbers/text';

const email = textSchema()
  .trim()
  .max(254)
  .pattern(/^[^\s@]+@[^\s@]+\.[^\s@]+$/)
  .required()
  .messages(inWords('must be an e-mail address such as noor@saltmarsh.example'));

const password = textSchema().max(200).required();

/** What signing in takes: the same on the form and at the server. */
export const credentialsSchema = Joi.object({ email, password });

/** What making an account takes. */
export const registrationSchema = Joi.object({
  name: lineSchema(100).required(),
  email,
  password: password.min(10),
});

/** A term: its name and, if known, its first and last day (`YYYY-MM-DD`). */
export const termSchema = Joi.object({
  name: lineSchema(100).required(),
  startsOn: daySchema().allow(null),
  endsOn: daySchema().allow(null),
});

/** The name of what a student keeps to use again. */
export const libraryNameSchema = lineSchema(100);

function daySchema(): Joi.StringSchema {
  const form = 'must be a day such as "2026-08-24"';
  return Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .custom((value: string, helpers) => {
      const day = new Date(`${value}T00:00:00Z`);
      const real = !Number.isNaN(day.getTime()) && day.toISOString().startsWith(value);
      return real ? value : helpers.message({ custom: form });
    })
    .messages(inWords(form));
}
