import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { parseISO } from 'date-fns/parseISO';

export interface Term {
  id: string;
  name: string;
  /** `YYYY-MM-DD` */
  startsOn: string | null;
  endsOn: string | null;
  /** Put away: its courses are no longer among those that are worked on. */
  archived: boolean;
}

/** The term that is on: the one whose days hold the moment, else the latest that has begun, else the first. Those that were put away come last. */
export function currentTerm(terms: readonly Term[], now: string): Term | undefined {
  const inUse = terms.filter(({ archived }) => !archived);
  const begun = inUse.filter((term) => hasBegun(term, now));
  return begun.find((term) => !isOver(term, now)) ?? begun[0] ?? inUse[0] ?? terms[0];
}

/** A term without a first day has begun. */
function hasBegun({ startsOn }: Term, now: string): boolean {
  return startsOn === null || differenceInCalendarDays(new Date(now), parseISO(startsOn)) >= 0;
}

/** The courses that are worked on: those of terms that are neither over nor put away, and of the one that is on. */
export function workedOn<C extends { readonly termId: string }>(
  courses: readonly C[],
  terms: readonly Term[],
  now: string,
): C[] {
  const current = currentTerm(terms, now)?.id;
  const open = terms.filter((term) => term.id === current || (!term.archived && !isOver(term, now)));
  return courses.filter(({ termId }) => open.some(({ id }) => id === termId));
}

/** "week 9 of 15", or nothing where the term's days are not known or do not hold the moment. */
export function weekOf(term: Term, now: string): string | undefined {
  if (!term.startsOn || !term.endsOn) return undefined;
  // Days as the student's own calendar has them: a week turns at their midnight, whatever clocks do between.
  const start = parseISO(term.startsOn);
  const weekAt = (day: Date) => Math.floor(differenceInCalendarDays(day, start) / 7) + 1;
  const week = weekAt(new Date(now));
  const all = weekAt(parseISO(term.endsOn));
  return week >= 1 && week <= all ? `week ${week} of ${all}` : undefined;
}

/** Whether a term's last day is past, where it is known. */
export function isOver({ endsOn }: Pick<Term, 'endsOn'>, now: string): boolean {
  return endsOn !== null && differenceInCalendarDays(new Date(now), parseISO(endsOn)) > 0;
}
