import { format } from 'date-fns/format';

/** A moment as text, as a clock on the reader's own wall shows it. */
export function wallText(moment: Date): string {
  return format(moment, 'yyyy-MM-dd HH:mm');
}

/** A moment for a program that knows no time zones: what the reader's own wall clock shows then, as if that were universal time. */
export function wallMoment(moment: Date): Date {
  return new Date(moment.getTime() - moment.getTimezoneOffset() * 60_000);
}

/** By how many days more than their wall clocks say two moments lie apart: an hour's share where the clocks were changed between them. */
export function wallShift(from: Date, to: Date): number {
  return (to.getTimezoneOffset() - from.getTimezoneOffset()) / 1_440;
}
