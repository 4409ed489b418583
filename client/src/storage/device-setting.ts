import { useSyncExternalStore } from 'react';

/** A choice about how Fidens looks on this device, whoever is signed in. */
export interface DeviceSetting<T extends string> {
  readonly get: () => T;
  readonly choose: (value: T) => void;
  /** The choice as it is now, and again whenever it changes. */
  readonly use: () => T;
}

/**
 * @param key - where it stands in the browser's storage
 * @param values - what can be chosen; the first stands where nothing was
 */
export function deviceSetting<T extends string>(key: string, values: readonly [T, ...T[]]): DeviceSetting<T> {
  const listeners = new Set<() => void>();
  let chosen: T | undefined;
  // Read once: every number that is drawn asks how it is to be written.
  const get = () => (chosen ??= values.find((value) => value === stored(key)) ?? values[0]);
  const subscribe = (listener: () => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  };
  return {
    get,
    choose: (value) => {
      chosen = value;
      try {
        globalThis.localStorage?.setItem(key, value);
      } catch {
        // A browser that keeps nothing, or is full: the choice still lives as long as the page.
      }
      for (const listener of listeners) listener();
    },
    use: () => useSyncExternalStore(subscribe, get, get),
  };
}

function stored(key: string): string | null {
  try {
    return globalThis.localStorage?.getItem(key) ?? null;
  } catch {
    return null;
  }
}
