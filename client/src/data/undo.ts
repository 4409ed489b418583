import { useSyncExternalStore } from 'react';
import { onForget } from '@/storage/kept-state';
import { tabState } from '@/storage/tab-state';

/** Something that was done, with the way back and the way forth again. */
export interface Step {
  /** What was done: "Field logs deleted, with 6 pieces". */
  readonly done: string;
  /** Goes back; answers why not, in a sentence, where that would undo what was done since. */
  readonly undo: () => string | undefined | void;
  readonly redo: () => string | undefined | void;
  /** The course that it was done in: the notice says where it stands then. */
  readonly courseId?: string | undefined;
  /** What it is made of, where it can be taken back after a reload too. */
  readonly kept?: unknown;
}

/** What was done since Fidens was opened: what can be undone, what was undone, and what was just said of it. */
interface Steps {
  readonly past: readonly Step[];
  readonly undone: readonly Step[];
  readonly notice: Notice | undefined;
}

export interface Notice {
  readonly text: string;
  /** What can be done about it. */
  readonly offer?: 'Undo' | 'Redo';
  readonly courseId?: string | undefined;
}

const MOST = 200;
/** How many of the last steps outlive a reload, and how long one may be, in characters. */
const MOST_KEPT = 20;
const LONGEST_KEPT = 20_000;

const keptSteps = tabState('done');
const NOTHING: Steps = { past: [], undone: [], notice: undefined };

let steps = NOTHING;
const listeners = new Set<() => void>();
onForget(() => tell(NOTHING));

function tell(next: Steps): void {
  steps = next;
  for (const listener of listeners) listener();
}

function become(next: Steps): void {
  if (next.past !== steps.past) keep(next.past);
  tell(next);
}

/** Keeps the last steps up to the latest that cannot be kept: what was done before it would be taken back out of order. */
function keep(past: readonly Step[]): void {
  const last = past.slice(-MOST_KEPT);
  const from = last.findLastIndex(
    ({ kept }) => (JSON.stringify(kept) ?? '').length - 1 >= LONGEST_KEPT || !kept,
  );
  keptSteps.write(last.slice(from + 1).map(({ kept }) => kept));
}

/**
 * Takes up what was done before the window was loaded again.
 *
 * @param read - makes a step of what was kept of it; nothing where it has not its form
 */
export function restoreSteps(read: (kept: unknown) => Step | undefined): void {
  const kept = keptSteps.read();
  if (steps.past.length > 0 || !Array.isArray(kept) || kept.length === 0) return;
  const past = kept.map(read);
  if (past.every((step) => step !== undefined)) tell({ ...steps, past });
}

/**
 * Remembers what was done.
 *
 * @param isSaid - whether a notice says so and offers to undo it
 */
export function remember(step: Step, isSaid: boolean): void {
  const notice: Notice | undefined = isSaid ? doneNotice(step) : undefined;
  become({ past: [...steps.past, step].slice(-MOST), undone: [], notice });
}

function doneNotice({ done, courseId }: Step): Notice {
  return { text: done, offer: 'Undo', courseId };
}

/** Takes back the last thing that was done. */
export function undoLast(): void {
  const last = steps.past.at(-1);
  if (!last) return;
  const refused = last.undo();
  if (refused) return become({ ...steps, past: steps.past.slice(0, -1), notice: { text: refused } });
  become({
    past: steps.past.slice(0, -1),
    undone: [...steps.undone, last],
    notice: { text: `Taken back: ${last.done}`, offer: 'Redo', courseId: last.courseId },
  });
}

/** Does the last thing again that was taken back. */
export function redoLast(): void {
  const last = steps.undone.at(-1);
  if (!last) return;
  const refused = last.redo();
  if (refused) return become({ ...steps, undone: steps.undone.slice(0, -1), notice: { text: refused } });
  become({
    past: [...steps.past, last],
    undone: steps.undone.slice(0, -1),
    notice: doneNotice(last),
  });
}

/**
 * The deletion of something that the server names anew when it is made again.
 *
 * @param id - what was deleted
 * @param make - makes it again
 * @param remove - deletes it again
 */
export function deletion(
  done: string,
  id: string,
  make: () => Promise<{ id: string }>,
  remove: (id: string) => Promise<unknown>,
): Step {
  let made = Promise.resolve({ id });
  const again = (action: () => Promise<unknown>) => void action().catch(() => undefined);
  return {
    done,
    undo: () => {
      made = make();
      again(() => made);
    },
    redo: () => again(async () => remove((await made).id)),
  };
}

/** Says something of what was done, such as that it could not be taken back after all. */
export function say(text: string): void {
  become({ ...steps, notice: { text } });
}

export function dismissNotice(): void {
  become({ ...steps, notice: undefined });
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function useSteps(): Steps {
  return useSyncExternalStore(
    subscribe,
    () => steps,
    () => steps,
  );
}
