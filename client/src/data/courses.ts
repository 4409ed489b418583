import { applyEdits, type Course } from '@fidens/core';
import { queryOptions, useMutation, useMutationState, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { ask } from './api';
import { CHANGE_KEY } from './course-changes';
import type { PendingChange } from './pending';

/** A course as the server keeps it. */
export interface StoredCourse {
  id: string;
  termId: string;
  version: number;
  document: Course;
  /** The last change of ours that this version holds: it must not be shown on top of it again. */
  holds?: string;
}

export const coursesQuery = queryOptions({
  queryKey: ['courses'],
  queryFn: () => ask<StoredCourse[]>('/courses'),
  // A version that is known stays the very same object: what was computed of it is not computed again.
  structuralSharing: (old, fresh) =>
    (fresh as StoredCourse[]).map(
      (course) =>
        (old as StoredCourse[] | undefined)?.find(
          ({ id, version, holds }) =>
            id === course.id &&
            version === course.version &&
            (course.holds === undefined || holds === course.holds),
        ) ?? course,
    ),
});

/** Every course as the student sees it: the server's record with the changes that are still on their way. */
export function useCourses() {
  const query = useQuery(coursesQuery);
  const onTheirWay = useMutationState({
    filters: { mutationKey: CHANGE_KEY, predicate: ({ state }) => state.status !== 'success' },
    select: ({ state }) => state.variables as PendingChange,
  });
  const courses = useMemo(() => {
    const inOrder = onTheirWay.filter(Boolean).sort((a, b) => a.order - b.order);
    return query.data?.map((course) => withChanges(course, inOrder));
  }, [query.data, onTheirWay]);
  return { ...query, data: courses };
}

/** Each course as it was last shown: every screen that asks gets the very same one. */
const shown = new WeakMap<StoredCourse, { readonly changes: string; readonly course: StoredCourse }>();

/** A course with changes that are on their way, in their order. */
export function withChanges(course: StoredCourse, changes: readonly PendingChange[]): StoredCourse {
  const own = changes.filter(({ id, courseId }) => courseId === course.id && id !== course.holds);
  if (own.length === 0) return course;
  const ids = own.map(({ id }) => id).join(' ');
  const known = shown.get(course);
  if (known?.changes === ids) return known.course;
  let { document } = course;
  for (const { edits } of own) {
    const edited = applyEdits(document, edits);
    if (edited.ok) document = edited.course;
  }
  const changed = document === course.document ? course : { ...course, document };
  shown.set(course, { changes: ids, course: changed });
  return changed;
}

export function useCourse(id: string) {
  const query = useCourses();
  return { ...query, data: query.data?.find((course) => course.id === id) };
}

/** A course as the server has it, without what is still on its way. */
export function useStoredCourse(id: string): StoredCourse | undefined {
  return useQuery(coursesQuery).data?.find((course) => course.id === id);
}

export function useCreateCourse() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { termId: string; document: Course }) =>
      ask<StoredCourse>('/courses', { method: 'POST', body }),
    onSuccess: (course) =>
      client.setQueryData(coursesQuery.queryKey, (courses) => [...(courses ?? []), course]),
  });
}

export function useDeleteCourse() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => ask<void>(`/courses/${id}`, { method: 'DELETE' }),
    onSuccess: (_, id) =>
      client.setQueryData(coursesQuery.queryKey, (courses) => courses?.filter((course) => course.id !== id)),
  });
}

export const sampleCoursesQuery = queryOptions({
  queryKey: ['sample-courses'],
  queryFn: () => ask<Course[]>('/sample-courses'),
  staleTime: Infinity,
});
