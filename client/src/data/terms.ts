import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { parseISO } from 'date-fns/parseISO';
import { ask } from './api';

export interface Term {
  id: string;
  name: string;
  /** `YYYY-MM-DD` */
  startsOn: string | null;
  endsOn: string | null;
}

export const termsQuery = queryOptions({ queryKey: ['terms'], queryFn: () => ask<Term[]>('/terms') });

/** The term that is on: the newest. */
export function useTerm(): Term | undefined {
  return useQuery(termsQuery).data?.[0];
}

export function useSaveTerm() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, ...body }: Term) => ask<Term>(`/terms/${id}`, { method: 'PUT', body }),
    onSuccess: (term) =>
      client.setQueryData(termsQuery.queryKey, (terms) =>
        terms?.map((other) => (other.id === term.id ? term : other)),
      ),
  });
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
export function isOver({ endsOn }: Term, now: string): boolean {
  return endsOn !== null && differenceInCalendarDays(new Date(now), parseISO(endsOn)) > 0;
}
