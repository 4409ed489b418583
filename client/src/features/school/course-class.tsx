import { courseSetting, fromUnit, inUnit, shownPercent } from '@fidens/core';
import { ClassBar, ClassFigures } from '@/course-ui/class-figures';
import { useNow } from '@/data/now';
import { compute } from '@/model/computed';
import type { CoursePageProps } from '@/model/course-page';
import { useChange } from '@/model/use-change';
import { Stack } from '@/ui/box';
import { Fold } from '@/ui/fold';
import { decimals } from '@/wording/decimals';
import { number } from '@/wording/words';

/** One's own grade among the others', where the school tells of them, in the unit of the scale. */
export function CourseClass({ course }: CoursePageProps) {
  const now = useNow();
  const edit = useChange(course);
  const { document } = course;
  const { class: others, scale, title } = document;
  const { outlooks, letters } = compute(document, now);
  const value = outlooks.standing.worth?.value;
  const unit = scale.outOf === undefined ? undefined : number(scale.outOf);
  return (
    <Stack gap="s">
      <Fold title="What it tells of the others" summary={others ? 'told' : 'nothing told'}>
        <ClassFigures
          name={title}
          others={others}
          wanted={unit ? `of ${unit} or as 78%` : 'in percent'}
          write={(figure) => inUnit(figure, scale)}
          read={(typed, isPercent) => (isPercent ? typed : fromUnit(typed, scale))}
          keep={(next) => edit([courseSetting({ class: next })])}
        />
      </Fold>
      <ClassBar
        others={others}
        whole="100"
        own={value && { value: value.valueOf(), text: shownPercent(value, letters, decimals()) }}
        write={(figure) => inUnit(figure, scale)}
      />
    </Stack>
  );
}
