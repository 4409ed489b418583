import { courseSetting, letterOf } from '@fidens/core';
import { useNow } from '@/data/session';
import { compute } from '@/model/computed';
import type { CoursePageProps } from '@/model/course-page';
import { useChange } from '@/model/use-change';
import { Choice } from '@/ui/fields/choice';
import { Fold } from '@/ui/fold';
import { Soft } from '@/ui/text';

/** The grade that was given in the end: from then on Term and the GPA go by it. */
export function OfficialGrade({ course }: CoursePageProps) {
  const now = useNow();
  const edit = useChange(course);
  const { document } = course;
  const { official, scale } = document;
  const { outlooks, letters } = compute(document, now);
  const own = letterOf(outlooks.standing, letters)?.band.label;
  return (
    <Fold
      title="The grade that was given"
      summary={official ? `${official.label}, in the end` : 'Once the course is over.'}
      startsOpen={official !== undefined}
    >
      <Soft>Term and the GPA go by it. The four outlooks stay as they are computed.</Soft>
      <Choice
        label="The grade that was given"
        value={official?.label ?? ''}
        options={[
          { value: '', label: 'none yet' },
          ...scale.bands.map(({ label }) => ({ value: label, label })),
        ]}
        onChange={(label) => edit([courseSetting({ official: label === '' ? undefined : { label } })])}
      />
      {official && own !== undefined && own !== official.label && (
        <Soft>
          The record comes to {own}. What the school shows, or its list above, may say why {official.label}{' '}
          was given.
        </Soft>
      )}
    </Fold>
  );
}
