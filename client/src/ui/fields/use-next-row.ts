import { useCallback, useRef, type RefObject } from 'react';
import { flushSync } from 'react-dom';
import type { Focusable } from './focusable';

interface NextRow {
  /** Stays with the field in which every row begins. */
  readonly first: RefObject<Focusable | null>;
  /** Empties the form for the next row. */
  readonly begin: (empty: () => void) => void;
}

/**
 * A form that is filled row after row. The emptied form stands, and its first field has the keyboard, before the next key is read: whoever types on
 * at once types into the next row, and whoever goes on at once to another field keeps the keyboard there.
 */
export function useNextRow(): NextRow {
  const first = useRef<Focusable>(null);
  const begin = useCallback((empty: () => void) => {
    flushSync(empty);
    first.current?.focus();
  }, []);
  return { first, begin };
}
