import { isSame } from '@fidens/core';
import { useKeptState } from '@/storage/kept-state';

/** What was typed over something that is in force, and is not in force itself; it outlives the page. */
interface Over<T> {
  /** What was in force when the typing began. */
  readonly over: T;
  readonly mine: T;
}

/** A thing as a whole while it is changed in parts. */
export interface Overlay<T> {
  /** What was typed; nothing while nothing waits. */
  readonly mine: T | undefined;
  /** Whether what is in force has become something else since: then it is asked which of the two is meant. */
  readonly isStale: boolean;
  readonly write: (mine: T) => void;
  /** Takes what is in force now as what was typed over. */
  readonly rebase: () => void;
  readonly forget: () => void;
}

/**
 * @param key - where it is kept
 * @param inForce - what is in force now
 * @param isRight - whether what was kept still has its form
 */
export function useOver<T>(key: string, inForce: T, isRight: (value: unknown) => value is T): Overlay<T> {
  const isKept = (value: unknown): value is Over<T> | null =>
    typeof value === 'object' &&
    value !== null &&
    isRight((value as Over<T>).over) &&
    isRight((value as Over<T>).mine);
  const [kept, setKept, drop] = useKeptState<Over<T> | null>(key, null, isKept);
  const over = kept?.over ?? inForce;
  return {
    mine: kept?.mine,
    isStale: kept !== null && !isSame(over, inForce),
    write: (mine) => setKept({ over, mine }),
    rebase: () => kept && setKept({ over: inForce, mine: kept.mine }),
    forget: () => {
      setKept(null);
      drop();
    },
  };
}
