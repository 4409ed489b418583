import { applyEdits, checkEdits, collisions, type Course, type Edit, type SeenChange } from '@fidens/core';
import { useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useCallback, useEffect } from 'react';
import type { ShownCourse } from '@/data/answers';
import { coursesQuery } from '@/data/courses';
import { shownCourse, startChange, startSeenChange } from '@/data/sync/course-changes';
import { remember, restoreSteps, type Step } from '@/data/undo';
import { changeLines } from '@/rules/change-words';
import { withAlong } from './with-along';

/**
 * Changes a course: at once on screen, in the background at the server. There is nothing to save, and everything can be taken back.
 *
 * @returns a function of the edits; for what deserves a way back at hand, of what was done in words; and, where it is not the
 *   course that is shown, of the course that the student saw when beginning
 */
export function useChange(
  course: ShownCourse,
): (edits: readonly Edit[], done?: string, seen?: Course) => void {
  const client = useQueryClient();
  const { id, document } = course;
  return useCallback(
    (wanted, done, seen = document) => {
      const make = (edits: readonly Edit[]) => {
        const ways = makeChange(client, id, seen, edits);
        if (!ways) return;
        const said = done ?? changeLines(seen, edits)[0]?.what ?? seen.title;
        remember(stepWith(said, ways), done !== undefined);
      };
      withAlong(seen, wanted, make);
    },
    [client, id, document],
  );
}

/**
 * Changes a course as `useChange` does, without remembering how to take it back.
 *
 * @param seen - the course that the student saw when beginning
 * @returns the ways back and forth; nothing where the edits do not fit, which the server will say
 */
export function makeChange(
  client: QueryClient,
  id: string,
  seen: Course,
  edits: readonly Edit[],
): Pick<Step, 'undo' | 'redo' | 'kept'> | undefined {
  const edited = applyEdits(seen, edits);
  startChange(id, seen, edits);
  return edited.ok
    ? waysOf(client, { courseId: id, edits: [...edits], inverse: [...edited.inverse] })
    : undefined;
}

/** A change that was made in a course, as it is kept in the window. */
interface MadeChange {
  readonly courseId: string;
  readonly edits: Edit[];
  readonly inverse: Edit[];
}

/** The ways back and forth of a change. What it set is what the way back must find there, and the other way round. */
function waysOf(client: QueryClient, change: MadeChange): Pick<Step, 'undo' | 'redo' | 'kept'> {
  const { courseId, edits, inverse } = change;
  return {
    undo: () => changeAgain(client, courseId, { edits: inverse, seen: edits }),
    redo: () => changeAgain(client, courseId, { edits, seen: inverse }),
    kept: change,
  };
}

/** Makes edits that lead from a course as it was then; not where they would undo what was done since. */
function changeAgain(client: QueryClient, id: string, change: SeenChange): string | undefined {
  const now = shownCourse(client, id);
  if (!now) return 'Not taken back: this course is gone.';
  const [met] = collisions(now.document, change.edits, change.seen);
  if (met) return `Not taken back: ${met.name} was changed since.`;
  startSeenChange(id, change);
  return undefined;
}

/**
 * Takes up what was done in this window before it was loaded again, so that it can still be taken back: once the courses are known, as
 * before there is nothing to take it back in.
 */
export function useKeptSteps(studentId: string | undefined): void {
  const client = useQueryClient();
  const isKnown = useQuery({ ...coursesQuery, enabled: studentId !== undefined }).data !== undefined;
  useEffect(() => {
    if (studentId !== undefined && isKnown) restoreSteps((kept) => stepOf(client, kept));
  }, [client, isKnown, studentId]);
}

function stepOf(client: QueryClient, kept: unknown): Step | undefined {
  const { done, courseId, edits, inverse } = (kept ?? {}) as Partial<MadeChange & { done: string }>;
  const [forth, back] = [checkEdits(edits), checkEdits(inverse)];
  if (typeof done !== 'string' || typeof courseId !== 'string' || !forth.ok || !back.ok) return undefined;
  return stepWith(done, waysOf(client, { courseId, edits: forth.value, inverse: back.value }));
}

function stepWith(done: string, ways: Pick<Step, 'undo' | 'redo' | 'kept'>): Step {
  const made = ways.kept as MadeChange;
  return { done, ...ways, courseId: made.courseId, kept: { done, ...made } };
}
