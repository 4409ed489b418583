import { useNow } from '@/data/now';
import { useSession } from '@/data/session';
import { BesideRecord } from '@/features/incoming/beside-record';
import { CourseClass } from '@/features/school/course-class';
import { Explanations } from '@/features/school/explanations';
import { FigureCard } from '@/features/school/figure-card';
import { GivenGrades } from '@/features/terms/given-grades';
import type { CoursePageProps } from '@/model/course-page';
import { figureState } from '@/model/school-figure';
import { Stack } from '@/ui/box';
import { LinkButton } from '@/ui/link-button';

/** The school's side: the figure that it shows and why it differs, its list beside the record, and the grade that was given in the end. */
export function SchoolPage({ course }: CoursePageProps) {
  const now = useNow();
  const { data: session } = useSession();
  const state = figureState(course.document, now);
  return (
    <Stack gap="xl">
      <Stack gap="l">
        <FigureCard course={course} />
        {state === 'differs' && <Explanations course={course} />}
        <CourseClass course={course} />
      </Stack>
      <BesideRecord
        course={course}
        words={{
          title: 'Its list beside yours',
          about:
            'What the school has entered, row by row beside your record. Nothing is kept before you say so.',
          paste: 'Paste its list',
          what: 'the school’s list',
          hint: 'Copy the table on the school’s page, whole or more; what is no row is passed over.',
          another: 'Another list',
          list: { there: 'at the school', whose: 'the school’s', from: 'From the school’s list' },
        }}
        more={
          session?.student?.sample && (
            <LinkButton href="/school" mode="outlined" outside>
              Open the simulated school
            </LinkButton>
          )
        }
      />
      <GivenGrades courses={[course]} startsOpen={course.document.official !== undefined} />
    </Stack>
  );
}
