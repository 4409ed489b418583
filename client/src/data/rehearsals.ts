import { checkRehearsal, type Rehearsal, type Try } from '@fidens/core';
import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { keptValues } from '@/storage/kept-state';
import { ask } from './api';

/** Trial scores under a name, and the course they are of. */
export interface StoredRehearsal extends Rehearsal {
  readonly courseId: string;
}

export const rehearsalsQuery = queryOptions({
  queryKey: ['rehearsals'],
  queryFn: () => ask<StoredRehearsal[]>('/rehearsals'),
});

/** A course's rehearsals that were kept under a name, the first kept first. */
export function useRehearsals(courseId: string) {
  const query = useQuery(rehearsalsQuery);
  return { ...query, data: query.data?.filter((rehearsal) => rehearsal.courseId === courseId) };
}

export function useKeepRehearsal() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, courseId, name, tries }: StoredRehearsal) =>
      ask<StoredRehearsal>(`/courses/${courseId}/rehearsals/${id}`, { method: 'PUT', body: { name, tries } }),
    onSuccess: (kept) =>
      client.setQueryData(rehearsalsQuery.queryKey, (all = []) =>
        all.some(({ id }) => id === kept.id)
          ? all.map((other) => (other.id === kept.id ? kept : other))
          : [...all, kept],
      ),
  });
}

export function useForgetRehearsal() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, courseId }: StoredRehearsal) =>
      ask<void>(`/courses/${courseId}/rehearsals/${id}`, { method: 'DELETE' }),
    onSuccess: (_, gone) =>
      client.setQueryData(rehearsalsQuery.queryKey, (all) => all?.filter(({ id }) => id !== gone.id)),
  });
}

const NONE: readonly Try[] = [];

/** What is being tried in each course just now, before it is kept under a name; the browser keeps it. */
export const currentTries = keptValues('rehearsal', NONE, (kept) => {
  const checked = checkRehearsal({ name: 'now', tries: kept });
  return checked.ok ? checked.value.tries : undefined;
});

/** Tries in a course from now on; none where there are none left. */
export function setTries(courseId: string, tries: readonly Try[]): void {
  currentTries.set(courseId, tries.length === 0 ? NONE : tries);
}
