import { useSyncExternalStore } from 'react';

let isRefused = false;
const listeners = new Set<() => void>();

/** Notes whether the browser took what was to be kept: it may be full, or keep nothing at all. */
export function noteKept(ok: boolean): void {
  if (isRefused === !ok) return;
  isRefused = !ok;
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Whether this browser has last refused to keep something: then only what the server has is safe. */
export function useKeepsNothing(): boolean {
  return useSyncExternalStore(subscribe, () => isRefused);
}
