import { useEffect, useRef } from 'react';

/** Does something last when a field goes away, whatever makes it go: another page, or the window closed. */
export function useLeaving(leave: () => void): void {
  const latest = useRef(leave);
  useEffect(() => {
    latest.current = leave;
  });
  useEffect(() => {
    const last = () => latest.current();
    window.addEventListener('pagehide', last);
    return () => {
      window.removeEventListener('pagehide', last);
      last();
    };
  }, []);
}
