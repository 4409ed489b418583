import {
  applyEdits,
  checkEdits,
  find,
  puttingBack,
  type Course,
  type Edit,
  type PastChange,
  type SeenChange,
} from '@fidens/core';
import { replaceEqualDeep, type QueryClient } from '@tanstack/react-query';
import { ApiError, ask } from '@/data/api';
import type { ShownCourse, StoredCourse } from '@/data/answers';
import { coursesQuery, keepCourses, withChanges } from '@/data/courses';
import { answersKept } from '@/data/kept-answers';
import { noteSignedOut } from '@/data/session';
import { ChangeQueue, type Waiting } from './change-queue';
import { dropPending, keepPending, nextOrder, pendingIdOf, type PendingChange } from './pending';
import { changeQueue, setChangeQueue } from './queue';
import { pendingOf, readPending } from './read-pending';

/** Whose changes each window saves. */
const students = new WeakMap<QueryClient, string>();

/**
 * Begins to save the changes of one student: at once on screen, in the background at the server, in order for each course. What
 * the server does not have yet stands in the browser's own storage too, so that closing the window loses nothing; what an earlier
 * window left is taken up.
 */
export function beginChanges(client: QueryClient, studentId: string): void {
  // The same student in the same window goes on with what is on its way, kept in the browser's storage or not.
  if (students.get(client) === studentId) return changeQueue().adopt(pendingOf(studentId));
  students.set(client, studentId);
  changeQueue().clear();
  setChangeQueue(
    new ChangeQueue({
      send: (change) => send(client, change),
      keep: (change) => keepPending(studentId, change),
      drop: (id) => dropPending(studentId, id),
      // A window without network shows what was kept of the server: until that has the change, the change is kept beside it.
      done: (id) => void answersKept().then(() => dropPending(studentId, id)),
    }),
  );
  changeQueue().adopt(pendingOf(studentId));
}

/**
 * Starts a change; it shows at once and is saved in the background.
 *
 * @param seen - the course that the student saw when making it
 */
export function startChange(courseId: string, seen: Course, edits: readonly Edit[]): void {
  const checked = checkEdits(edits);
  const wanted = checked.ok ? checked.value : edits;
  const made = applyEdits(seen, wanted);
  startSeenChange(courseId, { edits: wanted, seen: made.ok ? made.inverse : [] });
}

/** Starts a change that says itself what it saw. */
export function startSeenChange(courseId: string, { edits, seen }: SeenChange): void {
  changeQueue().add({
    id: crypto.randomUUID(),
    courseId,
    edits: [...edits],
    seen: [...seen],
    order: nextOrder(),
  });
}

/** A course as it is shown: as the server has it, with what is on its way. */
export function shownCourse(client: QueryClient, courseId: string): ShownCourse | undefined {
  const known = current(client, courseId);
  return known && withChanges(known, pendingChanges());
}

function pendingChanges(): readonly PendingChange[] {
  return changeQueue().waiting.map(({ change }) => change);
}

/**
 * Takes back the last change that waits. Where the server may have it already, that is a change of its own.
 *
 * @param client - to look the course up in
 */
export function takeBackLast(client: QueryClient, courseId: string): void {
  const last = changeQueue().of(courseId).at(-1);
  if (!last) return;
  const { change, sent, trouble } = last;
  if (!sent || trouble?.kind === 'refused' || trouble?.kind === 'asks')
    return changeQueue().forget(change.id);
  const course = shownCourse(client, courseId);
  if (course) startChange(courseId, course.document, change.seen);
}

/** Lets go of a change that the server does not take. */
export function giveUp({ change }: Waiting): void {
  changeQueue().forget(change.id);
}

/** Sends again a change that the server did not take. */
export function tryAgain({ change }: Waiting): void {
  changeQueue().replace(change);
}

/** Decides for what was made here; what was deleted there is put back for it. */
export async function keepMine(client: QueryClient, { change, trouble }: Waiting): Promise<void> {
  const { document } = current(client, change.courseId)!;
  const collisions = trouble?.kind === 'asks' ? trouble.collisions : [];
  const back: Edit[] = [];
  for (const { kind, id } of collisions) {
    const isThere = applyEdits(document, back);
    if (kind !== 'gone' || id === undefined || (isThere.ok && find(isThere.course, id))) continue;
    const edit = await findDeleted(change.courseId, document, id);
    if (edit) back.push(edit);
  }
  changeQueue().keepMine(change.id, document, back);
}

async function findDeleted(courseId: string, document: Course, id: string): Promise<Edit | undefined> {
  for (let before: number | undefined; ;) {
    const query = before === undefined ? '' : `?before=${before}`;
    const { changes, more } = await ask<{ changes: PastChange[]; more: boolean }>(
      `/courses/${courseId}/changes${query}`,
    );
    const edit = puttingBack(document, changes, id);
    if (edit || !more) return edit;
    before = changes.at(-1)!.version;
  }
}

/** Decides for what another device wrote. */
export function keepTheirs({ change }: Waiting): void {
  changeQueue().keepTheirs(change.id);
}

/** What the server says of a change: without the document where it is the one of the version that we had, with just our edits. */
type Changed = Omit<StoredCourse, 'document'> & { readonly document?: Course };

async function send(client: QueryClient, change: PendingChange): Promise<void> {
  const { id, courseId, edits, seen } = change;
  const path = `/courses/${courseId}`;
  try {
    const from = current(client, courseId);
    const answer = await ask<Changed>(path, {
      method: 'PATCH',
      body: { id, edits, seen, ...(from && { from: from.version }) },
    });
    // What the server made of it is mostly what is shown already: then that very document stays.
    const made = from && withChanges(from, [change]).document;
    const document =
      answer.document === undefined
        ? made!
        : made
          ? replaceEqualDeep(made, answer.document)
          : answer.document;
    const course = { ...answer, document };
    keepCourses(client, [{ ...course, holds: id }]);
    tellOthers(course);
  } catch (error) {
    noteSignedOut(client, error);
    if (error instanceof ApiError && isStored(error.problem.current))
      keepCourses(client, [error.problem.current]);
    throw error;
  }
}

function isStored(value: unknown): value is StoredCourse {
  return typeof value === 'object' && value !== null && 'document' in value;
}

function current(client: QueryClient, courseId: string): StoredCourse | undefined {
  return client.getQueryData(coursesQuery.queryKey)?.find((course) => course.id === courseId);
}

/** The other tabs of the same browser. */
const CHANNEL = 'fidens';
let channel: BroadcastChannel | undefined;

function tellOthers(course: StoredCourse): void {
  channel?.postMessage(course);
}

/**
 * Keeps this tab and the others of the browser agreed: what one has typed or saved, all show; what one has saved or taken back,
 * none sends again.
 *
 * @returns how to stop
 */
export function agreeWithOthers(client: QueryClient, studentId: string): () => void {
  const onSaved = ({ data }: MessageEvent<StoredCourse>) => {
    if ((current(client, data.id)?.version ?? Infinity) < data.version) keepCourses(client, [data]);
  };
  const onStorage = ({ key, newValue }: StorageEvent) => {
    const id = pendingIdOf(studentId, key);
    if (id === undefined) return;
    const change = newValue === null ? undefined : readPending(newValue);
    if (change) changeQueue().adopt([change]);
    else changeQueue().forget(id);
  };
  channel = new BroadcastChannel(CHANNEL);
  channel.addEventListener('message', onSaved);
  window.addEventListener('storage', onStorage);
  return () => {
    channel?.close();
    channel = undefined;
    window.removeEventListener('storage', onStorage);
  };
}
