import type { Course } from '@fidens/core';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { useNow } from '@/data/now';
import { compute } from '@/model/computed';
import type { CoursePageProps } from '@/model/course-page';
import { otherGrades, othersTitle } from '@/model/other-grades';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { SPACE } from '@/theme/layout';
import { SectionTitle, Soft } from '@/ui/text';
import { gradeWords } from '@/wording/words';

/** The grades beside the course's own, side by side: each with where it stands and where it can end. */
export function OtherGrades({ course: { document } }: Pick<CoursePageProps, 'course'>) {
  const others = otherGrades(document);
  if (others.length === 0) return null;
  return (
    <View>
      <SectionTitle>{othersTitle(document)}</SectionTitle>
      <View role="list">
        {others.map(({ id, name, of }) =>
          of ? (
            <Grade key={id} name={name} of={of} />
          ) : (
            <Line key={id} name={name} letter="–" words="A rule in it names what stands outside of it." />
          ),
        )}
      </View>
    </View>
  );
}

function Grade({ name, of }: { name: string; of: Course }) {
  const { outlooks, letters } = compute(of, useNow());
  const { letter, percent } = gradeWords(outlooks.standing, letters);
  const [floor, ceiling] = [outlooks.floor, outlooks.ceiling].map(
    (each) => gradeWords(each, letters).percent,
  );
  const words = outlooks.standing.worth
    ? `${percent} standing · can end ${floor} to ${ceiling}`
    : 'Nothing is settled in it yet.';
  return <Line name={name} letter={letter} words={words} />;
}

function Line({ name, letter, words }: { name: string; letter: string; words: string }) {
  const c = useColours();
  return (
    <View
      role="listitem"
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        gap: SPACE.m,
        paddingVertical: SPACE.s,
        borderTopWidth: 1,
        borderColor: c.rule,
      }}
    >
      <Text variant="headlineSmall" style={{ width: 44, color: c.ink }}>
        {letter}
      </Text>
      <View style={{ flex: 1, minWidth: 0 }}>
        <Text variant="bodyMedium" style={{ fontFamily: TEXT_STRONG }}>
          {name}
        </Text>
        <Soft>{words}</Soft>
      </View>
    </View>
  );
}
