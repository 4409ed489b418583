import { extentOf, type Course, type Extent } from '@fidens/core';
import { createContext, useContext, type ReactNode } from 'react';
import { useNow } from '@/data/now';
import { isOver, type Term } from '@/data/term-days';
import { useTerm, useTermOf } from '@/data/terms';

/** The term of what is told; nothing where none is known. */
const CourseTerm = createContext<Term | undefined>(undefined);

/** What stands in it is about courses of this term. */
export function InTerm({ termId, children }: { termId: string; children: ReactNode }) {
  const current = useTerm();
  const term = useTermOf({ termId }) ?? current;
  return <CourseTerm value={term}>{children}</CourseTerm>;
}

/** How much of a course is known: all of it once its term is over, or its rules tell what is promised. It is asked inside of `InTerm`. */
export function useExtent(course: Course): Extent {
  const term = useContext(CourseTerm);
  const now = useNow();
  return term && isOver(term, now) ? 'whole' : extentOf(course);
}
