import { reasonOf } from '@/data/api';
import { currentTerm } from '@/data/term-days';
import { useCoursesAndTerms } from '@/data/terms';
import { useNow } from '@/data/now';
import { useIsPrepared } from '@/model/opening/prepared';
import { TermPage } from '@/pages/term-page';
import { TermDesk } from '@/shell/later';
import { Failed, Loading } from '@/ui/states';

/** The Term place: the term that is on. */
export default function TermPlace() {
  const { courses, terms, error, retry } = useCoursesAndTerms();
  const now = useNow();
  const isPrepared = useIsPrepared();
  const term = terms && currentTerm(terms, now);
  if (error) return <Failed what="Your courses" reason={reasonOf(error)} retry={retry} />;
  if (!courses || !term || !isPrepared) return <Loading what="your courses" />;
  return <TermPage key={term.id} term={term} all={courses} isCurrent Desk={TermDesk} />;
}
