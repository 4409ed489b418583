import { headlinePhrases, officialText, type Extent, type Headline } from '@fidens/core';
import { Link } from 'expo-router';
import { memo } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Ribbon } from '@/course-ui/ribbon';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import { compute, type Computed } from '@/model/computed';
import { useExtent } from '@/model/use-extent';
import { SPACE } from '@/theme/layout';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { WordChip } from '@/ui/text';
import { topOutlook } from '@/wording/top-outlook';
import { gradeWords, number, rangeWords } from '@/wording/words';

interface CourseCardProps {
  course: ShownCourse;
  /** In the column of a wide screen: smaller, and marked where it is the open one. */
  compact?: boolean;
  chosen?: boolean;
}

/** One course at a glance: letter, standing, ribbon and one line on what it takes. It is drawn again only when its own course changes. */
export const CourseCard = memo(function CourseCard({
  course,
  compact = false,
  chosen = false,
}: CourseCardProps) {
  const c = useColours();
  const now = useNow();
  const computed = compute(course.document, now);
  const extent = useExtent(course.document);
  const top = topOutlook.use();
  const own = gradeWords(computed.outlooks[top], computed.letters);
  const { official } = course.document;
  const letter = official ? officialText(official) : own.letter;
  const framed = !compact || chosen;
  return (
    <Link href={`/course/${course.id}/scores`} asChild>
      <Pressable
        role="link"
        aria-current={chosen ? 'page' : undefined}
        style={{
          backgroundColor: framed ? c.card : 'transparent',
          borderColor: framed ? c.rule : 'transparent',
          borderWidth: 1,
          borderRadius: 20,
          padding: compact ? SPACE.m : SPACE.l,
          gap: SPACE.m,
        }}
      >
        <Row gap="m" align="center">
          <Text
            variant={letter.length > 3 ? 'titleMedium' : compact ? 'headlineMedium' : 'displaySmall'}
            style={{ minWidth: compact ? 36 : 54 }}
          >
            {letter}
          </Text>
          <View style={{ flex: 1, minWidth: 0 }}>
            <Text variant={compact ? 'titleSmall' : 'titleMedium'}>{course.document.title}</Text>
            <Text variant={compact ? 'bodySmall' : 'bodyMedium'} style={{ color: c.soft }}>
              {[
                official && `given ${officialText(official)}`,
                official &&
                  'label' in official &&
                  own.letter !== '–' &&
                  official.label !== own.letter &&
                  `the record comes to ${own.letter}`,
                top !== 'standing' && `${top} ${own.percent}`,
                compact ? shortHeadline(computed, extent) : rangeWords(computed),
              ]
                .filter(Boolean)
                .join(' · ')}
            </Text>
          </View>
        </Row>
        {/* What is heard of a course here is what stands in words: its parts are told on its own pages. */}
        <View aria-hidden>
          <Ribbon segments={computed.segments} />
        </View>
        {!compact && <HeadlineRow computed={computed} extent={extent} />}
      </Pressable>
    </Link>
  );
});

function HeadlineRow({ computed, extent }: { computed: Computed; extent: Extent }) {
  const c = useColours();
  const { headline, course, outlooks, letters } = computed;
  const forecast = gradeWords(outlooks.forecast, letters);
  const about = [
    outlooks.forecast?.worth && `forecast ${forecast.letter}`,
    course.credits && `${number(course.credits)} ${course.credits === '1' ? 'credit' : 'credits'}`,
  ].filter(Boolean);
  return (
    <Stack gap="s">
      <Row gap="m" align="center">
        <HeadlineChip headline={headline} />
        <Text variant="bodyMedium" style={{ color: c.soft, flex: 1 }}>
          {course.target !== undefined && 'your target, '}
          <HeadlineWords headline={headline} extent={extent} />
        </Text>
      </Row>
      {about.length > 0 && (
        <Text variant="bodySmall" style={{ color: c.soft }}>
          {about.join(' · ')}
        </Text>
      )}
    </Stack>
  );
}

/** The letter that a course's line is about: what is wanted, what is sure, or what is gone. */
function HeadlineChip({ headline }: { headline: Headline }) {
  if (headline.kind === 'no value') return null;
  const { label } = headline.band;
  if (headline.kind === 'takes') return <WordChip tone="ask">{label}</WordChip>;
  if (headline.kind === 'out') return <WordChip tone="pale">{label}</WordChip>;
  return <WordChip tone="secured">{headline.kind === 'secured' ? `✓ ${label}` : label}</WordChip>;
}

function HeadlineWords({ headline, extent }: { headline: Headline; extent: Extent }) {
  useColours();
  if (headline.kind === 'takes') {
    const { level, alone } = headline;
    return (
      <>
        takes <Text style={{ fontFamily: TEXT_STRONG }}>{level}%</Text> on what is left
        {alone && `, or ${alone.score} of ${alone.possible} on ${alone.name}`}
      </>
    );
  }
  if (headline.kind === 'secured')
    return <>needs nothing more{extent === 'listed' && ' on what is listed'}</>;
  return <>{textOf(headline, extent)}</>;
}

function textOf(headline: Headline, extent: Extent): string {
  return headlinePhrases(headline, extent)
    .map(({ text }) => text)
    .join('');
}

function shortHeadline({ headline }: Computed, extent: Extent): string {
  const listed = extent === 'listed' ? ' on what is listed' : '';
  if (headline.kind === 'takes') return `${headline.band.label} takes ${headline.level}%`;
  if (headline.kind === 'secured') return `✓ ${headline.band.label}, needs nothing${listed}`;
  if (headline.kind === 'settled')
    return headline.isOpen
      ? `${headline.band.label}, whatever comes${listed}`
      : `${headline.band.label}${listed || ', it is over'}`;
  if (headline.kind === 'no value') return 'nothing to grade yet';
  return `${headline.band.label} ${headline.butForExtra ? 'takes extra credit' : 'is out'}`;
}
