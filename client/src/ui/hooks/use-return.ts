import { useEffect, useRef, type RefObject } from 'react';
import type { Focusable } from '../fields/focusable';

/**
 * Where the focus returns when something that was opened is closed again: to what had opened it, which stands in its place.
 *
 * @param isOpen - whether it is open now
 */
export function useReturn(isOpen: boolean): RefObject<Focusable | null> {
  const opener = useRef<Focusable>(null);
  const wasOpen = useRef(isOpen);
  useEffect(() => {
    if (wasOpen.current && !isOpen) opener.current?.focus();
    wasOpen.current = isOpen;
  }, [isOpen]);
  return opener;
}
