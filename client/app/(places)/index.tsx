import { reasonOf } from '@/data/api';
import { useCourses } from '@/data/courses';
import { useTerm } from '@/data/terms';
import { TermPage } from '@/pages/term-page';
import { Failed, Loading } from '@/ui/states';

/** The Term place: the term that is on. */
export default function TermPlace() {
  const { data: courses, error, refetch } = useCourses();
  const term = useTerm();
  if (error && !courses)
    return <Failed what="Your courses" reason={reasonOf(error)} retry={() => void refetch()} />;
  if (!courses || !term) return <Loading what="your courses" />;
  return <TermPage key={term.id} term={term} all={courses} isCurrent />;
}
