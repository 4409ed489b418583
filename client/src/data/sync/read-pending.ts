import { checkEdits } from '@fidens/core';
import { pendingIdOf, type PendingChange } from './pending';

/** What a student has changed and the server does not have yet, in order. What has no right form is left where it is. */
export function pendingOf(studentId: string): PendingChange[] {
  const storage = globalThis.localStorage;
  if (!storage) return [];
  return Object.keys(storage)
    .filter((key) => pendingIdOf(studentId, key) !== undefined)
    .flatMap((key) => readPending(storage.getItem(key)) ?? [])
    .sort((a, b) => a.order - b.order);
}

/** A change out of the browser's storage; nothing where it has not the form of one. */
export function readPending(text: string | null): PendingChange | undefined {
  try {
    const { id, courseId, edits, seen, order } = JSON.parse(text ?? 'null') as Record<string, unknown>;
    const [wanted, back] = [checkEdits(edits), checkEdits(seen, 'seen')];
    if (typeof id !== 'string' || typeof courseId !== 'string' || typeof order !== 'number') return undefined;
    return wanted.ok && back.ok ? { id, courseId, edits: wanted.value, seen: back.value, order } : undefined;
  } catch {
    return undefined;
  }
}
