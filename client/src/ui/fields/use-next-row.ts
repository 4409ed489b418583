import { useLayoutEffect, useState } from 'react';
import type { FieldValues, Path, UseFormSetFocus } from 'react-hook-form';

/**
 * Gives a field the keyboard once its form was emptied for the next: the fields stand anew then, and only after that can one have it.
 *
 * @returns what is called beside `reset`
 */
export function useNextRow<F extends FieldValues>(setFocus: UseFormSetFocus<F>, field: Path<F>): () => void {
  const [rows, setRows] = useState(0);
  // With what is drawn, not after it: whoever goes on at once to another field keeps the keyboard there.
  useLayoutEffect(() => {
    if (rows > 0) setFocus(field);
  }, [rows, setFocus, field]);
  return () => setRows((before) => before + 1);
}
