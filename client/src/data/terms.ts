import { queryOptions, useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { ask, once, reasonOf } from './api';
import type { ShownCourse, StoredCourse } from './answers';
import { coursesQuery, createCourse, refreshCourses, useCourses } from './courses';
import { useNow } from './now';
import { currentTerm, workedOn, type Term } from './term-days';
import { remember, say } from './undo';

export const termsQuery = queryOptions({ queryKey: ['terms'], queryFn: () => ask<Term[]>('/terms') });

/** All terms in their order, the newest first unless the student has put them otherwise. */
export function useTerms(): readonly Term[] | undefined {
  return useQuery(termsQuery).data;
}

/** Every course and every term, for a page that is about nothing less: both are there, or why one is not. */
export function useCoursesAndTerms() {
  const courses = useCourses();
  const terms = useQuery(termsQuery);
  return {
    courses: courses.data,
    terms: terms.data,
    error: (courses.data ? null : courses.error) ?? (terms.data ? null : terms.error),
    retry: () => void Promise.all([courses.refetch(), terms.refetch()]),
  };
}

/** The term that is on. */
export function useTerm(): Term | undefined {
  const terms = useTerms();
  const now = useNow();
  return terms && currentTerm(terms, now);
}

/** The term of a course. */
export function useTermOf({ termId }: Pick<ShownCourse, 'termId'>): Term | undefined {
  return useTerms()?.find(({ id }) => id === termId);
}

/** Every course that is worked on: those of terms that are neither over nor put away, and of the one that is on. */
export function useWorkedOn() {
  const { data: terms, error } = useQuery(termsQuery);
  const now = useNow();
  const query = useCourses();
  const courses = query.data;
  const data = useMemo(() => terms && courses && workedOn(courses, terms, now), [courses, terms, now]);
  return { ...query, error: query.error ?? error, data };
}

function keep(client: QueryClient, change: (terms: readonly Term[]) => Term[]): void {
  client.setQueryData(termsQuery.queryKey, (terms) => terms && change(terms));
}

const makeTerm = once((body: Term) => ask<Term>('/terms', { method: 'POST', body }));

export function useSaveTerm() {
  const client = useQueryClient();
  const save = ({ id, ...body }: Term) => ask<Term>(`/terms/${id}`, { method: 'PUT', body });
  const taken = (term: Term) => {
    keep(client, (terms) => terms.map((other) => (other.id === term.id ? term : other)));
    void client.invalidateQueries({ queryKey: termsQuery.queryKey });
  };
  return useMutation({
    mutationFn: save,
    onMutate: ({ id }) => client.getQueryData(termsQuery.queryKey)?.find((term) => term.id === id),
    onSuccess: (term, _, before) => {
      taken(term);
      if (!before) return;
      const again = (as: Term) =>
        void save(as).then(taken, (error: unknown) => say(`${as.name} is as it was. ${reasonOf(error)}`));
      remember({ done: `${before.name} changed`, undo: () => again(before), redo: () => again(term) }, false);
    },
  });
}

/** Orders that are on their way to the server, one after the other: the last that was chosen is the one that stays. */
let ordered: Promise<unknown> = Promise.resolve();

/** Puts the terms into an order of the student's own: at once on screen, and then at the server. */
export function useOrderTerms(): (ids: readonly string[]) => void {
  const client = useQueryClient();
  const put = (ids: readonly string[]) => {
    keep(client, (terms) => ids.flatMap((id) => terms.find((term) => term.id === id) ?? []));
    ordered = ordered
      .then(() => ask<void>('/terms/order', { method: 'PUT', body: { ids } }))
      // What the server has not taken is not shown any longer.
      .catch(() => client.invalidateQueries({ queryKey: termsQuery.queryKey }));
  };
  return (ids) => {
    const before = client.getQueryData(termsQuery.queryKey)?.map(({ id }) => id) ?? [];
    put(ids);
    remember({ done: 'Terms in another order', undo: () => put(before), redo: () => put(ids) }, false);
  };
}

/** Deletes a term with its courses; taken back, both are there again under the same ids. */
export function useDeleteTerm() {
  const client = useQueryClient();
  const remove = async (id: string) => {
    await ask<void>(`/terms/${id}?with=courses`, { method: 'DELETE' });
    await refresh(client);
  };
  return useMutation({
    mutationFn: async (term: Term) => {
      const courses = client.getQueryData(coursesQuery.queryKey)?.filter(({ termId }) => termId === term.id);
      await remove(term.id);
      const bring = async () => {
        await ask('/terms', { method: 'POST', body: bodyOf(term) });
        for (const { id, document } of courses ?? [])
          await ask('/courses', { method: 'POST', body: { id, termId: term.id, document } });
        await refresh(client);
      };
      const telling = (work: Promise<unknown>) =>
        void work.catch((error: unknown) => say(`${term.name}: that did not work. ${reasonOf(error)}`));
      remember(
        { done: `${term.name} deleted`, undo: () => telling(bring()), redo: () => telling(remove(term.id)) },
        true,
      );
    },
  });
}

const bodyOf = ({ id, name, startsOn, endsOn, archived }: Term) => ({ id, name, startsOn, endsOn, archived });

async function refresh(client: QueryClient): Promise<void> {
  await Promise.all([client.invalidateQueries({ queryKey: termsQuery.queryKey }), refreshCourses(client)]);
}

/** Moves a course to another term. */
export function useMoveCourse() {
  const client = useQueryClient();
  const move = async ({ id, termId }: { id: string; termId: string }) => {
    // A list that is on its way has the course where it was.
    await client.cancelQueries({ queryKey: coursesQuery.queryKey });
    client.setQueryData(coursesQuery.queryKey, (courses) =>
      courses?.map((course) => (course.id === id ? { ...course, termId } : course)),
    );
    try {
      return await ask<StoredCourse>(`/courses/${id}/term`, { method: 'PUT', body: { termId } });
    } finally {
      void client.invalidateQueries({ queryKey: coursesQuery.queryKey });
    }
  };
  return useMutation({
    mutationFn: ({ course, term }: { course: ShownCourse; term: Term }) =>
      move({ id: course.id, termId: term.id }),
    onSuccess: (_, { course, term }) => {
      const { id, termId } = course;
      const again = (to: string) =>
        void move({ id, termId: to }).catch((error: unknown) => say(`It was not moved. ${reasonOf(error)}`));
      remember(
        {
          done: `${course.document.title} moved to ${term.name}`,
          undo: () => again(termId),
          redo: () => again(term.id),
        },
        true,
      );
    },
  });
}

/** Begins a term with courses in it, one after the other: what was made before one failed stays, and is told by the list. */
export function useBeginTermWith() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({
      term,
      documents,
    }: {
      term: Omit<Term, 'id'>;
      documents: readonly ShownCourse['document'][];
    }) => {
      const begun = await makeTerm(term);
      for (const document of documents) await createCourse({ termId: begun.id, document });
      return begun;
    },
    onSettled: () => refresh(client),
  });
}
