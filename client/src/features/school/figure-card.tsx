import { courseSetting, figureText, HUNDRED, rational, schoolFigure } from '@fidens/core';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { FigureField } from '@/course-ui/figure-field';
import { useNow } from '@/data/now';
import { compute } from '@/model/computed';
import type { CoursePageProps } from '@/model/course-page';
import { figureState, isFigureOld } from '@/model/school-figure';
import { useChange } from '@/model/use-change';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row } from '@/ui/box';
import { Soft } from '@/ui/text';
import { awayWords } from '@/wording/school-words';
import { dayWords } from '@/wording/words';

/** The school's figure with its day, and how it stands to the record. */
export function FigureCard({ course }: CoursePageProps) {
  const c = useColours();
  const now = useNow();
  const edit = useChange(course);
  const [isOpen, setIsOpen] = useState(false);
  const { document } = course;
  const figure = schoolFigure(document);
  const state = figureState(document, now);
  const { seen, note } = document.school ?? {};
  return (
    <View
      role="region"
      aria-label="The school shows"
      style={{
        backgroundColor: c.card,
        borderColor: state === 'differs' ? c.ask : c.rule,
        borderWidth: state === 'differs' ? 1.5 : 1,
        borderRadius: 20,
        padding: SPACE.l,
        gap: SPACE.xs,
      }}
    >
      {figure && !isOpen ? (
        <>
          <Row gap="s" align="baseline">
            <Text variant="bodyMedium" style={{ flex: 1 }}>
              The school shows
            </Text>
            {seen !== undefined && <Soft>{dayWords(seen)}</Soft>}
          </Row>
          <Row gap="m" align="baseline" wrap>
            <Text variant="displaySmall">{figureText(figure)}</Text>
            <Soft>{stateWords(state!, farWords(document, now))}</Soft>
          </Row>
          {note !== undefined && state === 'noted' && <Soft>Noted: {note}.</Soft>}
          {isFigureOld(document, now) && <Soft>That was a while ago. Look again?</Soft>}
          <Row gap="xs" wrap>
            <Button compact onPress={() => setIsOpen(true)}>
              It shows something else now
            </Button>
            {state === 'noted' && (
              <Button
                compact
                onPress={() => {
                  const { note: _note, ...school } = document.school!;
                  edit([courseSetting({ school })], 'The note is taken away');
                }}
              >
                Take the note away
              </Button>
            )}
          </Row>
        </>
      ) : (
        <FigureField course={course} onDone={() => setIsOpen(false)} />
      )}
    </View>
  );
}

function stateWords(state: NonNullable<ReturnType<typeof figureState>>, far: string): string {
  if (state === 'agrees') return 'agrees with the standing';
  return state === 'noted' ? far : `${far}${far === '' ? 'Most likely:' : '. Most likely:'}`;
}

/** How far a percent, or points of a whole, are from the standing. */
function farWords(document: CoursePageProps['course']['document'], now: string): string {
  const { school } = document;
  const value = compute(document, now).outlooks.standing.worth?.value;
  if (!school || !value || 'label' in school) return '';
  const shown =
    'percent' in school
      ? rational(school.percent)
      : rational(school.earned).mul(HUNDRED).div(rational(school.possible));
  return awayWords(shown.sub(value.mul(HUNDRED)), document.scale);
}
