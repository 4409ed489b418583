import { useSyncExternalStore } from 'react';

/** Files that were dropped on a window of Fidens, until the place that takes them has read them. */
let dropped: readonly File[] | undefined;
const listeners = new Set<() => void>();

export function drop(files: readonly File[] | undefined): void {
  dropped = files;
  listeners.forEach((tell) => tell());
}

export function useDropped(): readonly File[] | undefined {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => dropped,
    () => undefined,
  );
}
