import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { ask } from './api';

export interface Student {
  id: string;
  name: string;
  email: string;
  sample: boolean;
  /** A fixed today for the sample student; else the clock's. */
  today: string | null;
}

export interface Session {
  student: Student | null;
  sampleAvailable: boolean;
}

export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: () => ask<Session>('/session'),
  staleTime: Infinity,
});

export function useSession() {
  return useQuery(sessionQuery);
}

/** The ways in, and the way out. Each answers with the new session and forgets what another student has seen. */
export type SignInRequest =
  | { way: 'sign in'; email: string; password: string }
  | { way: 'sign up'; name: string; email: string; password: string }
  | { way: 'sample' };

export function useSignIn() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ way, ...body }: SignInRequest) => {
      if (way === 'sample') return ask<Session>('/session/sample', { method: 'POST' });
      return ask<Session>(way === 'sign up' ? '/accounts' : '/session', { method: 'POST', body });
    },
    onSuccess: (session) => {
      client.clear();
      client.setQueryData(sessionQuery.queryKey, session);
    },
  });
}

export function useSignOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => ask<void>('/session', { method: 'DELETE' }),
    onSuccess: async () => {
      client.clear();
      await client.prefetchQuery(sessionQuery);
    },
  });
}

/** The moment taken for now, to the minute, so that a page does not compute anew on every look. */
export function useNow(): string {
  const { data } = useSession();
  if (data?.student?.today) return data.student.today;
  const minute = 60_000;
  return new Date(Math.floor(Date.now() / minute) * minute).toISOString();
}
