import type { SeenChange } from '@fidens/core';
import { noteKept } from '@/storage/trouble';

/** One change of a course that the server does not have yet, as it stands in the browser's own storage. */
export interface PendingChange extends SeenChange {
  /** Names the change, so that sending it twice records it once. */
  readonly id: string;
  readonly courseId: string;
  /** Changes are made in this order. */
  readonly order: number;
}

const PREFIX = 'fidens.pending';

const keyOf = (studentId: string, id: string) => `${PREFIX}.${studentId}.${id}`;

/** Keeps a change until the server has it, each under a key of its own, so that two tabs never write over one another. */
export function keepPending(studentId: string, change: PendingChange): void {
  try {
    globalThis.localStorage?.setItem(keyOf(studentId, change.id), JSON.stringify(change));
    noteKept(true);
  } catch {
    noteKept(false);
    // A browser that keeps nothing, or is full: the change still lives as long as the page.
  }
}

export function dropPending(studentId: string, id: string): void {
  globalThis.localStorage?.removeItem(keyOf(studentId, id));
}

/** Lets go of everything that a student has changed here: also of what the server has and this device has not kept yet. */
export function dropAllPending(studentId: string): void {
  const storage = globalThis.localStorage;
  for (const key of Object.keys(storage ?? {}))
    if (pendingIdOf(studentId, key) !== undefined) storage.removeItem(key);
}

/** Whether something that a student has changed stands here, whatever form it has. */
export function isAnyPending(studentId: string): boolean {
  return Object.keys(globalThis.localStorage ?? {}).some((key) => pendingIdOf(studentId, key) !== undefined);
}

/** The id of the change that a key of the storage keeps; nothing where it is another's. */
export function pendingIdOf(studentId: string, key: string | null): string | undefined {
  const start = `${PREFIX}.${studentId}.`;
  return key?.startsWith(start) ? key.slice(start.length) : undefined;
}

let last = 0;

/** The place of a new change among all: later than any before it in this window, and by the clock than those of others. */
export function nextOrder(): number {
  last = Math.max(last + 1, Date.now());
  return last;
}
