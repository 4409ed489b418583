import { useDeferredValue, useLayoutEffect, useState, type ReactNode } from 'react';

/**
 * A value that what is around it does not wait for: what hangs on it is drawn a few milliseconds at a time. Only who goes on with the Tab key
 * finds it drawn at once, as the next stop may be in it.
 *
 * @param first - what stands before it is drawn for the first time
 */
export function useSoon<T>(value: T, first: T): T {
  const drawn = useDeferredValue(value, first);
  const [hurried, setHurried] = useState(first);
  useLayoutEffect(() => {
    if (drawn === value || typeof window === 'undefined') return undefined;
    const onKey = ({ key }: KeyboardEvent) => {
      if (key === 'Tab') setHurried(value);
    };
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, [drawn, value]);
  return hurried === value ? value : drawn;
}

interface SoonProps {
  /** Whether it must stand with what is around it. */
  now?: boolean;
  children: ReactNode;
}

/** What stands a moment after what is around it, and is drawn a few milliseconds at a time: nobody who types waits for it. */
export function Soon({ now = false, children }: SoonProps) {
  return useSoon(true, now) && children;
}
