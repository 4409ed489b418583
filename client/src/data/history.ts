import type { PastChange } from '@fidens/core';
import { infiniteQueryOptions } from '@tanstack/react-query';
import { ask } from './api';
import type { StoredCourse } from './answers';

interface HistoryPage {
  changes: PastChange[];
  more: boolean;
}

/** What was changed in a course up to the version that the server is known to have, the newest first; nothing where it is gone. */
export const historyQuery = (course: StoredCourse | undefined) => {
  const { id, version = 0 } = course ?? {};
  return infiniteQueryOptions({
    queryKey: ['history', id, version],
    enabled: course !== undefined,
    queryFn: ({ pageParam }) => ask<HistoryPage>(`/courses/${id}/changes?before=${pageParam}`),
    initialPageParam: version + 1,
    getNextPageParam: ({ changes, more }) => (more ? changes.at(-1)!.version : undefined),
  });
};
