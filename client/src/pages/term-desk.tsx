import type { ShownCourse } from '@/data/answers';
import { GivenGrades } from '@/features/terms/given-grades';
import { GpaTarget } from '@/features/terms/gpa-target';

/** A term's courses, for what is done with them. */
export interface TermDeskProps {
  courses: readonly ShownCourse[];
  /** Those of the other terms. */
  others: readonly ShownCourse[];
  isOver: boolean;
}

/** What is done on a term's page: a GPA is aimed for, and the grades that were given are written down. */
export function TermDesk({ courses, others, isOver }: TermDeskProps) {
  return (
    <>
      {!isOver && <GpaTarget courses={courses} others={others} />}
      <GivenGrades courses={courses} startsOpen={isOver} />
    </>
  );
}
