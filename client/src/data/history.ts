import type { PastChange } from '@fidens/core';
import { infiniteQueryOptions } from '@tanstack/react-query';
import { ask } from './api';
import type { StoredCourse } from './courses';

interface HistoryPage {
  changes: PastChange[];
  more: boolean;
}

/** What was changed in a course up to the version that is shown, the newest first. */
export const historyQuery = ({ id, version }: StoredCourse) =>
  infiniteQueryOptions({
    queryKey: ['history', id, version],
    queryFn: ({ pageParam }) => ask<HistoryPage>(`/courses/${id}/changes?before=${pageParam}`),
    initialPageParam: version + 1,
    getNextPageParam: ({ changes, more }) => (more ? changes.at(-1)!.version : undefined),
  });
