import { useSyncExternalStore } from 'react';

/** How many decimals a percent has on every screen; more only where these would seem to reach a cut-off that is missed. */
export type Decimals = 1 | 2;

const KEY = 'fidens.decimals';
const listeners = new Set<() => void>();

/** What the student chose. */
export function decimals(): Decimals {
  return globalThis.localStorage?.getItem(KEY) === '2' ? 2 : 1;
}

export function chooseDecimals(chosen: Decimals): void {
  globalThis.localStorage?.setItem(KEY, String(chosen));
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function useDecimals(): Decimals {
  return useSyncExternalStore(subscribe, decimals, decimals);
}
