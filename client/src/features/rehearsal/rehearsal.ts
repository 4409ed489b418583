import { rehearse, withTry, type NextTry, type Try } from '@fidens/core';
import { useCallback, useMemo } from 'react';
import type { ShownCourse } from '@/data/answers';
import { currentTries, setTries } from '@/data/current-tries';
import { remember } from '@/data/undo';

/** A course with trial scores on it, apart from the record. */
export interface RehearsalNow {
  readonly tries: readonly Try[];
  /** The course as it would be; the course itself where nothing is tried. */
  readonly course: ShownCourse;
  /** What was tried on something that is not there any more. */
  readonly gone: readonly Try[];
  /** What is tried on one piece or category from now on. */
  readonly set: (next: NextTry) => void;
  /** Tries all of these, and nothing else; what was tried before can be had back. */
  readonly replace: (tries: readonly Try[], done: string) => void;
}

/** What is tried in a course just now. Nothing of it reaches the record. */
export function useRehearsal(course: ShownCourse): RehearsalNow {
  const tries = currentTries.use(course.id);
  const { document } = course;
  const rehearsed = useMemo(() => rehearse(document, tries), [document, tries]);
  const set = useCallback(
    (next: NextTry) => setTries(course.id, withTry(currentTries.get(course.id), next)),
    [course.id],
  );
  const replace = useCallback(
    (next: readonly Try[], done: string) => {
      const before = currentTries.get(course.id);
      setTries(course.id, next);
      const step = { done, undo: () => setTries(course.id, before), redo: () => setTries(course.id, next) };
      remember(step, true);
    },
    [course.id],
  );
  const shown = useMemo(
    () => (rehearsed.course === document ? course : { ...course, document: rehearsed.course }),
    [course, document, rehearsed],
  );
  return useMemo(
    () => ({ tries, course: shown, gone: rehearsed.gone, set, replace }),
    [tries, shown, rehearsed.gone, set, replace],
  );
}
