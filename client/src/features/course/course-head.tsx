import {
  decimalText,
  headlinePhrases,
  pooledPoints,
  settledPoints,
  type Course,
  type Phrase,
} from '@fidens/core';
import { Link } from 'expo-router';
import { memo, useDeferredValue } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Ribbon } from '@/course-ui/ribbon';
import { marksOf } from '@/course-ui/ribbon-marks';
import { SchoolLine } from '@/course-ui/school-line';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import { compute, type Computed } from '@/model/computed';
import { useExtent } from '@/model/use-extent';
import { Icon } from '@/theme/icons';
import { SPACE, TOUCH, useIsShort, useIsWide } from '@/theme/layout';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Phrases } from '@/ui/text';
import { topOutlook } from '@/wording/top-outlook';
import { gradeWords, rangeWords } from '@/wording/words';

/** The pages that the head leads to side by side; to the school's side leads what it shows, to in and out the rules. */
const TAB_NAMES = ['scores', 'reach', 'rules', 'working'] as const;
const PAGE_NAMES = [...TAB_NAMES, 'school', 'files'] as const;
export type PageName = (typeof PAGE_NAMES)[number];

export function isPage(name: string): name is PageName {
  return (PAGE_NAMES as readonly string[]).includes(name);
}

/** What stays in sight on every page of a course: letter, standing, ribbon, and the way to its pages. */
export const CourseHead = memo(function CourseHead({
  course,
  page,
}: {
  course: ShownCourse;
  page: PageName;
}) {
  const c = useColours();
  const now = useNow();
  const wide = useIsWide();
  const short = useIsShort();
  const { document } = course;
  const computed = compute(document, now);
  const top = topOutlook.use();
  const isTab = (TAB_NAMES as readonly string[]).includes(page);
  const { letter, percent } = gradeWords(computed.outlooks[top], computed.letters);
  const about = [document.code, document.credits && `${document.credits} credits`]
    .filter(Boolean)
    .join(' · ');
  return (
    <Stack gap={short ? 's' : 'l'}>
      {!wide && <BackToTerm title={document.title} about={about} />}
      <Row gap="l" align="center">
        <Text
          variant={letter.length > 3 || short ? 'displaySmall' : wide ? 'displayMedium' : 'displayLarge'}
          role="heading"
          aria-level={1}
          aria-label={`${document.title}: ${letter}, ${top} ${percent}`}
        >
          {letter}
        </Text>
        <View style={{ flex: 1, minWidth: 0 }}>
          <Text
            variant={wide || short ? 'headlineMedium' : 'headlineLarge'}
            style={wide ? { color: c.ink } : { color: c.ink, fontFamily: TEXT_STRONG }}
          >
            {wide ? document.title : percent}
          </Text>
          <Text variant="bodyMedium" style={{ color: c.soft }}>
            {wide
              ? [about, top !== 'standing' && `on top the ${top}, ${percent}`, rangeWords(computed)]
                  .filter(Boolean)
                  .join(' · ')
              : `${top} · ${settledWords(computed)}`}
          </Text>
        </View>
      </Row>
      {isTab && !short && <SchoolLine course={course} />}
      {isTab && (
        <Ribbon
          segments={computed.segments}
          points={pooledPoints(computed.outlooks)}
          large={!short}
          // The Reach page has the cut-offs large, and a short screen no room for them.
          marks={
            page === 'reach' || short
              ? undefined
              : marksOf(computed.outlooks, computed.letters, targetOf(document))
          }
        />
      )}
      {isTab && page !== 'reach' && !short && <HeadWords document={document} />}
      <CourseTabs courseId={course.id} page={page} />
    </Stack>
  );
});

const BackToTerm = memo(function BackToTerm({ title, about }: { title: string; about: string }) {
  const c = useColours();
  return (
    <Link href="/" asChild>
      <Pressable
        role="link"
        aria-label={`${title}: back to the term`}
        style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s, minHeight: TOUCH }}
      >
        <Icon name="chevron-left" size={22} color={c.soft} />
        <Text variant="bodyMedium" style={{ color: c.soft, flexShrink: 1 }}>
          {[title, about].filter(Boolean).join(' · ')}
        </Text>
      </Pressable>
    </Link>
  );
});

/** The first sentence of what the numbers say; it follows a change as soon as there is time. */
function HeadWords({ document }: { document: Course }) {
  const now = useNow();
  const { headline } = compute(useDeferredValue(document), now);
  const extent = useExtent(document);
  if (headline.kind === 'no value') return null;
  return <Phrases phrases={firstSentence(headlinePhrases(headline, extent))} variant="bodyMedium" />;
}

/** How much of the course is settled: in points where it pools them, else in percent of the course. */
function settledWords({ outlooks }: Computed): string {
  const all = pooledPoints(outlooks);
  const { worth } = outlooks.standing;
  if (!all) return `${decimalText(settledPoints(outlooks), 1)}% of the course settled`;
  if (!worth) return `nothing settled of ${decimalText(all, 2)} points`;
  const [earned, size] = [worth.value.mul(worth.size), worth.size].map((points) => decimalText(points, 2));
  return `${earned} of ${size} points so far, ${decimalText(all, 2)} in all`;
}

function firstSentence(phrases: readonly Phrase[]): Phrase[] {
  const end = phrases.findIndex(({ text }) => text.endsWith('.'));
  return phrases.slice(0, end < 0 ? phrases.length : end + 1);
}

/** The letter that is pinned, if one is. */
function targetOf({ target }: ShownCourse['document']): string | undefined {
  return target && 'label' in target ? target.label : undefined;
}

const CourseTabs = memo(function CourseTabs({ courseId, page }: { courseId: string; page: PageName }) {
  const c = useColours();
  return (
    <View
      role="navigation"
      aria-label="Pages of this course"
      style={{ flexDirection: 'row', backgroundColor: c.pale, borderRadius: 18, padding: 5 }}
    >
      {TAB_NAMES.map((name) => {
        const here = name === page;
        return (
          <Link key={name} href={`/course/${courseId}/${name}`} asChild>
            <Pressable
              role="link"
              aria-current={here ? 'page' : undefined}
              style={{
                flex: 1,
                minHeight: TOUCH,
                alignItems: 'center',
                justifyContent: 'center',
                borderRadius: 14,
                backgroundColor: here ? c.card : 'transparent',
                // Seen where the system has colours of its own.
                borderBottomWidth: here ? 3 : 0,
                borderColor: 'transparent',
              }}
            >
              <Text variant="labelLarge" style={{ color: here ? c.primary : c.soft }}>
                {name.charAt(0).toUpperCase() + name.slice(1)}
              </Text>
            </Pressable>
          </Link>
        );
      })}
    </View>
  );
});
