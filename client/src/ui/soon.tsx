import type { ReactNode } from 'react';
import { useSoon } from './use-soon';

interface SoonProps {
  /** Whether it must stand with what is around it. */
  now?: boolean;
  children: ReactNode;
}

/** What stands a moment after what is around it, and is drawn a few milliseconds at a time: nobody who types waits for it. */
export function Soon({ now = false, children }: SoonProps) {
  return useSoon(true, now) && children;
}
