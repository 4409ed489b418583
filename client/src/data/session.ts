import { queryOptions, useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useSyncExternalStore } from 'react';
import { ask } from './api';
import { forgetKept } from './kept-state';

export interface Student {
  id: string;
  name: string;
  email: string;
  sample: boolean;
  /** A fixed today for the sample student; else the clock's. */
  today: string | null;
  /** When all loose ends were last gone through. */
  sweptAt: string | null;
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
    onSuccess: (session) => enter(client, session),
  });
}

export function useSignOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => ask<void>('/session', { method: 'DELETE' }),
    onSuccess: async () => enter(client, await ask<Session>('/session')),
  });
}

/** Notes that all loose ends have been gone through now. */
export function useSweep() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => ask<{ sweptAt: string }>('/sweep', { method: 'PUT', body: {} }),
    onSuccess: ({ sweptAt }) =>
      client.setQueryData(sessionQuery.queryKey, (session) =>
        session?.student ? { ...session, student: { ...session.student, sweptAt } } : session,
      ),
  });
}

/** Begins a session: nothing of what another student has seen or left unsaved is kept. */
function enter(client: QueryClient, session: Session): void {
  client.getMutationCache().clear();
  forgetKept();
  client.setQueryData(sessionQuery.queryKey, session);
  client.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== sessionQuery.queryKey[0] });
}

const MINUTE = 60_000;

function everyMinute(listener: () => void): () => void {
  const timer = setInterval(listener, MINUTE / 4);
  return () => clearInterval(timer);
}

function thisMinute(): string {
  return new Date(Math.floor(Date.now() / MINUTE) * MINUTE).toISOString();
}

/** The moment taken for now: the sample student's, or the clock's to the minute. */
export function useNow(): string {
  const { data } = useSession();
  const clock = useSyncExternalStore(everyMinute, thisMinute, thisMinute);
  return data?.student?.today ?? clock;
}
