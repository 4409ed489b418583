import { figureText, officialText, schoolFigure } from '@fidens/core';
import { Link } from 'expo-router';
import { useState } from 'react';
import { Pressable } from 'react-native';
import { Text } from 'react-native-paper';
import { useNow } from '@/data/now';
import { compute } from '@/model/computed';
import type { CoursePageProps } from '@/model/course-page';
import { figureState, type FigureState } from '@/model/school-figure';
import { Icon } from '@/theme/icons';
import { SPACE } from '@/theme/layout';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { dayWords, gradeWords } from '@/wording/words';
import { FigureField } from './figure-field';

const STATE_WORDS: Readonly<Record<FigureState, string>> = {
  agrees: 'agrees',
  noted: 'differs, noted',
  differs: 'why?',
};

/** The grade that was given in the end, and what the record comes to where that is another. */
function Given({ course: { id, document } }: CoursePageProps) {
  const c = useColours();
  const now = useNow();
  const { outlooks, letters } = compute(document, now);
  const { letter } = gradeWords(outlooks.standing, letters);
  const label = officialText(document.official!);
  return (
    <Link href={`/course/${id}/school`} asChild>
      <Pressable
        role="link"
        hitSlop={6}
        style={{ minHeight: 32, justifyContent: 'center', alignSelf: 'flex-start' }}
      >
        <Text variant="bodyMedium" style={{ color: c.soft }}>
          Given in the end: <Text style={{ fontFamily: TEXT_STRONG, color: c.ink }}>{label}</Text>
          {letter !== label && ` · the record comes to ${letter}`}
        </Text>
      </Pressable>
    </Link>
  );
}

/** What the school shows, under the standing: to be told in two taps, and then the way to why it differs. */
export function SchoolLine({ course }: CoursePageProps) {
  const c = useColours();
  const now = useNow();
  const [isOpen, setIsOpen] = useState(false);
  const { document, id } = course;
  const figure = schoolFigure(document);
  const line = {
    minHeight: 32,
    flexDirection: 'row',
    alignItems: 'center',
    alignSelf: 'flex-start',
    gap: SPACE.s,
  } as const;
  const { official } = document;
  if (official) return <Given course={course} />;
  if (isOpen) return <FigureField course={course} onDone={() => setIsOpen(false)} />;
  if (!figure) {
    return (
      <Pressable role="button" onPress={() => setIsOpen(true)} hitSlop={6} style={line}>
        <Text variant="bodyMedium" style={{ color: c.primary }}>
          The school shows …
        </Text>
      </Pressable>
    );
  }
  const state = figureState(document, now)!;
  const { seen } = document.school!;
  const asks = state === 'differs';
  return (
    <Link href={`/course/${id}/school`} asChild>
      <Pressable
        role="link"
        hitSlop={6}
        style={{
          ...line,
          ...(asks && { backgroundColor: c.askSoft, borderRadius: 16, paddingHorizontal: SPACE.m }),
        }}
      >
        {state === 'agrees' && <Icon name="check" size={16} color={c.soft} />}
        <Text variant="bodyMedium" style={{ color: asks ? c.onAskSoft : c.soft, flexShrink: 1 }}>
          The school shows{' '}
          <Text style={{ fontFamily: TEXT_STRONG, color: asks ? c.onAskSoft : c.soft }}>
            {figureText(figure)}
          </Text>
          {' · '}
          {STATE_WORDS[state]}
          {seen !== undefined && !asks && ` · ${dayWords(seen)}`}
        </Text>
      </Pressable>
    </Link>
  );
}
