import { useLocalSearchParams } from 'expo-router';
import { ScrollView, View } from 'react-native';
import { Button } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import { useCourses } from '@/data/courses';
import { useTerms } from '@/data/terms';
import { CourseSheet } from '@/features/sheet/course-sheet';
import { SPACE } from '@/theme/layout';
import { Row } from '@/ui/box';
import { LinkButton } from '@/ui/link-button';
import { usePage } from '@/ui/page';
import { onPaper, usePrintStyle } from '@/ui/print-style';
import { Empty, Failed, Loading } from '@/ui/states';

/** A course as one page to show or print: nothing on it but the course. */
export function SheetScreen() {
  usePrintStyle();
  const { courseId } = useLocalSearchParams<{ courseId: string }>();
  const { data: courses, error, refetch } = useCourses();
  const title = courses?.find(({ id }) => id === courseId)?.document.title;
  const { view } = usePage(title === undefined ? 'Sheet' : `${title} – Sheet`);
  const terms = useTerms();
  if (error && !courses)
    return <Failed what="This course" reason={reasonOf(error)} retry={() => void refetch()} />;
  if (!courses) return <Loading what="this course" />;
  const course = courses.find(({ id }) => id === courseId);
  if (!course)
    return (
      <Empty level={1} title="No such course">
        It may have been deleted, or it is not yours.
      </Empty>
    );
  return (
    <ScrollView ref={view}>
      <View style={{ width: '100%', maxWidth: 820, alignSelf: 'center' }}>
        <View {...onPaper('screen')} style={{ padding: SPACE.l }}>
          <Row gap="s" wrap>
            <Button mode="contained" onPress={() => window.print()}>
              Print
            </Button>
            <LinkButton href={`/course/${courseId}/scores`}>Back to the course</LinkButton>
          </Row>
        </View>
        <CourseSheet course={course.document} term={terms?.find(({ id }) => id === course.termId)?.name} />
      </View>
    </ScrollView>
  );
}
