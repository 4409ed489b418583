import { applyEdits, type Course } from '@fidens/core';
import {
  hashKey,
  notifyManager,
  queryOptions,
  useMutation,
  useQuery,
  useQueryClient,
  type QueryClient,
} from '@tanstack/react-query';
import { useSyncExternalStore } from 'react';
import type { PendingChange } from '@/data/sync/pending';
import { subscribeToWaiting, waitingChanges } from '@/data/sync/queue';
import type { ShownCourse, StoredCourse } from './answers';
import { ask, askUnlessSame, once, reasonOf } from './api';
import { perClient } from './per-client';
import { sameList } from './same-list';
import { remember, say } from './undo';

/** What the server last called a list, and which courses in which versions that is. */
let lastList: { readonly tag: string | undefined; readonly of: string } = { tag: undefined, of: '' };
const named = (courses: readonly StoredCourse[]) =>
  courses.map(({ id, termId, version }) => `${id} ${termId} ${version}`).join();

/** A course as the server lists it: without its document where that was said to be known. */
type ListedCourse = Omit<StoredCourse, 'document'> & Partial<Pick<StoredCourse, 'document'>>;

/** So many courses are said to be known at most: an address must not be longer than proxies take it. */
const MOST_SAID = 100;

/** What says which courses are known in which versions, so that they are not sent again. */
function having(held: readonly StoredCourse[]): string {
  const said = held.slice(0, MOST_SAID).map(({ id, version }) => `${id}.${version}`);
  return said.length > 0 ? `?have=${said.join()}` : '';
}

export const coursesQuery = queryOptions({
  queryKey: ['courses'],
  queryFn: async ({ client }): Promise<StoredCourse[]> => {
    const known = () => client.getQueryData<StoredCourse[]>(['courses']);
    const held = known();
    // Only where what is known is just what the server has named so.
    const { answer, tag } = await askUnlessSame<ListedCourse[]>(
      `/courses${having(held ?? [])}`,
      held && named(held) === lastList.of ? lastList.tag : undefined,
    );
    if (!answer) return known() ?? ask<StoredCourse[]>('/courses');
    const documents = new Map(held?.map(({ id, document }) => [id, document]));
    const courses = answer.map((course) => ({ document: documents.get(course.id)!, ...course }));
    lastList = { tag, of: named(courses) };
    return courses;
  },
  // A version that is known stays the very same object: what was computed of it is not computed again.
  structuralSharing: (old, fresh) =>
    (fresh as StoredCourse[]).map((course) => {
      const known = (old as StoredCourse[] | undefined)?.find(({ id }) => id === course.id);
      if (!known || known.version < course.version) return course;
      // A list that was on its way while a change was saved is older than what is known.
      if (known.version > course.version) return known;
      if (course.holds !== undefined && known.holds !== course.holds) return course;
      // Moving to another term makes no version: the server knows where a course stands.
      return known.termId === course.termId ? known : { ...known, termId: course.termId };
    }),
});

/** Takes in courses as the server has them now, each unless a later version of it is known. */
export function keepCourses(client: QueryClient, fresh: readonly StoredCourse[]): void {
  const { queryKey } = coursesQuery;
  // A list that was asked for before these versions were made must not come in over them: it is asked for again.
  const isAsked = client.isFetching({ queryKey }) > 0;
  const stopped = client.cancelQueries({ queryKey });
  client.setQueryData(queryKey, (courses) =>
    courses?.map(
      (known) => fresh.find(({ id, version }) => id === known.id && known.version <= version) ?? known,
    ),
  );
  if (isAsked) void stopped.then(() => client.invalidateQueries({ queryKey }));
}

/**
 * Every course as the student sees it: the server's record with the changes that are still on their way.
 *
 * Who shows them is drawn again when one of them is shown otherwise, and not when the server has only said that it keeps what is shown.
 */
export function useCourses() {
  const { error, isPending, refetch } = useQuery({
    ...coursesQuery,
    notifyOnChangeProps: ['status', 'error'],
  });
  const { subscribe, list } = shownBy(useQueryClient());
  const data = useSyncExternalStore(subscribe, list, list);
  return { data, error, isPending, refetch };
}

const COURSES = hashKey(coursesQuery.queryKey);

/** The list of courses as it is shown, made once for all who look. */
class ShownCourses {
  readonly #client: QueryClient;
  #of: {
    readonly stored?: readonly StoredCourse[] | undefined;
    readonly changes?: readonly PendingChange[];
  } = {};
  #list: readonly ShownCourse[] | undefined;

  constructor(client: QueryClient) {
    this.#client = client;
  }

  readonly list = (): readonly ShownCourse[] | undefined => {
    const stored = this.#client.getQueryCache().get<StoredCourse[]>(COURSES)?.state.data;
    const changes = waitingChanges();
    if (stored !== this.#of.stored || changes !== this.#of.changes) {
      this.#of = { stored, changes };
      this.#list = stored && asList(stored.map((course) => withChanges(course, changes)));
    }
    return this.#list;
  };

  readonly subscribe = (listener: () => void): (() => void) => {
    const tell = notifyManager.batchCalls(listener);
    const stopCourses = this.#client.getQueryCache().subscribe(({ query }) => {
      if (query.queryHash === COURSES) tell();
    });
    const stopWaiting = subscribeToWaiting(listener);
    return () => {
      stopCourses();
      stopWaiting();
    };
  };
}

const shownBy = perClient((client) => new ShownCourses(client));

/** The list as it was last shown, for as long as every course in it is shown as it was. */
const asList = sameList<ShownCourse>();

/** Each document as it was last shown: as long as it stays, every screen goes on with the very same course. */
const shown = new WeakMap<Course, ShownCourse>();

function asShown({ id, termId, document }: ShownCourse): ShownCourse {
  const known = shown.get(document);
  if (known?.id === id && known.termId === termId) return known;
  const course = { id, termId, document };
  shown.set(document, course);
  return course;
}

/** What the last change on its way made of each document. A change that was decided about keeps its id and is another object. */
const changed = new WeakMap<Course, { readonly change: PendingChange; readonly document: Course }>();

function withChange(before: Course, change: PendingChange): Course {
  const known = changed.get(before);
  if (known?.change === change) return known.document;
  const edited = applyEdits(before, change.edits);
  const document = edited.ok ? edited.course : before;
  changed.set(before, { change, document });
  return document;
}

/** A course with changes that are on their way, in their order. */
export function withChanges(course: StoredCourse, changes: readonly PendingChange[]): ShownCourse {
  const own = changes.filter(({ id, courseId }) => courseId === course.id && id !== course.holds);
  return asShown({ ...course, document: own.reduce(withChange, course.document) });
}

export function useCourse(id: string) {
  const query = useCourses();
  return { ...query, data: query.data?.find((course) => course.id === id) };
}

/** A course as the server has it, without what is still on its way. */
export function useStoredCourse(id: string): StoredCourse | undefined {
  return useQuery(coursesQuery).data?.find((course) => course.id === id);
}

export const createCourse = once((body: { id: string; termId: string; document: Course }) =>
  ask<StoredCourse>('/courses', { method: 'POST', body }),
);

export function useCreateCourse() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: createCourse,
    onSuccess: (course) =>
      client.setQueryData(coursesQuery.queryKey, (courses) => [...(courses ?? []), course]),
  });
}

/** Deletes a course; taken back, it is there again under the same id, with its history, its rehearsals and its feed. */
export function useDeleteCourse() {
  const client = useQueryClient();
  const remove = async ({ id }: ShownCourse) => {
    await ask<void>(`/courses/${id}`, { method: 'DELETE' });
    client.setQueryData(coursesQuery.queryKey, (courses) => courses?.filter((course) => course.id !== id));
  };
  const bring = async ({ id, termId, document }: ShownCourse) => {
    await ask('/courses', { method: 'POST', body: { id, termId, document } });
    await refreshCourses(client);
  };
  return useMutation({
    mutationFn: remove,
    onSuccess: (_, course) => {
      const { title } = course.document;
      const telling = (work: Promise<unknown>) =>
        void work.catch((error: unknown) => say(`${title}: that did not work. ${reasonOf(error)}`));
      remember(
        {
          done: `${title} deleted`,
          undo: () => telling(bring(course)),
          redo: () => telling(remove(course)),
        },
        true,
      );
    },
  });
}

/** What stands beside courses, as the queries of it are called. */
const BESIDE = ['rehearsals', 'feeds', 'history'];

/** Asks anew for the courses and for what stands beside them. */
export async function refreshCourses(client: QueryClient): Promise<void> {
  await Promise.all(
    [coursesQuery.queryKey, ...BESIDE.map((name) => [name])].map((queryKey) =>
      client.invalidateQueries({ queryKey }),
    ),
  );
}

export const sampleCoursesQuery = queryOptions({
  queryKey: ['sample-courses'],
  queryFn: () => ask<Course[]>('/sample-courses'),
  staleTime: Infinity,
});
