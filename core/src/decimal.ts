import Joi from 'joi';

const DECIMAL = /^\d{1,12}(\.\d{1,6})?$/;
const ZERO_DECIMAL = /^0+(\.0+)?$/;
const MOMENT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,3})?)?(Z|[+-]\d{2}:\d{2})$/;

/** What a decimal looks like, said in every message about one. */
export const DECIMAL_FORM =
  'a decimal in quotes such as "17.5" (1 to 12 digits, then at most 6 after a point)';

/** One message for every way in which a text can have the wrong form. */
export function inWords(form: string): Joi.LanguageMessages {
  return { 'string.base': form, 'string.empty': form, 'string.pattern.base': form };
}

/** A decimal of a course file: text, never negative. */
export function decimalSchema(): Joi.StringSchema {
  return Joi.string()
    .pattern(DECIMAL)
    .messages(inWords(`must be ${DECIMAL_FORM}`));
}

/** A decimal above 0. */
export function positiveDecimalSchema(): Joi.StringSchema {
  return decimalSchema().custom((value: string, helpers) =>
    ZERO_DECIMAL.test(value) ? helpers.message({ custom: 'must be above 0' }) : value,
  );
}

/** A moment of a course file. */
export function momentSchema(): Joi.StringSchema {
  const form = 'must be a moment such as "2026-09-14T21:59:00Z", with Z or an offset';
  return Joi.string()
    .pattern(MOMENT)
    .custom((value: string, helpers) => (isRealMoment(value) ? value : helpers.message({ custom: form })))
    .messages(inWords(form));
}

/** Whether a text is a moment that the calendar has (no 31 February). */
export function isRealMoment(value: unknown): value is string {
  if (typeof value !== 'string' || !MOMENT.test(value) || Number.isNaN(Date.parse(value))) return false;
  const [year, month, day] = value.slice(0, 10).split('-').map(Number) as [number, number, number];
  return new Date(Date.UTC(year, month - 1, day)).getUTCDate() === day && Number(value.slice(11, 13)) < 24;
}

export function isDecimal(value: unknown): value is string {
  return typeof value === 'string' && DECIMAL.test(value);
}
