import { useQuery } from '@tanstack/react-query';
import { useLocalSearchParams } from 'expo-router';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import { useCourses } from '@/data/courses';
import { termsQuery, useTerm } from '@/data/terms';
import { EverythingOut, TermOut } from '@/features/files/terms-out';
import { NewCourses } from '@/features/incoming/new-courses';
import { Stack } from '@/ui/box';
import { Page } from '@/ui/page';
import { Failed, Loading } from '@/ui/states';
import { SectionTitle, Soft } from '@/ui/text';

/** The one place for in and out on a term, and on everything. */
export default function FilesPlace() {
  const courses = useCourses();
  const terms = useQuery(termsQuery);
  const { term: wanted } = useLocalSearchParams<{ term?: string }>();
  const current = useTerm();
  const term = terms.data?.find(({ id }) => id === wanted) ?? current;
  const error = courses.error ?? terms.error;
  if (error && (!courses.data || !terms.data))
    return (
      <Failed
        what="Your courses"
        reason={reasonOf(error)}
        retry={() => void Promise.all([courses.refetch(), terms.refetch()])}
      />
    );
  if (!courses.data || !terms.data || !term) return <Loading what="your courses" />;
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
      <TermOut term={term} courses={courses.data.filter(({ termId }) => termId === term.id)} />
      <EverythingOut terms={terms.data} courses={courses.data} />
    </Page>
  );
}
