import { useCallback, useEffect, useRef } from 'react';

/** A function that stays the same and does what the latest one does. */
export function useLatest<A extends unknown[]>(latest: (...args: A) => void): (...args: A) => void {
  const now = useRef(latest);
  useEffect(() => {
    now.current = latest;
  });
  return useCallback((...args: A) => now.current(...args), []);
}
