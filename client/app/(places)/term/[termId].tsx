import { useLocalSearchParams } from 'expo-router';
import { reasonOf } from '@/data/api';
import { useCoursesAndTerms, useTerm } from '@/data/terms';
import { TermPage } from '@/pages/term-page';
import { TermDesk } from '@/shell/later';
import { LinkButton } from '@/ui/link-button';
import { Page } from '@/ui/page';
import { Empty, Failed, Loading } from '@/ui/states';

/** A term of one's own choice. */
export default function OtherTerm() {
  const { termId } = useLocalSearchParams<{ termId: string }>();
  const { courses, terms, error, retry } = useCoursesAndTerms();
  const current = useTerm();
  if (error) return <Failed what="This term" reason={reasonOf(error)} retry={retry} />;
  if (!courses || !terms) return <Loading what="this term" />;
  const term = terms.find(({ id }) => id === termId);
  if (!term)
    return (
      <Page title="No such term">
        <Empty level={1} title="No such term" actions={<LinkButton href="/terms">All terms</LinkButton>}>
          It may have been deleted, or it is not yours.
        </Empty>
      </Page>
    );
  return (
    <TermPage key={term.id} term={term} all={courses} isCurrent={term.id === current?.id} Desk={TermDesk} />
  );
}
