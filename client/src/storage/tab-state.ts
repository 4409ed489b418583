import { keyOf } from './kept-state';

/** What lives as long as the window does, a reload included, for the student who types here. */
export interface TabState {
  readonly read: () => unknown;
  /** `undefined` takes it away. */
  readonly write: (value: unknown) => void;
}

/** @param key - where it stands in the window's storage */
export function tabState(key: string): TabState {
  const storage = () => globalThis.sessionStorage as Storage | undefined;
  const write = (value: unknown) => {
    try {
      if (value === undefined) storage()?.removeItem(keyOf(key));
      else storage()?.setItem(keyOf(key), JSON.stringify(value));
    } catch {
      // A browser that keeps nothing, or is full: the value still lives as long as the page.
    }
  };
  return {
    read: () => {
      try {
        return (JSON.parse(storage()?.getItem(keyOf(key)) ?? 'null') as unknown) ?? undefined;
      } catch {
        return undefined;
      }
    },
    write,
  };
}
