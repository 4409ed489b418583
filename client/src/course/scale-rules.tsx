import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { SectionTitle, Soft } from '../parts/words';
import { SPACE } from '../theme/layout';
import { useColours } from '../theme/paper-theme';
import type { CoursePageProps } from './scores-page';
import { number } from './words';

const MODE_WORDS = {
  'half-up': 'halves go up',
  'half-even': 'halves go to the even one',
  up: 'up',
  down: 'down',
} as const;

/** The grading scale: how the course is rounded, and where each letter starts. */
export function ScaleRules({ course }: CoursePageProps) {
  const c = useColours();
  const { round, bands } = course.document.scale;
  return (
    <View style={{ gap: SPACE.s }}>
      <SectionTitle>Grading scale</SectionTitle>
      <Soft>
        {round
          ? `The course is rounded to steps of ${number(round.step)} percent, ${MODE_WORDS[round.mode ?? 'half-up']}, before it gets its letter.`
          : 'The course is not rounded: a hair below a cut-off is below it.'}
      </Soft>
      <View>
        {bands.map((band) => (
          <View
            key={band.label}
            style={{
              flexDirection: 'row',
              gap: SPACE.m,
              alignItems: 'baseline',
              borderTopWidth: 1,
              borderColor: c.rule,
              paddingVertical: SPACE.s,
            }}
          >
            <Text variant="headlineSmall" style={{ color: c.ink, minWidth: 56 }}>
              {band.label}
            </Text>
            <Text variant="bodyMedium" style={{ color: c.ink, flex: 1 }}>
              from {number(band.from)}
            </Text>
            <Soft>
              {[
                band.points !== undefined && `${band.points} points`,
                band.worth !== undefined && `as a score ${number(band.worth)}%`,
              ]
                .filter(Boolean)
                .join(' · ')}
            </Soft>
          </View>
        ))}
      </View>
    </View>
  );
}
