import Joi from 'joi';
import type { RoundingMode } from '../numbers/rational';
import { inWords, lineSchema, textSchema } from '../numbers/schemas';

const email = textSchema()
  .trim()
  .max(254)
  .pattern(/^[^\s@]+@[^\s@]+\.[^\s@]+$/)
  .required()
  .messages(inWords('must be an e-mail address such as noor@saltmarsh.example'));

const password = textSchema().max(200).required();

/** A new password: long, and of whatever signs (NIST SP 800-63B-4, 3.1.1.2: at least 15 where it stands alone, no rules of composition). */
const newPassword = password.min(15);

/** What signing in takes: the same on the form and at the server. */
export const credentialsSchema = Joi.object({ email, password });

/** What making an account takes. */
export const registrationSchema = Joi.object({
  name: lineSchema(100).required(),
  email,
  password: newPassword,
});

/** A new name, as it is given on its own. */
export const nameSchema = Joi.object({ name: lineSchema(100).required() });

/** Another e-mail; the password says that it is the student. */
export const emailChangeSchema = Joi.object({ email, password });

/** Another password, beside the one before. */
export const passwordChangeSchema = Joi.object({ password, next: newPassword });

/** What only the student may do: the password again. */
export const passwordAgainSchema = Joi.object({ password });

/** Coming back with a recovery code: a new password in the place of the one that is lost. */
export const recoverySchema = Joi.object({
  email,
  code: textSchema().max(60).required(),
  password: newPassword,
});

/** Where a link is asked for. */
export const mailAddressSchema = Joi.object({ email });

/** The link of a message, taken: with the password that was chosen for the new account, or the new one of an old account. */
export const linkSchema = Joi.object({ token: textSchema().max(100).required(), password: newPassword });

/** The link of a message that gives the account another e-mail, taken by who is signed in. */
export const emailLinkSchema = Joi.object({ token: textSchema().max(100).required() });

/** What a student says of how a GPA is computed. */
export interface GpaSettings {
  /** Of a course that was taken again, whether the later one alone counts, or both. */
  readonly repeats: 'later' | 'both';
  /** Decimals that are shown. */
  readonly decimals: number;
  /** What happens between two of them. */
  readonly mode: RoundingMode;
}

/** How a student wants a GPA: the same on the form and at the server. */
export const gpaSettingsSchema = Joi.object({
  repeats: Joi.string().valid('later', 'both').required(),
  decimals: Joi.number().integer().min(0).max(6).required(),
  mode: Joi.string().valid('half-up', 'half-even', 'up', 'down').required(),
});

/** A term: its name and, if known, its first and last day (`YYYY-MM-DD`). */
export const termSchema = Joi.object({
  name: lineSchema(100).required(),
  startsOn: daySchema().allow(null),
  endsOn: daySchema().allow(null),
  archived: Joi.boolean(),
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
