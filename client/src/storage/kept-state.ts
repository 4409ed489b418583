import { useCallback, useState, useSyncExternalStore } from 'react';
import { noteKept } from './trouble';

/** What is typed and not yet anywhere else stands in the browser's own storage under these, for each student. */
const PREFIX = 'fidens.draft.';

/** The student who types here. What one has typed is there again when the same one comes back, and nobody else sees it. */
let owner = 'nobody';
export const keyOf = (key: string) => `${PREFIX}${owner}.${key}`;

const forgetters: (() => void)[] = [];

/** Says who types from now on. */
export function keepFor(studentId: string | undefined): void {
  const next = studentId ?? 'nobody';
  if (next === owner) return;
  owner = next;
  for (const forget of forgetters) forget();
}

/** What was kept under a key; nothing where there is none, or where it cannot be read. */
export function readKept(key: string): unknown {
  try {
    return JSON.parse(globalThis.localStorage.getItem(keyOf(key)) ?? 'null') ?? undefined;
  } catch {
    return undefined;
  }
}

/** Keeps a value under a key; `undefined` takes it away. */
export function writeKept(key: string, value: unknown): void {
  try {
    if (value === undefined) return globalThis.localStorage.removeItem(keyOf(key));
    globalThis.localStorage.setItem(keyOf(key), JSON.stringify(value));
    noteKept(true);
  } catch {
    // A browser that keeps nothing, or is full: the value still lives as long as the page.
    noteKept(false);
  }
}

/** Says what else is to be forgotten with what is kept. */
export function onForget(forget: () => void): void {
  forgetters.push(forget);
}

/** Forgets everything that the student has typed and not kept: who signs out leaves nothing behind. */
export function forgetKept(): void {
  for (const forget of forgetters) forget();
  for (const storage of [globalThis.localStorage, globalThis.sessionStorage] as (Storage | undefined)[])
    for (const key of Object.keys(storage ?? {})) if (key.startsWith(keyOf(''))) storage?.removeItem(key);
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

/** Values that all screens share and that outlive the page and the window, one for each key. */
export interface KeptValues<T> {
  readonly get: (key: string) => T;
  readonly set: (key: string, value: T) => void;
  /** The value as it is now, and again whenever it changes. */
  readonly use: (key: string) => T;
  /** A part of it, and again only when that part is another. */
  readonly usePart: <P>(key: string, pick: (value: T) => P) => P;
}

/**
 * @param prefix - what the values are, before each key in the browser's storage
 * @param none - the value that stands for nothing, and is not kept
 * @param read - what was kept as a value, or nothing where it has not its form any more
 */
export function keptValues<T>(
  prefix: string,
  none: T,
  read: (kept: unknown) => T | undefined,
): KeptValues<T> {
  const known = new Map<string, T>();
  const listeners = new Set<() => void>();
  onForget(() => known.clear());
  const get = (key: string) => {
    if (!known.has(key)) known.set(key, read(readKept(`${prefix} ${key}`)) ?? none);
    return known.get(key)!;
  };
  const set = (key: string, value: T) => {
    known.set(key, value);
    writeKept(`${prefix} ${key}`, value === none ? undefined : value);
    for (const listener of listeners) listener();
  };
  const subscribe = (listener: () => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  };
  return {
    get,
    set,
    use: (key) => {
      const now = () => get(key);
      return useSyncExternalStore(subscribe, now, now);
    },
    usePart: (key, pick) => {
      const now = () => pick(get(key));
      return useSyncExternalStore(subscribe, now, now);
    },
  };
}
