import type { AccountArchive, GpaSettings } from '@fidens/core';
import { queryOptions, useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { ask } from './api';
import type { Session } from './answers';
import { sessionQuery, type Mailed } from './session';

/** One place where the student is signed in. */
export interface SignedIn {
  readonly id: string;
  /** ISO 8601. */
  readonly began: string;
  /** "Firefox on Linux" */
  readonly device: string;
  readonly here: boolean;
}

/** What was done with an account, and with what. */
export interface Done {
  /** ISO 8601. */
  readonly at: string;
  readonly what: DoneWhat;
  /** "Firefox on Linux" */
  readonly device: string;
}

/** What is noted of an account. */
export type DoneWhat =
  | 'made'
  | 'signed in'
  | 'came back'
  | 'signed out'
  | 'name'
  | 'email'
  | 'password'
  | 'sessions'
  | 'codes'
  | 'taken along'
  | 'put back';

/** What there is of an account beside its name: where it is signed in, how many recovery codes are left, and what was done with it. */
interface Account {
  readonly sessions: readonly SignedIn[];
  readonly codes: number;
  /** The newest first. */
  readonly log: readonly Done[];
}

const accountQuery = queryOptions({ queryKey: ['account'], queryFn: () => ask<Account>('/account') });

export function useAccount() {
  return useQuery(accountQuery);
}

const anew = (client: QueryClient) => client.invalidateQueries({ queryKey: accountQuery.queryKey });

/** Takes in the student as the server has them now. */
function takeIn(client: QueryClient, session: Session): void {
  client.setQueryData(sessionQuery.queryKey, session);
}

export function useRename() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (name: string) => ask<Session>('/account/name', { method: 'PUT', body: { name } }),
    onSuccess: (session) => takeIn(client, session),
  });
}

/** Another e-mail: at once, or where the server sends messages, once the link that goes there is opened. */
export function useChangeEmail() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { email: string; password: string }) =>
      ask<Session | Mailed>('/account/email', { method: 'PUT', body }),
    onSuccess: (answer) => {
      if (!('mailed' in answer)) takeIn(client, answer);
    },
  });
}

/** Takes the e-mail that a link has been sent to. */
export function useTakeEmail() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (token: string) => ask<Session>('/account/email/link', { method: 'POST', body: { token } }),
    onSuccess: (session) => takeIn(client, session),
  });
}

export function useChangePassword() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { password: string; next: string }) =>
      ask<void>('/account/password', { method: 'PUT', body }),
    onSuccess: () => anew(client),
  });
}

/** Ends one session, or all but this one. */
export function useEndSessions() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string | undefined) =>
      ask<void>(id === undefined ? '/account/sessions' : `/account/sessions/${id}`, { method: 'DELETE' }),
    onSuccess: () => anew(client),
  });
}

/** Makes new recovery codes, which are shown this once. */
export function useNewCodes() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (password: string) =>
      ask<{ codes: readonly string[] }>('/account/recovery-codes', { method: 'POST', body: { password } }),
    onSuccess: () => anew(client),
  });
}

export function useSaveGpaSettings() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: GpaSettings) => ask<Session>('/account/gpa', { method: 'PUT', body }),
    onMutate: (gpa) =>
      client.setQueryData(sessionQuery.queryKey, (session) =>
        session?.student ? { ...session, student: { ...session.student, gpa } } : session,
      ),
    onSuccess: (session) => takeIn(client, session),
    onError: () => client.invalidateQueries({ queryKey: sessionQuery.queryKey }),
  });
}

/** Everything that the student has, as the server keeps it. */
export function useArchive() {
  return useMutation({ mutationFn: () => ask<AccountArchive>('/account/archive') });
}

/** Puts an archive back beside what is here; all of it or nothing. */
export function usePutBack() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (archive: AccountArchive) => ask<void>('/account/archive', { method: 'PUT', body: archive }),
    onSuccess: () => client.invalidateQueries(),
  });
}
