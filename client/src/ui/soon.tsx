import { useDeferredValue, type ReactNode } from 'react';

interface SoonProps {
  /** Whether it must stand with what is around it. */
  now?: boolean;
  children: ReactNode;
}

/** What stands a moment after what is around it, and is drawn a few milliseconds at a time: nobody who types waits for it. */
export function Soon({ now = false, children }: SoonProps) {
  const isDrawn = useDeferredValue(true, now);
  return isDrawn && children;
}
