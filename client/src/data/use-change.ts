import { applyEdits, type Edit } from '@fidens/core';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { changeLines } from '../course/change-words';
import { startChange } from './course-changes';
import type { StoredCourse } from './courses';
import { remember } from './undo';

/**
 * Changes a course: at once on screen, in the background at the server. There is nothing to save, and everything can be taken back.
 *
 * @returns a function of the edits and, for what deserves a way back at hand, of what was done in words
 */
export function useChange(course: StoredCourse): (edits: readonly Edit[], done?: string) => void {
  const client = useQueryClient();
  const { id, document } = course;
  return useCallback(
    (edits, done) => {
      const edited = applyEdits(document, edits);
      startChange(client, id, document, edits);
      if (!edited.ok) return;
      remember(
        {
          done: done ?? changeLines(document, edits)[0]?.what ?? document.title,
          undo: () => startChange(client, id, edited.course, edited.inverse),
          redo: () => startChange(client, id, document, edits),
        },
        done !== undefined,
      );
    },
    [client, id, document],
  );
}
