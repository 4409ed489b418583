import { applyEdits, collisions, type Course, type Edit } from '@fidens/core';
import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import type { StoredCourse } from '@/data/courses';
import { shownCourse, startChange } from '@/data/sync/course-changes';
import { remember, type Step } from '@/data/undo';
import { changeLines } from '@/rules/change-words';

/**
 * Changes a course: at once on screen, in the background at the server. There is nothing to save, and everything can be taken back.
 *
 * @returns a function of the edits; for what deserves a way back at hand, of what was done in words; and, where it is not the
 *   course that is shown, of the course that the student saw when beginning
 */
export function useChange(
  course: StoredCourse,
): (edits: readonly Edit[], done?: string, seen?: Course) => void {
  const client = useQueryClient();
  const { id, document } = course;
  return useCallback(
    (edits, done, seen = document) => {
      const ways = makeChange(client, id, seen, edits);
      if (!ways) return;
      const said = done ?? changeLines(seen, edits)[0]?.what ?? seen.title;
      remember({ done: said, ...ways }, done !== undefined);
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
): Pick<Step, 'undo' | 'redo'> | undefined {
  const edited = applyEdits(seen, edits);
  startChange(id, seen, edits);
  if (!edited.ok) return undefined;
  return {
    undo: () => changeAgain(client, id, edited.course, edited.inverse),
    redo: () => changeAgain(client, id, seen, edits),
  };
}

/** Makes edits that lead from a course as it was then; not where they would undo what was done since. */
function changeAgain(
  client: QueryClient,
  id: string,
  then: Course,
  edits: readonly Edit[],
): string | undefined {
  const now = shownCourse(client, id);
  if (!now) return 'Not taken back: this course is gone.';
  const made = applyEdits(then, edits);
  const [met] = made.ok ? collisions(now.document, edits, made.inverse) : [];
  if (met) return `Not taken back: ${met.name} was changed since.`;
  startChange(id, then, edits);
  return undefined;
}
