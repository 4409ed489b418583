import { applyEdits, collisions, type Collision, type Course, type Edit } from '@fidens/core';
import {
  replaceEqualDeep,
  type Mutation,
  type MutationOptions,
  type QueryClient,
} from '@tanstack/react-query';
import { ApiError, ask } from './api';
import { coursesQuery, withChanges, type StoredCourse } from './courses';
import { dropPending, keepPending, nextOrder, pendingIdOf, pendingOf, type PendingChange } from './pending';
import { sessionQuery } from './session';

/** A change that would overwrite what another device has written to the same fields. */
export class CollisionError extends Error {
  constructor(readonly collisions: readonly Collision[]) {
    super('Another device has changed the same thing.');
  }
}

export const CHANGE_KEY = ['change'] as const;
const TRIES = 3;

/**
 * Teaches the client how a change is saved: in order for each course, tried again while the server cannot be reached, and
 * made again on a newer version where that touched other things. A change that failed stays, and is shown, until it is saved
 * or the student takes it back; until then it stands in the browser's own storage too, so that closing the window loses nothing.
 */
export function installChanges(client: QueryClient): void {
  client.setMutationDefaults(CHANGE_KEY, {
    mutationFn: (change: unknown) => save(client, change as PendingChange),
    retry: (failures, error) => failures < TRIES && error instanceof ApiError && error.mayPass,
    retryDelay: (attempt) => 400 * 2 ** attempt,
    gcTime: Infinity,
    networkMode: 'always',
  });
}

/** Starts a change; it shows at once and is saved in the background. */
export function startChange(
  client: QueryClient,
  courseId: string,
  seen: Course,
  edits: readonly Edit[],
): void {
  const made = applyEdits(seen, edits);
  const before = made.ok ? made.inverse : [];
  execute(client, { id: crypto.randomUUID(), courseId, edits, before, order: nextOrder() });
}

function execute(client: QueryClient, variables: PendingChange): void {
  keepPending(studentOf(client), variables);
  const asked: MutationOptions<StoredCourse, Error, PendingChange> = {
    mutationKey: CHANGE_KEY,
    scope: { id: `course ${variables.courseId}` },
  };
  const options = client.defaultMutationOptions(asked);
  void client
    .getMutationCache()
    .build(client, options)
    .execute(variables)
    // The failed mutation stays in the cache, where the notice of unsaved changes shows it.
    .catch(() => undefined);
}

function studentOf(client: QueryClient): string {
  return client.getQueryData(sessionQuery.queryKey)?.student?.id ?? 'nobody';
}

export type FailedChange = Mutation<unknown, Error, PendingChange>;

function allChanges(client: QueryClient): FailedChange[] {
  const all = client.getMutationCache().findAll({ mutationKey: CHANGE_KEY }) as unknown as FailedChange[];
  return all.filter(({ state }) => state.variables !== undefined);
}

/** Takes up what an earlier window has left unsaved. */
export function resumeChanges(client: QueryClient): void {
  const known = new Set(allChanges(client).map(({ state }) => state.variables!.id));
  for (const change of pendingOf(studentOf(client))) if (!known.has(change.id)) execute(client, change);
}

/** Sends every change again that failed for want of a server, in the order in which they were made. */
export function retryFailed(client: QueryClient): void {
  const waiting = allChanges(client).filter(
    ({ state: { status, error } }) => status === 'error' && error instanceof ApiError && error.mayPass,
  );
  waiting.sort((a, b) => a.state.variables!.order - b.state.variables!.order);
  for (const change of waiting) tryAgain(client, change);
}

/** Sends a change again that failed. `anyway` writes over what another device wrote. */
export function tryAgain(client: QueryClient, failed: FailedChange, anyway = false): void {
  const variables = failed.state.variables!;
  client.getMutationCache().remove(failed);
  if (!anyway) return execute(client, variables);
  const made = applyEdits(current(client, variables.courseId)!.document, variables.edits);
  execute(client, { ...variables, before: made.ok ? made.inverse : variables.before });
}

/** Forgets a change that failed: what the server has is shown again. */
export function takeBack(client: QueryClient, failed: FailedChange): void {
  client.getMutationCache().remove(failed);
  dropPending(studentOf(client), failed.state.variables!.id);
}

async function save(client: QueryClient, change: PendingChange): Promise<StoredCourse> {
  const { id, courseId, edits, before } = change;
  await client.ensureQueryData(coursesQuery);
  for (;;) {
    const known = current(client, courseId);
    if (!known) throw new ApiError(404, 'This course is gone: it was deleted elsewhere.');
    try {
      const course = await ask<StoredCourse>(`/courses/${courseId}`, {
        method: 'PATCH',
        version: known.version,
        body: { id, edits },
      });
      // Mostly the server made of it what is shown already; then that very document stays.
      const document = replaceEqualDeep(withChanges(known, [change]).document, course.document);
      keep(client, { ...course, document, holds: id });
      dropPending(studentOf(client), id);
      tellOthers(course);
      return course;
    } catch (error) {
      if (!(error instanceof ApiError) || error.status !== 412) throw error;
      const theirs = error.problem.current as StoredCourse;
      keep(client, theirs);
      const found = collisions(theirs.document, edits, before);
      if (found.length > 0) throw new CollisionError(found);
    }
  }
}

function current(client: QueryClient, courseId: string): StoredCourse | undefined {
  return client.getQueryData(coursesQuery.queryKey)?.find((course) => course.id === courseId);
}

function keep(client: QueryClient, course: StoredCourse): void {
  // A list that was asked for before this version was made must not come in over it.
  void client.cancelQueries({ queryKey: coursesQuery.queryKey });
  client.setQueryData(coursesQuery.queryKey, (courses) =>
    courses?.map((other) => (other.id === course.id && other.version <= course.version ? course : other)),
  );
}

/** The other tabs of the same browser. */
const CHANNEL = 'fidens';
let channel: BroadcastChannel | undefined;

function tellOthers(course: StoredCourse): void {
  channel?.postMessage(course);
}

/**
 * Keeps this tab and the others of the browser agreed: what one has saved, all show; what one has saved or taken back, none
 * sends again.
 *
 * @returns how to stop
 */
export function agreeWithOthers(client: QueryClient): () => void {
  const onSaved = ({ data }: MessageEvent<StoredCourse>) => {
    if ((current(client, data.id)?.version ?? Infinity) < data.version) keep(client, data);
  };
  const onStorage = ({ key, newValue }: StorageEvent) => {
    const id = newValue === null ? pendingIdOf(studentOf(client), key) : undefined;
    const gone = allChanges(client).find(
      ({ state }) => state.variables!.id === id && state.status === 'error',
    );
    if (gone) client.getMutationCache().remove(gone);
  };
  channel = new BroadcastChannel(CHANNEL);
  channel.addEventListener('message', onSaved);
  window.addEventListener('storage', onStorage);
  return () => {
    channel?.close();
    channel = undefined;
    window.removeEventListener('storage', onStorage);
  };
}
