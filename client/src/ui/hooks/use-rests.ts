import { useEffect, useState } from 'react';

/**
 * Whether a value has stayed the same for a while, as it has when it is first told.
 *
 * @param least - in milliseconds
 */
export function useRests(value: unknown, least: number): boolean {
  const [rested, setRested] = useState(() => value);
  useEffect(() => {
    if (rested === value) return undefined;
    const timer = setTimeout(() => setRested(() => value), least);
    return () => clearTimeout(timer);
  }, [rested, value, least]);
  return rested === value;
}
