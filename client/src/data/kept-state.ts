import { useCallback, useState } from 'react';

/** What is typed and not yet anywhere else stands in the browser's own storage under these. */
const PREFIX = 'fidens.draft.';

/** What was kept under a key; nothing where there is none, or where it cannot be read. */
export function readKept(key: string): unknown {
  try {
    return JSON.parse(globalThis.localStorage.getItem(PREFIX + key) ?? 'null') ?? undefined;
  } catch {
    return undefined;
  }
}

/** Keeps a value under a key; `undefined` takes it away. */
export function writeKept(key: string, value: unknown): void {
  try {
    if (value === undefined) globalThis.localStorage.removeItem(PREFIX + key);
    else globalThis.localStorage.setItem(PREFIX + key, JSON.stringify(value));
  } catch {
    // A browser that keeps nothing, or is full: the value still lives as long as the page.
  }
}

const forgetters: (() => void)[] = [];

/** Says what else is to be forgotten with what is kept. */
export function onForget(forget: () => void): void {
  forgetters.push(forget);
}

/** Forgets everything that one student has typed, before another begins. */
export function forgetKept(): void {
  for (const forget of forgetters) forget();
  const storage = globalThis.localStorage;
  if (!storage) return;
  for (const key of Object.keys(storage)) if (key.startsWith(PREFIX)) storage.removeItem(key);
}

/**
 * A state that outlives the page and the window.
 *
 * @param isRight - whether what was kept still has the form of a state
 */
export function useKeptState<T>(
  key: string,
  initial: T,
  isRight: (value: unknown) => value is T,
): [T, (value: T) => void, () => void] {
  const [state, setState] = useState<T>(() => {
    const kept = readKept(key);
    return isRight(kept) ? kept : initial;
  });
  const set = useCallback(
    (value: T) => {
      setState(value);
      writeKept(key, value);
    },
    [key],
  );
  const forget = useCallback(() => writeKept(key, undefined), [key]);
  return [state, set, forget];
}
