import { OUTLOOKS, type OutlookName } from '@fidens/core';
import { Link } from 'expo-router';
import { memo } from 'react';
import { Pressable, View } from 'react-native';
import type { Computed } from '@/model/computed';
import { Row, Stack } from '@/ui/box';
import { GradeCard } from '@/ui/card';
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
export const FourOutlooks = memo(function FourOutlooks({ computed, courseId }: FourOutlooksProps) {
  return (
    <Stack gap="s">
      <SectionTitle>Four outlooks</SectionTitle>
      <Row gap="s" wrap>
        {OUTLOOKS.map((name) => {
          const grade = gradeWords(computed.outlooks[name], computed.letters);
          if (courseId === undefined)
            return (
              <View key={name} style={PLACE}>
                <GradeCard
                  title={`${OUTLOOK_NAMES[name]}, as tried`}
                  {...grade}
                  lines={[ASSUMES[name]]}
                  dashed
                />
              </View>
            );
          return (
            <Link key={name} href={`/course/${courseId}/working?outlook=${name}`} asChild>
              <Pressable
                role="link"
                aria-label={`${OUTLOOK_NAMES[name]}: ${grade.letter}, ${grade.percent}. ${ASSUMES[name]} Its working`}
                style={PLACE}
              >
                <GradeCard title={OUTLOOK_NAMES[name]} {...grade} lines={[ASSUMES[name]]} />
              </Pressable>
            </Link>
          );
        })}
      </Row>
    </Stack>
  );
});

/** Two beside each other on a phone, four where there is room. */
const PLACE = { flexGrow: 1, flexBasis: 132 } as const;
