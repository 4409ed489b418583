import { applyEdits, type Edit } from '@fidens/core';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { showUndo } from '../parts/undo-notice';
import { startChange } from './course-changes';
import type { StoredCourse } from './courses';

/**
 * Changes a course: at once on screen, in the background at the server. There is nothing to save.
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
      if (!edited.ok || done === undefined) return;
      showUndo({ done, undo: () => startChange(client, id, edited.course, edited.inverse) });
    },
    [client, id, document],
  );
}
