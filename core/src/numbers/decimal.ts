import Joi from 'joi';

/** A decimal as it stands in a course file: "17.5". Never a float. */
export type Decimal = string;
/** ISO 8601 with `Z` or an offset. */
export type Moment = string;

const DECIMAL = /^\d{1,12}(\.\d{1,6})?$/;
const ZERO_DECIMAL = /^0+(\.0+)?$/;
const MOMENT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,3})?)?(Z|[+-]\d{2}:\d{2})$/;

/** The first and the last moment that a record may have: no course is older, and none is planned further ahead. */
export const MOMENTS = { first: '1900-01-01T00:00:00Z', last: '2199-12-31T23:59:59Z' } as const;
const [FIRST, LAST] = [Date.parse(MOMENTS.first), Date.parse(MOMENTS.last)];
/** Hours that a clock anywhere on earth is away from UTC, at the most. */
const MOST_OFFSET = 14;

/** What a decimal looks like, said in every message about one. */
export const DECIMAL_FORM =
  'a decimal in quotes such as "17.5" (1 to 12 digits, then at most 6 after a point)';

/** One message for every way in which a text can have the wrong form. */
export function inWords(form: string): Joi.LanguageMessages {
  return { 'string.base': form, 'string.empty': form, 'string.pattern.base': form };
}

/**
 * A schema of one check of our own. Where there are many of them this costs a tenth of a chain of Joi's rules with messages of their
 * own, which are put together anew for every value.
 *
 * @param read - gives the value in the form in which it is kept, or what would be right
 */
export function readSchema(
  read: (value: unknown) => { readonly right: unknown } | { readonly wrong: string },
) {
  return Joi.any().custom((value: unknown, helpers) => {
    const found = read(value);
    return 'right' in found ? found.right : helpers.message({ custom: found.wrong });
  });
}

/** A decimal of a course file: text, never negative. It comes out in its one form. */
export function decimalSchema(): Joi.AnySchema {
  return readSchema((value) =>
    isDecimal(value) ? { right: shortestDecimal(value) } : { wrong: `must be ${DECIMAL_FORM}` },
  );
}

/** A decimal that is kept with as many decimals as were written: of a figure that somebody shows they say how exact it is. */
export function figureDecimalSchema(): Joi.AnySchema {
  return readSchema((value) =>
    isDecimal(value) ? { right: value.replace(/^0+(?=\d)/, '') } : { wrong: `must be ${DECIMAL_FORM}` },
  );
}

/** A decimal above 0. */
export function positiveDecimalSchema(): Joi.AnySchema {
  return readSchema((value) => {
    if (!isDecimal(value)) return { wrong: `must be ${DECIMAL_FORM}` };
    return ZERO_DECIMAL.test(value) ? { wrong: 'must be above 0' } : { right: shortestDecimal(value) };
  });
}

/** A moment of a course file. It comes out in its one form. */
export function momentSchema(): Joi.AnySchema {
  const wrong =
    'must be a moment such as "2026-09-14T21:59:00Z", with Z or an offset, of the years 1900 to 2199';
  return readSchema((value) => (isRealMoment(value) ? { right: momentText(new Date(value)) } : { wrong }));
}

/** Whether a text is a moment that the calendar and the clocks have (no 31 February), in the years that a record may have. */
export function isRealMoment(value: unknown): value is string {
  if (typeof value !== 'string' || !MOMENT.test(value)) return false;
  const time = Date.parse(value);
  if (Number.isNaN(time) || time < FIRST || time > LAST) return false;
  const offset = /[+-](\d{2}):(\d{2})$/.exec(value);
  if (offset && Number(offset[1]) + Number(offset[2]) / 60 > MOST_OFFSET) return false;
  const [year, month, day] = value.slice(0, 10).split('-').map(Number) as [number, number, number];
  return new Date(Date.UTC(year, month - 1, day)).getUTCDate() === day && Number(value.slice(11, 13)) < 24;
}

export function isDecimal(value: unknown): value is string {
  return typeof value === 'string' && DECIMAL.test(value);
}

/**
 * A number as people type it, with a comma or a point, in its one form: ` 08,50` is `"8.5"`. What is no number stays as it is, so that what
 * checks it can say so.
 */
export function typedDecimal(typed: string): string {
  const number = typed.trim().replace(',', '.');
  return isDecimal(number) ? shortestDecimal(number) : number;
}

/**
 * The one text of a decimal's value: `"08.50"` is `"8.5"`. Two decimals are the same where their texts are.
 *
 * @param decimal - of the form of a course file
 */
export function shortestDecimal(decimal: string): string {
  const [whole, part = ''] = decimal.split('.') as [string, string?];
  const [digits, decimals] = [whole.replace(/^0+(?=\d)/, ''), part.replace(/0+$/, '')];
  return decimals === '' ? digits : `${digits}.${decimals}`;
}

/** The one text of a moment: in UTC, its parts of a second only where it has some. */
export function momentText(moment: Date): string {
  return moment.toISOString().replace('.000Z', 'Z');
}
