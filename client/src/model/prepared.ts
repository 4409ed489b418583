import { useQuery } from '@tanstack/react-query';
import { useDeferredValue } from 'react';
import type { ShownCourse } from '@/data/courses';
import { useNow } from '@/data/now';
import { useTerms, useWorkedOn, type Term } from '@/data/terms';
import { compute } from './computed';
import { looseEndsOf } from './loose-ends';

/**
 * Whether what the term says of all courses has been computed once since Fidens was opened. It is done piece by piece, so that a slow phone
 * answers to touches meanwhile; what changes later is one course, and is computed when it is shown.
 */
export function useIsPrepared(): boolean {
  const { data: courses } = useWorkedOn();
  const terms = useTerms();
  const now = useNow();
  const { isFetched } = useQuery({
    queryKey: ['prepared'],
    queryFn: () => prepare(courses ?? [], terms ?? [], now),
    enabled: courses !== undefined,
    staleTime: Infinity,
    gcTime: Infinity,
    retry: false,
  });
  // A whole page is drawn then: a few milliseconds at a time.
  return useDeferredValue(isFetched);
}

async function prepare(courses: readonly ShownCourse[], terms: readonly Term[], now: string): Promise<true> {
  for (const course of courses) {
    const term = terms.find(({ id }) => id === course.termId);
    const computed = () => compute(course.document, now);
    const pieces: readonly (() => unknown)[] = [
      computed,
      () => looseEndsOf(course, now, term),
      () => computed().reach,
      () => computed().headline,
    ];
    for (const piece of pieces) {
      await othersTurn();
      piece();
    }
  }
  return true;
}

/** Lets the browser do what waits, without waiting longer. */
export function othersTurn(): Promise<void> {
  return new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(undefined);
  });
}
