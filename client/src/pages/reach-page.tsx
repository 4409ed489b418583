import { headlinePhrases } from '@fidens/core';
import { memo, useDeferredValue, useMemo, type ReactNode } from 'react';
import { Ruler } from '@/course-ui/ruler';
import type { ShownCourse } from '@/data/answers';
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
import { otherGrades } from '@/model/other-grades';
import { useExtent } from '@/model/use-extent';
import { Stack } from '@/ui/box';
import { Follows } from '@/ui/follows';
import { useRests } from '@/ui/hooks/use-rests';
import { LinkButton } from '@/ui/link-button';
import { Empty } from '@/ui/states';
import { Phrases, Soft } from '@/ui/text';
import { leadWords } from '@/wording/lead-words';

/** What is tried rests so long, in milliseconds, before what is out of sight follows. */
const REST = 1000;

/** What the grade can still become, what each letter takes, and what would be if. */
export function ReachPage({ course, beside = false }: CoursePageProps) {
  const now = useNow();
  const rehearsal = useRehearsal(course);
  const isTried = !beside && rehearsal.tries.length > 0;
  const asked = useMemo(
    () => ({ record: course, shown: isTried ? rehearsal.course : course, isTried, now }),
    [course, isTried, rehearsal.course, now],
  );
  // The bar answers each key; the rest follows as soon as there is time, a few milliseconds at a time.
  const value = useDeferredValue(asked);
  const parts = { value, isResting: useRests(value, REST) };
  const computed = compute(course.document, now);
  if (computed.reach.length === 0 && !isTried) {
    return (
      <Empty title="Nothing to reach yet">
        List the pieces that make the grade, or say how many the syllabus promises: then every letter says
        what it takes.
      </Empty>
    );
  }
  if (beside) return <Answers computed={computed} courseId={course.id} />;
  return (
    <Stack gap="xl">
      {isTried && <RehearsalBar course={course} rehearsal={rehearsal} />}
      <Follows {...parts} draw={answers} />
      {!isTried && <TargetChoice course={course} />}
      <Follows {...parts} draw={fourOutlooks} />
      <Follows {...parts} draw={others} />
      <RehearsalPanel course={course} set={rehearsal.set} />
      <RehearsalCompare course={course} replace={rehearsal.replace} />
      <Follows {...parts} draw={alone} />
      <Follows {...parts} draw={swing} />
      <Follows {...parts} draw={chance} />
    </Stack>
  );
}

/** What the parts of the page answer of. */
interface Asked {
  /** The course as it is recorded. */
  record: ShownCourse;
  /** The course with what is tried in it; as it is recorded where nothing is. */
  shown: ShownCourse;
  isTried: boolean;
  now: string;
}

const answers = (asked: Asked) => <Answers computed={computedOf(asked)} courseId={asked.record.id} />;

/** As long as something is open; in a rehearsal without their working, which does not know of it. */
function fourOutlooks(asked: Asked): ReactNode {
  const computed = computedOf(asked);
  const isOver = computed.outlooks.plan.pieces.every(({ settlement }) => settlement !== 'unsettled');
  if (isOver) return null;
  return <FourOutlooks computed={computed} courseId={asked.isTried ? undefined : asked.record.id} />;
}

const others = ({ shown }: Asked) =>
  otherGrades(shown.document).length === 0 ? null : <HalvesReach course={shown} />;

const alone = (asked: Asked) => (hasOpen(asked) ? <AloneView computed={computedOf(asked)} /> : null);

const swing = (asked: Asked) => (hasOpen(asked) ? <SwingBars computed={computedOf(asked)} /> : null);

const chance = ({ shown, record }: Asked) => <ChanceView course={shown.document} record={record.document} />;

const computedOf = ({ shown, now }: Asked) => compute(shown.document, now);

/** Whether a piece is open that can move the course. */
function hasOpen(asked: Asked): boolean {
  return (computedOf(asked).potentials?.pieces.length ?? 0) > 0;
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
