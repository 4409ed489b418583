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
            'A course file takes this course’s place. A spreadsheet, a table, a calendar of due days or a school’s gradebook export is held against it, piece by piece. You see first what that changes; nothing is kept before you say so.',
          paste: 'Paste a table or calendar',
          what: 'a course, a list or due days',
          hint: 'What it is is found from its content. On a wide screen it can be dropped anywhere on the window.',
          another: 'Something else',
          list: { there: 'in the file', whose: 'its', from: 'From a file' },
        }}
      />
      <CourseOut course={course} />
    </Stack>
  );
}
