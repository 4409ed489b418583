import { rehearse } from '@fidens/core';
import { memo, useMemo, useState } from 'react';
import { View } from 'react-native';
import { Button } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import type { ShownCourse } from '@/data/answers';
import { currentTries } from '@/data/current-tries';
import { useForgetRehearsal, useKeepRehearsal, useRehearsals, type StoredRehearsal } from '@/data/rehearsals';
import { useNow } from '@/data/now';
import { remember } from '@/data/undo';
import { compute } from '@/model/computed';
import { newId } from '@/model/new-id';
import { Row, Stack } from '@/ui/box';
import { GradeCard } from '@/ui/card';
import { Choice } from '@/ui/fields/choice';
import { NameForm } from '@/ui/fields/name-form';
import { SectionTitle, Soft } from '@/ui/text';
import { useLatest } from '@/ui/hooks/use-latest';
import { gradeWords } from '@/wording/words';
import type { RehearsalNow } from './rehearsal';
import { triesWords } from './rehearsal-panel';

interface CompareProps {
  course: ShownCourse;
  replace: RehearsalNow['replace'];
}

/** Not drawn again while scores are tried. */
const KeepForm = memo(NameForm);

/** So many stand side by side. */
const MOST = 4;

/** Rehearsals that were kept under a name, beside the record: compared, taken up again, thrown away. */
export const RehearsalCompare = memo(function RehearsalCompare({ course, replace }: CompareProps) {
  const { data: kept = [] } = useRehearsals(course.id);
  const keep = useKeepRehearsal();
  const keepAs = useLatest((name: string) =>
    keep.mutate({ id: newId(), courseId: course.id, name, tries: currentTries.get(course.id) }),
  );
  const isTrying = currentTries.usePart(course.id, (tries) => tries.length > 0);
  const [left, setLeft] = useState<string>();
  if (kept.length === 0 && !isTrying) return null;
  const from = Math.max(
    0,
    kept.findIndex(({ id }) => id === left),
  );
  const shown = kept.slice(from, from + MOST);
  return (
    <Stack gap="m">
      <SectionTitle>Kept rehearsals</SectionTitle>
      {isTrying && (
        <KeepForm
          key={kept.length}
          label="Keep this rehearsal as"
          button="Keep"
          busy={false}
          reason={keep.error ? reasonOf(keep.error) : undefined}
          onName={keepAs}
        />
      )}
      {kept.length > MOST && (
        <Choice
          label="The first to compare"
          value={kept[from]!.id}
          options={kept
            .slice(0, kept.length - MOST + 1)
            .map(({ id, name }) => ({ value: id, label: `from ${name}` }))}
          onChange={setLeft}
        />
      )}
      {kept.length > 0 && (
        <Row role="list" aria-label="Rehearsals side by side" gap="s" wrap>
          <Card title="The record" course={course} words="as it stands" />
          {shown.map((each) => (
            <Kept key={each.id} course={course} kept={each} replace={replace} />
          ))}
        </Row>
      )}
    </Stack>
  );
});

interface KeptProps extends Pick<CompareProps, 'course' | 'replace'> {
  kept: StoredRehearsal;
}

/** One that was kept; drawn again only when it or the record changes. */
const Kept = memo(function Kept({ course, kept, replace }: KeptProps) {
  const forget = useForgetRehearsal();
  const keep = useKeepRehearsal();
  const { course: document } = useMemo(
    () => rehearse(course.document, kept.tries),
    [course.document, kept.tries],
  );
  const throwAway = () => {
    forget.mutate(kept);
    const done = `${kept.name} thrown away`;
    remember({ done, undo: () => keep.mutate(kept), redo: () => forget.mutate(kept) }, true);
  };
  return (
    <Card title={kept.name} course={{ ...course, document }} words={triesWords(course, kept.tries)} dashed>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap' }}>
        <Button
          compact
          accessibilityLabel={`Take up ${kept.name}`}
          onPress={() => replace(kept.tries, `Rehearsing ${kept.name}`)}
        >
          Take up
        </Button>
        <Button compact accessibilityLabel={`Throw away ${kept.name}`} onPress={throwAway}>
          Throw away
        </Button>
      </View>
      {forget.error && <Soft>That could not be thrown away: {reasonOf(forget.error)}</Soft>}
    </Card>
  );
});

interface CardProps {
  title: string;
  course: ShownCourse;
  words: string;
  dashed?: boolean;
  children?: React.ReactNode;
}

function Card({ title, course, words, dashed = false, children }: CardProps) {
  const now = useNow();
  const { outlooks, letters, headline } = compute(course.document, now);
  const forecast = gradeWords(outlooks.forecast, letters);
  const [floor, ceiling] = [outlooks.floor, outlooks.ceiling].map(
    (each) => gradeWords(each, letters).percent,
  );
  const takes = headline.kind === 'takes' ? [`${headline.band.label} takes ${headline.level}%`] : [];
  return (
    <View role="listitem" style={{ flexGrow: 1, flexBasis: 150, maxWidth: 320 }}>
      <GradeCard
        title={title}
        {...forecast}
        lines={[`forecast · can end ${floor} to ${ceiling}`, ...takes, words]}
        dashed={dashed}
      >
        {children}
      </GradeCard>
    </View>
  );
}
