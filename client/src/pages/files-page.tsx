import { CourseOut } from '@/features/files/course-out';
import { BesideRecord } from '@/features/incoming/beside-record';
import type { CoursePageProps } from '@/model/course-page';
import { Stack } from '@/ui/box';

/** The one place for in and out on a course. */
export function FilesPage({ course }: CoursePageProps) {
  return (
    <Stack gap="xl">
      <BesideRecord
        course={course}
        words={{
          title: 'Bring in',
          about:
            'A course file takes this course’s place; a table, spreadsheet, calendar or gradebook export is held against it, piece by piece. Nothing is kept before you say so.',
          paste: 'Paste a table or calendar',
          what: 'a course, a list or due days',
          hint: 'It is known by its content. On a wide screen, drop it anywhere on the window.',
          another: 'Something else',
          list: { there: 'in the file', whose: 'its', from: 'From a file' },
        }}
      />
      <CourseOut course={course} />
    </Stack>
  );
}
