import { useState } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { compute } from '../../src/course/computed';
import { LOOSE_WORDS, useLooseEnds, type LooseEnd } from '../../src/course/loose-ends';
import { partOf } from '../../src/course/part-of';
import { PieceRow } from '../../src/course/scores-page';
import { useCourses } from '../../src/data/courses';
import { useNow } from '../../src/data/session';
import { Page } from '../../src/parts/page';
import { Empty, Failed, Loading } from '../../src/parts/states';
import { SectionTitle } from '../../src/parts/words';
import { SPACE } from '../../src/theme/layout';
import { useColours } from '../../src/theme/paper-theme';

/** What needs a decision, across all courses, decided right there. */
export default function LooseEndsPlace() {
  const c = useColours();
  const now = useNow();
  const { data: courses, error, refetch } = useCourses();
  const loose = useLooseEnds();
  const [open, setOpen] = useState<string>();
  if (error && !courses) return <Failed what="Your courses" error={error} retry={() => void refetch()} />;
  if (!courses) return <Loading what="your courses" />;
  const kinds = (Object.keys(LOOSE_WORDS) as LooseEnd['kind'][]).filter((kind) =>
    loose.some((end) => end.kind === kind),
  );
  return (
    <Page>
      <Text variant="displaySmall" role="heading" aria-level={1} style={{ color: c.ink }}>
        Loose ends
      </Text>
      {loose.length === 0 && (
        <Empty title="Nothing is loose">
          Every piece that is due has its score, or a reason for having none.
        </Empty>
      )}
      {kinds.map((kind) => (
        <View key={kind} style={{ gap: SPACE.xs }}>
          <SectionTitle>{LOOSE_WORDS[kind]}</SectionTitle>
          {loose
            .filter((end) => end.kind === kind)
            .map(({ course, piece }) => {
              const key = `${course.id} ${piece.id}`;
              return (
                <PieceRow
                  key={key}
                  course={course}
                  piece={piece}
                  part={partOf(compute(course.document, now).outlooks.standing, piece.id)}
                  place={course.document.title}
                  isOpen={open === key}
                  onToggle={() => setOpen(open === key ? undefined : key)}
                />
              );
            })}
        </View>
      ))}
    </Page>
  );
}
