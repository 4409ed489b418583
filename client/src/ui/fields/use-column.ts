import { useRef } from 'react';
import type { Focusable } from './focusable';
import { selectFocused } from './typed-over';

/** A column of fields through which Enter leads down. */
export interface Column {
  /** Where a field is kept while it is there. */
  readonly ref: (id: string) => (field: Focusable | null) => void;
  /** Goes to the field after one; it stays where it is the last. */
  readonly next: (id: string) => void;
}

/** @param order - the ids of the fields from the top down */
export function useColumn(order: readonly string[]): Column {
  const fields = useRef(new Map<string, Focusable>());
  return {
    ref: (id) => (field) => {
      if (field) fields.current.set(id, field);
      else fields.current.delete(id);
    },
    next: (id) => {
      fields.current.get(order[order.indexOf(id) + 1] ?? '')?.focus();
      selectFocused();
    },
  };
}
