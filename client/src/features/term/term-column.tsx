import { useDeferredValue } from 'react';
import { ScrollView, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useCourses } from '@/data/courses';
import { useTerm, useTerms } from '@/data/terms';
import { useGpas } from '@/model/term-gpa';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { LinkButton } from '@/ui/link-button';
import { topOutlook } from '@/wording/top-outlook';
import { CourseCard } from './course-card';

/** The term's courses, beside whatever is open on a wide screen. */
export function TermColumn({ chosen }: { chosen?: string }) {
  const c = useColours();
  // It follows what is worked on as soon as there is time.
  const all = useDeferredValue(useCourses().data) ?? [];
  const current = useTerm();
  const own = all.find(({ id }) => id === chosen)?.termId;
  const term = useTerms()?.find(({ id }) => id === own) ?? current;
  const courses = all.filter(({ termId }) => termId === term?.id);
  const top = topOutlook.use();
  const points = useGpas(courses).points[top];
  return (
    <View
      role="complementary"
      aria-label="Courses"
      style={{ width: 256, borderRightWidth: 1, borderColor: c.rule }}
    >
      <ScrollView contentContainerStyle={{ padding: SPACE.m, gap: SPACE.xs }}>
        <View style={{ padding: SPACE.m, paddingTop: SPACE.s }}>
          <Text variant="bodySmall" style={{ color: c.soft }}>
            {term?.name}
          </Text>
          <Text variant="headlineSmall">{points ? `GPA ${top} ${points}` : 'Courses'}</Text>
        </View>
        {courses.map((course) => (
          <CourseCard key={course.id} course={course} compact chosen={course.id === chosen} />
        ))}
        <LinkButton href="/new-course" icon="plus">
          New course
        </LinkButton>
      </ScrollView>
    </View>
  );
}
