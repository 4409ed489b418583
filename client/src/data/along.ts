import type { Along, Edit } from '@fidens/core';
import { useSyncExternalStore } from 'react';
import { onForget } from '@/storage/kept-state';

/** A change that would leave rules hanging, and what is done once the student agrees that they go along. */
export interface AlongQuestion {
  readonly along: Along;
  readonly agree: (edits: readonly Edit[]) => unknown;
}

let question: AlongQuestion | undefined;
const listeners = new Set<() => void>();
onForget(() => askAlong(undefined));

/** Asks whether rules may go along with a change; or takes the question back. */
export function askAlong(next: AlongQuestion | undefined): void {
  question = next;
  for (const listener of listeners) listener();
}

/** The question that stands, if one does. */
export function useAlongQuestion(): AlongQuestion | undefined {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => question,
  );
}
