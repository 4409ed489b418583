import type { Moment } from './decimal';
import { rational, whole, type Rational } from './rational';

const DAY = whole(86_400_000);

/** Milliseconds since 1970 of a moment of a course file. */
export function instant(moment: Moment): number {
  return Date.parse(moment);
}

/** The exact number of days from one moment to a later one; never below 0. */
export function daysBetween(from: Moment, to: Moment): Rational {
  return whole(Math.max(0, instant(to) - instant(from))).div(DAY);
}

/** Whether `now` is more than so many days after a moment. */
export function isPast(moment: Moment, now: Moment, days: string): boolean {
  return whole(instant(now) - instant(moment)).compare(rational(days).mul(DAY)) > 0;
}
