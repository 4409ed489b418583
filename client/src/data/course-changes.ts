import { collisions, type Collision, type Course, type Edit } from '@fidens/core';
import type { Mutation, MutationOptions, QueryClient } from '@tanstack/react-query';
import { ApiError, ask } from './api';
import { coursesQuery, type StoredCourse } from './courses';

/** One change of a course on its way to the server. */
export interface ChangeVariables {
  /** Names the change, so that sending it twice records it once. */
  id: string;
  courseId: string;
  edits: readonly Edit[];
  /** The document on which the student made it. */
  seen: Course;
}

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
 * made again on a newer version where that touched other things. A change that failed stays, and is shown, until the student
 * tries again or takes it back.
 */
export function installChanges(client: QueryClient): void {
  client.setMutationDefaults(CHANGE_KEY, {
    mutationFn: (change: unknown) => save(client, change as ChangeVariables),
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
  const variables: ChangeVariables = { id: crypto.randomUUID(), courseId, edits, seen };
  execute(client, variables);
}

function execute(client: QueryClient, variables: ChangeVariables): void {
  const asked: MutationOptions<StoredCourse, Error, ChangeVariables> = {
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

export type FailedChange = Mutation<unknown, Error, ChangeVariables>;

/** Sends a change again that failed. `anyway` writes over what another device wrote. */
export function tryAgain(client: QueryClient, failed: FailedChange, anyway = false): void {
  const variables = failed.state.variables!;
  const seen = anyway ? current(client, variables.courseId).document : variables.seen;
  takeBack(client, failed);
  execute(client, { ...variables, seen });
}

/** Forgets a change that failed: what the server has is shown again. */
export function takeBack(client: QueryClient, failed: FailedChange): void {
  client.getMutationCache().remove(failed);
}

async function save(client: QueryClient, change: ChangeVariables): Promise<StoredCourse> {
  const { id, courseId, edits, seen } = change;
  for (;;) {
    const { version } = current(client, courseId);
    try {
      const course = await ask<StoredCourse>(`/courses/${courseId}`, {
        method: 'PATCH',
        version,
        body: { id, edits },
      });
      keep(client, { ...course, holds: id });
      return course;
    } catch (error) {
      if (!(error instanceof ApiError) || error.status !== 412) throw error;
      const theirs = error.problem.current as StoredCourse;
      keep(client, theirs);
      const found = collisions(seen, theirs.document, edits);
      if (found.length > 0) throw new CollisionError(found);
    }
  }
}

function current(client: QueryClient, courseId: string): StoredCourse {
  return client.getQueryData(coursesQuery.queryKey)!.find((course) => course.id === courseId)!;
}

function keep(client: QueryClient, course: StoredCourse): void {
  // A list that was asked for before this version was made must not come in over it.
  void client.cancelQueries({ queryKey: coursesQuery.queryKey });
  client.setQueryData(coursesQuery.queryKey, (courses) =>
    courses?.map((other) => (other.id === course.id ? course : other)),
  );
}
