import { queryOptions, useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { dropAllPending } from '@/data/sync/pending';
import { changeQueue } from '@/data/sync/queue';
import { forgetKept, keepFor } from '@/storage/kept-state';
import type { Session } from './answers';
import { ApiError, ask } from './api';
import { noteHere } from './early';
import { forgetWantedAddress } from './opened-link';

export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: async ({ client }): Promise<Session> => {
    const session = await ask<Session>('/session');
    const before = client.getQueryData<Session>(['session'])?.student?.id;
    // What is kept here may be of another student than the one who is signed in by now.
    if (before !== undefined && before !== session.student?.id) forgetOthers(client);
    noteWho(session);
    return session;
  },
  staleTime: Infinity,
});

export function useSession() {
  return useQuery(sessionQuery);
}

/** The ways in, and the way out. Each answers with the new session and forgets what another student has seen. */
export type SignInRequest =
  | { way: 'sign in'; email: string; password: string }
  | { way: 'sign up'; name: string; email: string; password: string }
  | { way: 'recovery'; email: string; code: string; password: string }
  | { way: 'account link' | 'password link'; token: string; password: string }
  | { way: 'lost'; email: string }
  | { way: 'sample' };

/** What a way in answers whose rest goes by a message. */
export interface Mailed {
  mailed: true;
}

/** Where each way in asks. */
const DOORS: Readonly<Record<SignInRequest['way'], string>> = {
  'sign in': '/session',
  'sign up': '/accounts',
  recovery: '/session/recovery',
  'account link': '/accounts/link',
  'password link': '/session/link',
  lost: '/session/mail',
  sample: '/session/sample',
};

export function useSignIn() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ way, ...body }: SignInRequest) => {
      return ask<Session | Mailed>(DOORS[way], { method: 'POST', ...(way !== 'sample' && { body }) });
    },
    onSuccess: (answer) => {
      if (!('mailed' in answer)) enter(client, answer);
    },
  });
}

export function useSignOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => ask<void>('/session', { method: 'DELETE' }),
    onSuccess: () => leave(client),
  });
}

/** Deletes the account with all that is in it. */
export function useDeleteAccount() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (password: string) => ask<void>('/account', { method: 'DELETE', body: { password } }),
    onSuccess: () => leave(client),
  });
}

/** Who leaves leaves nothing behind on this device: what was not saved yet was asked about before. */
async function leave(client: QueryClient): Promise<void> {
  for (const { change } of changeQueue().waiting) changeQueue().forget(change.id);
  const student = client.getQueryData(sessionQuery.queryKey)?.student;
  if (student) dropAllPending(student.id);
  forgetKept();
  forgetWantedAddress();
  enter(client, await ask<Session>('/session'));
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

/**
 * Begins a session. The student who was here before goes on where the page stands; of another nothing is seen, and what that one
 * has typed waits for them to come back.
 */
function enter(client: QueryClient, session: Session): void {
  const before = client.getQueryData(sessionQuery.queryKey)?.student?.id;
  noteWho(session);
  client.setQueryData(sessionQuery.queryKey, session);
  if (session.student && session.student.id === before) {
    changeQueue().retry();
    void client.invalidateQueries();
    return;
  }
  client.getMutationCache().clear();
  forgetOthers(client);
}

/** Notes on the device who is here. */
export function noteWho({ student }: Session): void {
  keepFor(student?.id);
  noteHere(student !== null);
}

/** Forgets all answers but who is signed in; the pages themselves are nobody's. */
function forgetOthers(client: QueryClient): void {
  client.removeQueries({ predicate: ({ queryKey: [name] }) => name !== 'session' && name !== 'part' });
}

/** Notes that the server does not know the student any more, where an error says so. */
export function noteSignedOut(client: QueryClient, error: unknown): void {
  if (!(error instanceof ApiError) || error.problem.type !== '/problems/signed-out') return;
  client.setQueryData(sessionQuery.queryKey, (session) =>
    session?.student ? { ...session, ended: true } : session,
  );
}
