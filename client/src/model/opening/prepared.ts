import { useQuery } from '@tanstack/react-query';
import { useDeferredValue } from 'react';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import type { Term } from '@/data/term-days';
import { useTerms, useWorkedOn } from '@/data/terms';
import { isComputedEarly, piecesOf } from './early';
import { inPieces } from './in-pieces';
import { looseEndsOf } from '../loose-ends';

/**
 * Whether what the term says of all courses has been computed once since Fidens was opened. It is done piece by piece, so that a slow phone
 * answers to touches meanwhile; what changes later is one course, and is computed when it is shown.
 */
export function useIsPrepared(): boolean {
  const { data: courses } = useWorkedOn();
  const terms = useTerms();
  const now = useNow();
  const { isPending } = useQuery({
    queryKey: ['prepared'],
    // Where the courses come only after the page has begun, it is drawn a few milliseconds at a time all the same.
    initialData: () => (courses !== undefined && isComputedEarly()) || undefined,
    queryFn: () => prepare(courses ?? [], terms ?? [], now),
    enabled: courses !== undefined,
    staleTime: Infinity,
    gcTime: Infinity,
    retry: false,
  });
  // A whole page is drawn then: a few milliseconds at a time.
  return useDeferredValue(!isPending);
}

async function prepare(courses: readonly ShownCourse[], terms: readonly Term[], now: string): Promise<true> {
  await inPieces(
    courses.flatMap((course) => {
      const term = terms.find(({ id }) => id === course.termId);
      return [...piecesOf(course.document, now), () => looseEndsOf(course, now, term)];
    }),
  );
  return true;
}
