import { extentOf, type Course, type Extent } from '@fidens/core';
import { createContext, useContext, type ReactNode } from 'react';
import { useNow } from '@/data/now';
import { isOver, useTerm, useTermOf } from '@/data/terms';

const CourseTerm = createContext('');

/** What stands in it is about a course of this term. */
export function InTerm({ termId, children }: { termId: string; children: ReactNode }) {
  return <CourseTerm value={termId}>{children}</CourseTerm>;
}

/** How much of a course is known: all of it once its term is over, or its rules tell what is promised. */
export function useExtent(course: Course): Extent {
  const current = useTerm();
  const term = useTermOf({ termId: useContext(CourseTerm) }) ?? current;
  const now = useNow();
  return term && isOver(term, now) ? 'whole' : extentOf(course);
}
