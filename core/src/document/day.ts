import { addYears } from 'date-fns/addYears';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { format } from 'date-fns/format';
import { isValid } from 'date-fns/isValid';
import { parse } from 'date-fns/parse';

/** Which of two numbers is the day: of 10/12. */
export type DayOrder = 'day first' | 'month first';

/** A day as somebody wrote it: understood, or one of two, where only its writer knows which number is the month. */
export type DayReading =
  | { readonly kind: 'day'; readonly day: string; readonly time?: string }
  | { readonly kind: 'which'; readonly days: Readonly<Record<DayOrder, string>>; readonly time?: string };

/** Ways of writing a day, those with a year first. */
const WITH_YEAR = [
  ...[
    'yyyy-MM-dd',
    'yyyy/MM/dd',
    'd MMM yyyy',
    'd MMMM yyyy',
    'MMM d yyyy',
    'MMMM d yyyy',
    'd.M.yyyy',
    'd.M.yy',
  ],
  ...['d-MMM-yyyy', 'd-MMM-yy', 'd MMM yy'],
];
const WITHOUT = ['d MMM', 'd MMMM', 'MMM d', 'MMMM d', 'd.M.', 'd-MMM'];

const TIME =
  /(?:^|[\s,T]|\bat\b)\s*(\d{1,2})(?:[:.](\d{2}))(?::\d{2})?\s*([ap])?\.?m?\.?(?:\s*(?:Z|UTC|[A-Z]{3,4}))?\s*$/i;
const HOUR = /(?:^|[\s,]|\bat\b)\s*(\d{1,2})\s*([ap])\.?m\.?\s*$/i;

/**
 * Reads a day as people write it: "12 Oct", "Mon, Oct 12, 2026 at 11:59 pm", "12.10.", "2026-10-12". Of 10/12 nobody knows which number is
 * the month, unless it is said; of 10/25 everybody does. A day without a year is the one nearest to another.
 *
 * @param near - a day, in the reader's own time, of which the days without a year are near
 * @returns the day as `YYYY-MM-DD`, and the time as `HH:mm` where one is written; nothing where it is no day
 */
export function readDay(written: string, near: Date, order?: DayOrder): DayReading | undefined {
  const { rest, time } = withoutTime(written.trim());
  const text = rest
    .replace(/^(mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?,?\s+/i, '')
    .replace(/(\d)(st|nd|rd|th)\b/i, '$1')
    .replace(/\b(sept)\b\.?/i, 'Sep')
    .replace(/\b([a-z]{3})\.(?=\s)/i, '$1')
    .replace(/([a-z]{3,}\s+\d{1,2}),/i, '$1')
    .replace(/\s+/g, ' ')
    .trim();
  const found = (day: Date): DayReading => ({ kind: 'day', day: dayText(day), ...(time && { time }) });
  const slashed = /^(\d{1,2})[/-](\d{1,2})(?:[/-](\d{4}|\d{2}))?$/.exec(text);
  if (slashed) return slashedDay(slashed.slice(1), near, order, time);
  for (const form of WITH_YEAR) {
    const day = parse(text, form, near);
    if (isValid(day) && day.getFullYear() >= 1900 && day.getFullYear() < 2200) return found(day);
  }
  for (const form of WITHOUT) {
    const day = parse(text, form, near);
    if (isValid(day)) return found(nearest(day, near));
  }
  return undefined;
}

/** What is written beside the time of day. */
function withoutTime(text: string): { rest: string; time: string | undefined } {
  const iso = /^(\d{4}-\d{2}-\d{2})[T ](\d{2}):(\d{2})/.exec(text);
  if (iso) return { rest: iso[1]!, time: `${iso[2]}:${iso[3]}` };
  const [whole, hour, minute, half] = TIME.exec(text) ?? [];
  const [wholeHour, hourAlone, halfAlone] = whole === undefined ? (HOUR.exec(text) ?? []) : [];
  const matched = whole ?? wholeHour;
  const time = clock(hour ?? hourAlone, minute ?? '00', half ?? halfAlone);
  if (matched === undefined || time === undefined) return { rest: text, time: undefined };
  const rest = text.slice(0, text.length - matched.length).replace(/[\s,]*(?:\bat|\bby|@)?\s*$/i, '');
  return rest === '' ? { rest: text, time: undefined } : { rest, time };
}

function clock(hour: string | undefined, minute: string, half: string | undefined): string | undefined {
  if (hour === undefined) return undefined;
  const hours = half ? (Number(hour) % 12) + (half.toLowerCase() === 'p' ? 12 : 0) : Number(hour);
  if (hours > 23 || Number(minute) > 59 || (half && Number(hour) > 12)) return undefined;
  return `${String(hours).padStart(2, '0')}:${minute}`;
}

function slashedDay(
  [first, second, year]: readonly (string | undefined)[],
  near: Date,
  order: DayOrder | undefined,
  time: string | undefined,
): DayReading | undefined {
  const [a, b] = [Number(first), Number(second)];
  const of = (day: number, month: number) => {
    const full = year?.length === 2 ? `20${year}` : year;
    const text = `${day}.${month}.`;
    const found = full ? parse(`${text}${full}`, 'd.M.yyyy', near) : nearest(parse(text, 'd.M.', near), near);
    return isValid(found) ? dayText(found) : undefined;
  };
  const said = time ? { time } : {};
  const [dayFirst, monthFirst] = [of(a, b), of(b, a)];
  const sure = order === 'day first' ? dayFirst : order === 'month first' ? monthFirst : undefined;
  // Whatever the order is said to be, of some days there is only one.
  const day =
    sure ??
    (dayFirst === undefined || a === b ? monthFirst : monthFirst === undefined ? dayFirst : undefined);
  if (day !== undefined) return { kind: 'day', day, ...said };
  if (dayFirst === undefined || monthFirst === undefined) return undefined;
  return { kind: 'which', days: { 'day first': dayFirst, 'month first': monthFirst }, ...said };
}

function nearest(day: Date, near: Date): Date {
  const far = (date: Date) => Math.abs(differenceInCalendarDays(date, near));
  return [addYears(day, -1), day, addYears(day, 1)].reduce((best, date) =>
    far(date) < far(best) ? date : best,
  );
}

function dayText(day: Date): string {
  return format(day, 'yyyy-MM-dd');
}
