import { decimalText, officialText } from '@fidens/core';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { LEFT_OUT_WORDS, useGpaSettings, type Gpas } from '@/model/term-gpa';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Fold } from '@/ui/fold';
import { Figure, Soft } from '@/ui/text';
import { topOutlook } from '@/wording/top-outlook';

/** How a GPA is made: each course with its credits and points, the sum, and what is left out and why. */
export function GpaWorking({ of, points, title }: Gpas & { title: string }) {
  const c = useColours();
  const top = topOutlook.use();
  const { decimals } = useGpaSettings();
  const { parts, credits, leftOut, points: exact } = of[top];
  const earned = exact && decimalText(exact.mul(credits), 4);
  return (
    <Fold
      title={`How the GPA of ${title} is made`}
      summary={`${parts.length} counted, ${leftOut.length} left out`}
    >
      <Stack gap="s">
        {parts.length > 0 && (
          <View role="table" aria-label={`The GPA of ${title}`}>
            {parts.map(({ course, credits: own, points: each }) => (
              <View
                key={`${course.title} ${course.code ?? ''}`}
                role="row"
                style={{
                  flexDirection: 'row',
                  gap: SPACE.m,
                  paddingVertical: SPACE.xs,
                  borderTopWidth: 1,
                  borderColor: c.rule,
                }}
              >
                <Text role="rowheader" variant="bodyMedium" style={{ flex: 1, minWidth: 0 }}>
                  {course.title}
                  {course.official ? `, given ${officialText(course.official)}` : ''}
                </Text>
                <Text role="cell" variant="bodyMedium">
                  {decimalText(own, 2)} × {decimalText(each, 2)} = {decimalText(own.mul(each), 4)}
                </Text>
              </View>
            ))}
          </View>
        )}
        {exact && (
          <Row gap="s" align="baseline" wrap>
            <Text variant="bodyMedium">
              {earned} ÷ {decimalText(credits, 2)} credits
            </Text>
            <Figure>
              = {points[top]} {top}
            </Figure>
            <Soft>
              exactly {exact.toFraction()}, shown with {decimals} decimals
            </Soft>
          </Row>
        )}
        {leftOut.map(({ course, why }) => (
          <Soft key={`${course.title} ${why}`}>
            Without {course.title}: {LEFT_OUT_WORDS[why]}.
          </Soft>
        ))}
      </Stack>
    </Fold>
  );
}
