import { useSyncExternalStore } from 'react';
import { onForget } from '@/storage/kept-state';

/** Something that was done, with the way back and the way forth again. */
export interface Step {
  /** What was done: "Field logs deleted, with 6 pieces". */
  readonly done: string;
  /** Goes back; answers why not, in a sentence, where that would undo what was done since. */
  readonly undo: () => string | undefined | void;
  readonly redo: () => string | undefined | void;
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
}

const MOST = 200;
const NOTHING: Steps = { past: [], undone: [], notice: undefined };

let steps = NOTHING;
const listeners = new Set<() => void>();
onForget(() => become(NOTHING));

function become(next: Steps): void {
  steps = next;
  for (const listener of listeners) listener();
}

/**
 * Remembers what was done.
 *
 * @param isSaid - whether a notice says so and offers to undo it
 */
export function remember(step: Step, isSaid: boolean): void {
  const notice: Notice | undefined = isSaid ? { text: step.done, offer: 'Undo' } : undefined;
  become({ past: [...steps.past, step].slice(-MOST), undone: [], notice });
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
    notice: { text: `Taken back: ${last.done}`, offer: 'Redo' },
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
    notice: { text: last.done, offer: 'Undo' },
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
