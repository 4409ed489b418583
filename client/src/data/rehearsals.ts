import type { Rehearsal } from '@fidens/core';
import { queryOptions, useMutation, useQuery, type QueryClient } from '@tanstack/react-query';
import { ApiError, ask } from './api';

/** Trial scores under a name, and the course they are of. */
export interface StoredRehearsal extends Rehearsal {
  readonly courseId: string;
}

export const rehearsalsQuery = queryOptions({
  queryKey: ['rehearsals'],
  queryFn: async ({ client }): Promise<StoredRehearsal[]> => {
    const known = client.getQueryData<StoredRehearsal[]>(['rehearsals']);
    // What is on its way to the server is newer than what it says.
    const isOnItsWay = () =>
      [KEEP_REHEARSAL, FORGET_REHEARSAL].some((mutationKey) => client.isMutating({ mutationKey }) > 0);
    return known && isOnItsWay() ? known : ask<StoredRehearsal[]>('/rehearsals');
  },
});

/** A course's rehearsals that were kept under a name, the first kept first. */
export function useRehearsals(courseId: string) {
  const query = useQuery(rehearsalsQuery);
  return { ...query, data: query.data?.filter((rehearsal) => rehearsal.courseId === courseId) };
}

/** Names of the requests that keep a rehearsal and throw one away. */
export const KEEP_REHEARSAL = ['keep rehearsal'];
export const FORGET_REHEARSAL = ['forget rehearsal'];

/**
 * Says how rehearsals reach the server: they show at once, one request after the other, each sent again until it gets through, also
 * in a later window.
 */
export function sendRehearsals(client: QueryClient): void {
  const { queryKey } = rehearsalsQuery;
  const change = (to: (all: StoredRehearsal[]) => StoredRehearsal[]) =>
    client.setQueryData(queryKey, (all) => to(all ?? []));
  const anew = () => client.invalidateQueries({ queryKey });
  const sent = {
    scope: { id: 'rehearsals' },
    retry: (_: number, error: Error) => error instanceof ApiError && error.mayPass,
    retryDelay: (tries: number) => Math.min(AGAIN.first * 2 ** tries, AGAIN.most),
    onSettled: anew,
  };
  client.setMutationDefaults(KEEP_REHEARSAL, {
    ...sent,
    mutationFn: ({ id, courseId, name, tries }: StoredRehearsal) =>
      ask<StoredRehearsal>(`/courses/${courseId}/rehearsals/${id}`, { method: 'PUT', body: { name, tries } }),
    onMutate: (kept: StoredRehearsal) =>
      change((all) =>
        all.some(({ id }) => id === kept.id)
          ? all.map((other) => (other.id === kept.id ? kept : other))
          : [...all, kept],
      ),
  });
  client.setMutationDefaults(FORGET_REHEARSAL, {
    ...sent,
    mutationFn: async ({ id, courseId }: StoredRehearsal) => {
      try {
        await ask<void>(`/courses/${courseId}/rehearsals/${id}`, { method: 'DELETE' });
      } catch (error) {
        // It is gone already: the answer to an earlier try was lost.
        if (!(error instanceof ApiError && error.status === 404)) throw error;
      }
    },
    onMutate: (gone: StoredRehearsal) => change((all) => all.filter(({ id }) => id !== gone.id)),
  });
}

/** Milliseconds before a request is sent again. */
const AGAIN = { first: 400, most: 10_000 };

export function useKeepRehearsal() {
  return useMutation<unknown, Error, StoredRehearsal>({ mutationKey: KEEP_REHEARSAL });
}

export function useForgetRehearsal() {
  return useMutation<unknown, Error, StoredRehearsal>({ mutationKey: FORGET_REHEARSAL });
}
