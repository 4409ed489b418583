import { extentOf, type Course, type Extent } from '@fidens/core';
import { useNow } from '@/data/session';
import { isOver, useTerm } from '@/data/terms';

/** How much of a course is known: all of it once its term is over, or its rules tell what is promised. */
export function useExtent(course: Course): Extent {
  const term = useTerm();
  const now = useNow();
  return term && isOver(term, now) ? 'whole' : extentOf(course);
}
