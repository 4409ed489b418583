import { format } from 'date-fns/format';
import { isSameDay } from 'date-fns/isSameDay';

/** How much of a day is said: "16 Oct", "Fri 16 Oct", "16 Oct 2026", "Fri 16 Oct 2026", "Friday 16 October". */
export type DayForm = 'short' | 'weekday' | 'year' | 'weekday and year' | 'long';

type Patterns = Readonly<Record<DayForm | 'time', string>>;

const DAY_FIRST: Patterns = {
  short: 'd MMM',
  weekday: 'EEE d MMM',
  year: 'd MMM yyyy',
  'weekday and year': 'EEE d MMM yyyy',
  long: 'EEEE d MMMM',
  time: 'HH:mm',
};
const MONTH_FIRST: Patterns = {
  short: 'MMM d',
  weekday: 'EEE, MMM d',
  year: 'MMM d, yyyy',
  'weekday and year': 'EEE, MMM d, yyyy',
  long: 'EEEE, MMMM d',
  time: 'HH:mm',
};

/** How days and times are written where the reader is: the order of day and month, and the clock. */
export function patternsFor(locale: string): Patterns {
  const parts = new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'short' }).formatToParts();
  const isMonthFirst =
    parts.findIndex(({ type }) => type === 'month') < parts.findIndex(({ type }) => type === 'day');
  const { hour12 } = new Intl.DateTimeFormat(locale, { hour: 'numeric' }).resolvedOptions();
  return { ...(isMonthFirst ? MONTH_FIRST : DAY_FIRST), time: hour12 ? 'h:mm a' : 'HH:mm' };
}

let own: Patterns | undefined;
const patterns = (): Patterns => (own ??= patternsFor(globalThis.navigator?.language ?? 'en-GB'));

/** A day of the reader's own calendar, in the one form that all screens have. */
export function dayText(day: Date | number, form: DayForm = 'short'): string {
  return format(day, patterns()[form]);
}

/** A moment that is near: its time alone where it is today. */
export function momentText(moment: Date | number, now: Date | number): string {
  const time = format(moment, patterns().time);
  return isSameDay(moment, now) ? time : `${dayText(moment)}, ${time}`;
}

/** A moment of the past, whole: "16 Oct 2026, 15:05". */
export function wholeMoment(moment: string): string {
  const at = new Date(moment);
  return `${dayText(at, 'year')}, ${format(at, patterns().time)}`;
}
