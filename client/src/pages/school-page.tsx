import { useNow } from '@/data/session';
import { Explanations } from '@/features/school/explanations';
import { FigureCard } from '@/features/school/figure-card';
import { OfficialGrade } from '@/features/school/official-grade';
import { SchoolList } from '@/features/school/school-list';
import type { CoursePageProps } from '@/model/course-page';
import { figureState } from '@/model/school-figure';
import { Stack } from '@/ui/box';

/** The school's side: the figure that it shows and why it differs, its list beside the record, and the grade that was given in the end. */
export function SchoolPage({ course }: CoursePageProps) {
  const now = useNow();
  const state = figureState(course.document, now);
  return (
    <Stack gap="xl">
      <Stack gap="l">
        <FigureCard course={course} />
        {state === 'differs' && <Explanations course={course} />}
      </Stack>
      <SchoolList course={course} />
      <OfficialGrade course={course} />
    </Stack>
  );
}
