import { useEffect, useState } from 'react';

/**
 * Whether something is so, and has been for a while: what is over before anybody could read it is not told of.
 *
 * @param least - in milliseconds
 */
export function useLasting(isSo: boolean, least: number): boolean {
  const [lasts, setLasts] = useState(false);
  useEffect(() => {
    if (!isSo) return undefined;
    const timer = setTimeout(() => setLasts(true), least);
    return () => {
      clearTimeout(timer);
      setLasts(false);
    };
  }, [isSo, least]);
  return isSo && lasts;
}
