import { memo, useDeferredValue, useMemo } from 'react';
import { ScrollView, View } from 'react-native';
import { Text } from 'react-native-paper';
import type { ShownCourse } from '@/data/answers';
import { useCourses } from '@/data/courses';
import { useTerm, useTerms } from '@/data/terms';
import { useGpas } from '@/model/term-gpa';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { LinkButton } from '@/ui/link-button';
import { topOutlook } from '@/wording/top-outlook';
import { CourseCard } from './course-card';

interface TermColumnProps {
  /** The course that is open. */
  chosen?: string;
}

/** The term's courses, beside whatever is open on a wide screen. They follow what is worked on as soon as there is time. */
export function TermColumn({ chosen }: TermColumnProps) {
  const all = useDeferredValue(useCourses().data);
  const terms = useTerms();
  const current = useTerm();
  const own = all?.find(({ id }) => id === chosen)?.termId;
  const term = terms?.find(({ id }) => id === own) ?? current;
  const courses = useMemo(() => all?.filter(({ termId }) => termId === term?.id) ?? [], [all, term?.id]);
  return <Column name={term?.name} courses={courses} chosen={chosen} />;
}

interface ColumnProps {
  /** Of the term. */
  name: string | undefined;
  courses: readonly ShownCourse[];
  chosen: string | undefined;
}

const Column = memo(function Column({ name, courses, chosen }: ColumnProps) {
  const c = useColours();
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
            {name}
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
});
