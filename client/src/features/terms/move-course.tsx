import { reasonOf } from '@/data/api';
import { useMoveCourse, useTerms } from '@/data/terms';
import type { CoursePageProps } from '@/model/course-page';
import { Stack } from '@/ui/box';
import { SelectField } from '@/ui/fields/select-field';
import { Wrong } from '@/ui/text';

/** The term that a course is in, where there are several: another one is chosen here. */
export function MoveCourse({ course }: CoursePageProps) {
  const terms = useTerms() ?? [];
  const move = useMoveCourse();
  if (terms.length < 2) return null;
  return (
    <Stack gap="xs">
      <SelectField
        label="Its term"
        shown="Its term"
        value={course.termId}
        options={terms.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(id) => move.mutate({ course, term: terms.find((term) => term.id === id)! })}
      />
      {move.error && <Wrong>It was not moved: {reasonOf(move.error)}</Wrong>}
    </Stack>
  );
}
