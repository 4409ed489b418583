import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
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

const DAY = 86_400_000;

/** "week 9 of 15", or nothing where the term's days are not known or do not hold the moment. */
export function weekOf(term: Term, now: string): string | undefined {
  if (!term.startsOn || !term.endsOn) return undefined;
  const weeks = (from: number, to: number) => Math.floor((to - from) / DAY / 7) + 1;
  const start = Date.parse(term.startsOn);
  const week = weeks(start, Date.parse(now));
  const all = weeks(start, Date.parse(term.endsOn));
  return week >= 1 && week <= all ? `week ${week} of ${all}` : undefined;
}
