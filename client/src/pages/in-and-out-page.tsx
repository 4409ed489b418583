import { useLocalSearchParams } from 'expo-router';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import { useCoursesAndTerms, useTerm } from '@/data/terms';
import { EverythingOut, TermOut } from '@/features/files/terms-out';
import { NewCourses } from '@/features/incoming/new-courses';
import { Stack } from '@/ui/box';
import { Page } from '@/ui/page';
import { Failed, Loading } from '@/ui/states';
import { SectionTitle, Soft } from '@/ui/text';

/** The one place for in and out on a term, and on everything. */
export function FilesPlace() {
  const { courses, terms, error, retry } = useCoursesAndTerms();
  const { term: wanted } = useLocalSearchParams<{ term?: string }>();
  const current = useTerm();
  const term = terms?.find(({ id }) => id === wanted) ?? current;
  if (error) return <Failed what="Your courses" reason={reasonOf(error)} retry={retry} />;
  if (!courses || !terms || !term) return <Loading what="your courses" />;
  return (
    <Page title="In and out">
      <View>
        <Soft>{term.name}</Soft>
        <Text variant="displaySmall" role="heading" aria-level={1}>
          In and out
        </Text>
      </View>
      <Stack gap="s">
        <SectionTitle>Bring into {term.name}</SectionTitle>
        <NewCourses term={term} />
      </Stack>
      <TermOut term={term} courses={courses.filter(({ termId }) => termId === term.id)} />
      <EverythingOut terms={terms} courses={courses} />
    </Page>
  );
}
