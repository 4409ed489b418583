import { pastSteps, reversal, type PastStep } from '@fidens/core';
import { useInfiniteQuery } from '@tanstack/react-query';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import { useStoredCourse } from '@/data/courses';
import { historyQuery } from '@/data/history';
import type { CoursePageProps } from '@/model/course-page';
import { useChange } from '@/model/use-change';
import { changeLines } from '@/rules/change-words';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Fold } from '@/ui/fold';
import { Failed, Loading } from '@/ui/states';
import { Soft } from '@/ui/text';
import { wholeMoment } from '@/wording/days';

/** Everything that was changed in a course, each with the way back. */
export function History({ course }: CoursePageProps) {
  return (
    <Fold title="Every change, and the way back">
      <Changes course={course} />
    </Fold>
  );
}

function Changes({ course }: CoursePageProps) {
  const stored = useStoredCourse(course.id);
  const { data, error, isPending, hasNextPage, fetchNextPage, isFetchingNextPage, refetch } =
    useInfiniteQuery(historyQuery(stored));
  const edit = useChange(course);
  if (error) return <Failed what="The history" reason={reasonOf(error)} retry={() => void refetch()} />;
  if (isPending || !stored) return <Loading what="the history" />;
  const steps = pastSteps(
    stored.document,
    data.pages.flatMap(({ changes }) => changes),
  );
  if (steps.length === 0) return <Soft>Nothing has been changed since the course was made.</Soft>;
  return (
    <View role="list" aria-label="Changes, the newest first">
      {steps.map((step) => (
        <Step
          key={step.change.id}
          step={step}
          course={course}
          undo={() => edit(step.change.inverse, 'Taken back')}
        />
      ))}
      {hasNextPage && (
        <Button loading={isFetchingNextPage} onPress={() => void fetchNextPage()}>
          Older changes
        </Button>
      )}
    </View>
  );
}

function Step({
  step,
  course,
  undo,
}: {
  step: PastStep;
  course: CoursePageProps['course'];
  undo: () => void;
}) {
  const c = useColours();
  const { change, before } = step;
  const lines = changeLines(before, change.edits);
  const back = reversal(step, course.document);
  const title = lines[0]?.what ?? 'A change';
  return (
    <View
      role="listitem"
      style={{ borderTopWidth: 1, borderColor: c.rule, paddingVertical: SPACE.s, gap: SPACE.xs }}
    >
      <Text variant="bodySmall" style={{ color: c.soft }}>
        {wholeMoment(change.madeAt)}
      </Text>
      {lines.map(({ what, before: from, after: to }, index) => (
        <View key={index}>
          <Text variant="bodyMedium">{what}</Text>
          {to !== undefined && (
            <Soft>
              {from} → {to}
            </Soft>
          )}
        </View>
      ))}
      {back.ok ? (
        <Button
          compact
          style={{ alignSelf: 'flex-start' }}
          accessibilityLabel={`Take back: ${title}`}
          onPress={undo}
        >
          Take back
        </Button>
      ) : (
        <Soft>Cannot be taken back: {back.reason}</Soft>
      )}
    </View>
  );
}
