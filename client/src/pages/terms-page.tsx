import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import { useCoursesAndTerms, useOrderTerms, useTerm } from '@/data/terms';
import { BeginTerm } from '@/features/terms/begin-term';
import { EnterLines } from '@/features/terms/enter-lines';
import { GpaSettingsFold } from '@/features/terms/gpa-settings';
import { GpaWorking } from '@/features/terms/gpa-working';
import { SideBySide } from '@/features/terms/side-by-side';
import { TermRow } from '@/features/terms/term-row';
import { Trajectory } from '@/features/terms/trajectory';
import type { ShownCourse } from '@/data/answers';
import { useGpas } from '@/model/term-gpa';
import { Row, Stack } from '@/ui/box';
import { Page } from '@/ui/page';
import { Failed, Loading } from '@/ui/states';
import { SectionTitle, Soft } from '@/ui/text';
import { topOutlook } from '@/wording/top-outlook';

/** Every term: the GPA of everything, the way into each term, and what begins and ends them. */
export function TermsPlace() {
  const { courses, terms, error, retry } = useCoursesAndTerms();
  const current = useTerm();
  const order = useOrderTerms();
  if (error) return <Failed what="Your terms" reason={reasonOf(error)} retry={retry} />;
  if (!courses || !terms) return <Loading what="your terms" />;
  const of = (id: string | undefined) => courses.filter(({ termId }) => termId === id);
  const moved = (from: number, to: number) => {
    const ids = terms.map(({ id }) => id);
    ids.splice(to, 0, ...ids.splice(from, 1));
    order(ids);
  };
  return (
    <Page title="Terms">
      <Everything courses={courses} />
      <Stack gap="m">
        <SectionTitle>Your terms</SectionTitle>
        {terms.map((term, index) => (
          <TermRow
            key={term.id}
            term={term}
            courses={of(term.id)}
            isCurrent={term.id === current?.id}
            onUp={index > 0 ? () => moved(index, index - 1) : undefined}
            onDown={index < terms.length - 1 ? () => moved(index, index + 1) : undefined}
          />
        ))}
        <BeginTerm from={current} courses={of(current?.id)} />
        <EnterLines />
        {terms.length > 1 && <SideBySide terms={terms} courses={courses} />}
      </Stack>
    </Page>
  );
}

/** The GPA of everything, how it is made, and what it can become. */
function Everything({ courses }: { courses: readonly ShownCourse[] }) {
  const top = topOutlook.use();
  const gpas = useGpas(courses);
  const points = gpas.points[top];
  return (
    <Stack gap="s">
      <Row gap="m" align="end">
        <View style={{ flex: 1 }}>
          <Text variant="displaySmall" role="heading" aria-level={1}>
            Terms
          </Text>
        </View>
        <View style={{ alignItems: 'flex-end' }}>
          <Soft>GPA of everything, {top}</Soft>
          <Text variant="headlineLarge">{points ?? '–'}</Text>
        </View>
      </Row>
      {points === undefined && (
        <Soft>
          No course has both credits and a letter with grade points yet: credits stand under a course’s Rules.
        </Soft>
      )}
      <GpaWorking {...gpas} title="everything" />
      <Trajectory of={gpas.of} />
      <GpaSettingsFold />
    </Stack>
  );
}
