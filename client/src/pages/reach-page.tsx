import { headlinePhrases } from '@fidens/core';
import { memo, useDeferredValue, useMemo } from 'react';
import { Ruler } from '@/course-ui/ruler';
import { useNow } from '@/data/now';
import { ChanceView } from '@/features/chances/chance-view';
import { AloneView } from '@/features/reach/alone-view';
import { EveryLetter, HalvesReach, TargetChoice } from '@/features/reach/every-letter';
import { FourOutlooks } from '@/features/reach/four-outlooks';
import { SwingBars } from '@/features/reach/swing-bars';
import { useRehearsal } from '@/features/rehearsal/rehearsal';
import { RehearsalBar } from '@/features/rehearsal/rehearsal-bar';
import { RehearsalCompare } from '@/features/rehearsal/rehearsal-compare';
import { RehearsalPanel } from '@/features/rehearsal/rehearsal-panel';
import { compute, type Computed } from '@/model/computed';
import type { CoursePageProps } from '@/model/course-page';
import { lateTodayWords } from '@/model/late-today';
import { useExtent } from '@/model/use-extent';
import { Stack } from '@/ui/box';
import { LinkButton } from '@/ui/link-button';
import { Empty } from '@/ui/states';
import { Phrases, Soft } from '@/ui/text';
import { leadWords } from '@/wording/lead-words';

/** What the grade can still become, what each letter takes, and what would be if. */
export function ReachPage({ course, beside = false }: CoursePageProps) {
  const now = useNow();
  const rehearsal = useRehearsal(course);
  const isRehearsing = !beside && rehearsal.tries.length > 0;
  const asked = useMemo(
    () => ({ shown: isRehearsing ? rehearsal.course : course, isTried: isRehearsing }),
    [isRehearsing, rehearsal.course, course],
  );
  // The bar answers each key; the rest follows as soon as there is time, a few milliseconds at a time.
  const { shown, isTried } = useDeferredValue(asked);
  const computed = compute(shown.document, now);
  if (computed.reach.length === 0 && !isRehearsing) {
    return (
      <Empty title="Nothing to reach yet">
        List the pieces that make the grade, or say how many the syllabus promises: then every letter says
        what it takes.
      </Empty>
    );
  }
  const isOver = computed.outlooks.plan.pieces.every(({ settlement }) => settlement !== 'unsettled');
  if (beside) return <Answers computed={computed} courseId={course.id} />;
  return (
    <Stack gap="xl">
      {isRehearsing && <RehearsalBar course={course} rehearsal={rehearsal} />}
      <Answers computed={computed} courseId={course.id} />
      {!isRehearsing && <TargetChoice course={course} />}
      {!isOver && <FourOutlooks computed={computed} courseId={isTried ? undefined : course.id} />}
      <HalvesReach course={shown} />
      <RehearsalPanel course={course} set={rehearsal.set} />
      <RehearsalCompare course={course} replace={rehearsal.replace} />
      <AloneView computed={computed} />
      <SwingBars computed={computed} />
      <ChanceView course={shown.document} record={course.document} />
    </Stack>
  );
}

/** The words, the cut-offs and what each letter takes. */
const Answers = memo(function Answers({ computed, courseId }: { computed: Computed; courseId: string }) {
  const extent = useExtent(computed.course);
  return (
    <Stack gap="xl">
      <Phrases phrases={headlinePhrases(computed.headline, extent)} />
      {extent === 'listed' && ['secured', 'settled'].includes(computed.headline.kind) && (
        <LinkButton href={`/course/${courseId}/rules`} mode="outlined">
          Tell how many pieces are promised
        </LinkButton>
      )}
      {computed.leads.map((lead) => (
        <Soft key={lead.category ?? ''}>{leadWords(lead)}</Soft>
      ))}
      <LateNote computed={computed} />
      <Ruler computed={computed} />
      <EveryLetter computed={computed} extent={extent} />
    </Stack>
  );
});

/** Which of what is open is meant as handed in today. */
function LateNote({ computed }: { computed: Computed }) {
  const words = lateTodayWords(computed);
  return words === undefined ? null : <Soft>{words}</Soft>;
}
