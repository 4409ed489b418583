import { isSame, type Course, type Scale } from '@fidens/core';
import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { ask, once } from './api';
import type { ShownCourse, StoredCourse } from './answers';
import { keepCourses, useCourses } from './courses';

/** A grading scale that the student keeps under a name. */
export interface LibraryScale {
  id: string;
  name: string;
  version: number;
  scale: Scale;
}

/** A course's rules that the student keeps; its title is its name. */
export interface RuleSheet {
  id: string;
  document: Course;
}

export const scalesQuery = queryOptions({
  queryKey: ['scales'],
  queryFn: () => ask<LibraryScale[]>('/scales'),
});

export const ruleSheetsQuery = queryOptions({
  queryKey: ['rule-sheets'],
  queryFn: () => ask<RuleSheet[]>('/rule-sheets'),
});

/** Every course that has the very same scale, rounding and all. */
export function useCoursesWith(scale: Scale | undefined): ShownCourse[] {
  const { data: courses = [] } = useCourses();
  return scale ? courses.filter(({ document }) => isSame(document.scale, scale)) : [];
}

/** The scale of the library that a course has, if it has one. */
export function useScaleOf(course: Course): LibraryScale | undefined {
  return useQuery(scalesQuery).data?.find(({ scale }) => isSame(scale, course.scale));
}

const keepScale = once((body: { id: string; name: string; scale: Scale }) =>
  ask<LibraryScale>('/scales', { method: 'POST', body }),
);

export function useKeepScale() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: keepScale,
    onSuccess: (kept) => client.setQueryData(scalesQuery.queryKey, (scales = []) => [...scales, kept]),
  });
}

/** Changes a scale, and at the server every course that has the very same one. */
export function useChangeScale() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, version, name, scale }: LibraryScale) =>
      ask<{ scale: LibraryScale; courses: StoredCourse[] }>(`/scales/${id}`, {
        method: 'PUT',
        version,
        body: { name, scale },
      }),
    onSuccess: ({ scale, courses }) => {
      client.setQueryData(scalesQuery.queryKey, (scales) =>
        scales?.map((other) => (other.id === scale.id ? scale : other)),
      );
      keepCourses(client, courses);
    },
    onError: () => void client.invalidateQueries({ queryKey: scalesQuery.queryKey }),
  });
}

export function useDeleteScale() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => ask<void>(`/scales/${id}`, { method: 'DELETE' }),
    onSuccess: (_, gone) =>
      client.setQueryData(scalesQuery.queryKey, (scales) => scales?.filter(({ id }) => id !== gone)),
  });
}

const keepSheet = once((body: { id: string; document: Course }) =>
  ask<RuleSheet>('/rule-sheets', { method: 'POST', body }),
);

export function useKeepRuleSheet() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (document: Course) => keepSheet({ document }),
    onSuccess: (kept) => client.setQueryData(ruleSheetsQuery.queryKey, (sheets = []) => [...sheets, kept]),
  });
}

export function useDeleteRuleSheet() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => ask<void>(`/rule-sheets/${id}`, { method: 'DELETE' }),
    onSuccess: (_, gone) =>
      client.setQueryData(ruleSheetsQuery.queryKey, (sheets) => sheets?.filter(({ id }) => id !== gone)),
  });
}
