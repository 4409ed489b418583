/** A decimal as it stands in a course file: "17.5". Never a float. */
export type Decimal = string;
/** ISO 8601 with `Z` or an offset. */
export type Moment = string;

const DECIMAL = /^\d{1,12}(\.\d{1,6})?$/;
const MOMENT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,3})?)?(Z|[+-]\d{2}:\d{2})$/;

/** The first and the last moment that a record may have: no course is older, and none is planned further ahead. */
export const MOMENTS = { first: '1900-01-01T00:00:00Z', last: '2199-12-31T23:59:59Z' } as const;
const [FIRST, LAST] = [Date.parse(MOMENTS.first), Date.parse(MOMENTS.last)];
/** Hours that a clock anywhere on earth is away from UTC, at the most. */
const MOST_OFFSET = 14;

/** What a decimal looks like, said in every message about one. */
export const DECIMAL_FORM =
  'a decimal in quotes such as "17.5" (1 to 12 digits, then at most 6 after a point)';

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
