import { OUTLOOKS, type OutlookName } from '@fidens/core';
import { Link } from 'expo-router';
import { memo } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from 'react-native-paper';
import type { Computed } from '@/model/computed';
import { SPACE } from '@/theme/layout';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { SectionTitle } from '@/ui/text';
import { gradeWords, OUTLOOK_NAMES } from '@/wording/words';

const ASSUMES: Record<OutlookName, string> = {
  standing: 'Only what is settled counts.',
  floor: 'All that is open gets nothing.',
  ceiling: 'All that is open gets full marks.',
  forecast: 'All that is open goes as it has gone.',
};

interface FourOutlooksProps {
  computed: Computed;
  /** Where their working is; nothing in a rehearsal, which the working does not know. */
  courseId: string | undefined;
}

/** The four answers to "where do I stand", side by side; each opens its working. */
export function FourOutlooks({ computed, courseId }: FourOutlooksProps) {
  return (
    <Stack gap="s">
      <SectionTitle>Four outlooks</SectionTitle>
      <Row gap="s" wrap>
        {OUTLOOKS.map((name) => {
          const grade = gradeWords(computed.outlooks[name], computed.letters);
          if (courseId === undefined)
            return (
              <View key={name} style={PLACE}>
                <Card name={name} {...grade} />
              </View>
            );
          return (
            <Link key={name} href={`/course/${courseId}/working?outlook=${name}`} asChild>
              <Pressable
                role="link"
                aria-label={`${OUTLOOK_NAMES[name]}: ${grade.letter}, ${grade.percent}. ${ASSUMES[name]} Its working`}
                style={PLACE}
              >
                <Card name={name} {...grade} />
              </Pressable>
            </Link>
          );
        })}
      </Row>
    </Stack>
  );
}

/** Two beside each other on a phone, four where there is room. */
const PLACE = { flexGrow: 1, flexBasis: 132 } as const;

const Card = memo(function Card({
  name,
  letter,
  percent,
}: {
  name: OutlookName;
  letter: string;
  percent: string;
}) {
  const c = useColours();
  return (
    <View
      style={{
        flexGrow: 1,
        backgroundColor: c.card,
        borderColor: c.rule,
        borderWidth: 1,
        borderRadius: 16,
        padding: SPACE.m,
        gap: 2,
      }}
    >
      <Text variant="labelMedium" style={{ color: c.soft }}>
        {OUTLOOK_NAMES[name]}
      </Text>
      <Row gap="s" align="baseline">
        <Text
          variant={letter.length > 3 ? 'titleMedium' : 'headlineMedium'}
          numberOfLines={1}
          style={{ flexShrink: 1 }}
        >
          {letter}
        </Text>
        <Text variant="titleMedium" style={{ fontFamily: TEXT_STRONG }}>
          {percent}
        </Text>
      </Row>
      <Text variant="bodySmall" style={{ color: c.soft }}>
        {ASSUMES[name]}
      </Text>
    </View>
  );
});
