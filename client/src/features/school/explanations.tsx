import {
  differenceWords,
  explanationWords,
  figureText,
  OUTLOOKS,
  rational,
  schoolFigure,
  type Course,
  type Difference,
  type PlainFigureAnswer,
  type Scale,
} from '@fidens/core';
import { useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { useNow } from '@/data/now';
import { compute } from '@/model/computed';
import type { CoursePageProps } from '@/model/course-page';
import { applied } from '@/model/rule-draft';
import { SPACE, TOUCH } from '@/theme/layout';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Busy } from '@/ui/busy';
import { FailedLine } from '@/ui/states';
import { Soft } from '@/ui/text';
import { awayWords, changedSumWords, givesWords } from '@/wording/school-words';
import { OUTLOOK_NAMES, plural } from '@/wording/words';
import { ExplanationActions } from './explanation-actions';
import { useFigureAnswer } from './school-question';

type Told = PlainFigureAnswer['explanations'][number];

/** So many are in sight at once; the rest is asked for. */
const FIRST = 4;

/** Why the school's figure differs: the likeliest reasons as sentences with their numbers, each with what can be done. */
export function Explanations({ course }: CoursePageProps) {
  const now = useNow();
  const [isAll, setIsAll] = useState(false);
  const [open, setOpen] = useState<string>();
  const { document } = course;
  const figure = schoolFigure(document)!;
  const shown = figureText(figure);
  const question = useMemo(
    () => ({ course: document, figure, now }),
    // The figure is made anew each time; its text is what is asked about.
    // oxlint-disable-next-line react/exhaustive-deps
    [document, shown, now],
  );
  const { answer, isCurrent, hasFailed, retry } = useFigureAnswer(question);
  if (hasFailed) return <FailedLine retry={retry}>The search has failed.</FailedLine>;
  if (answer?.shown !== shown) return <Searching />;
  const { explanations } = answer;
  const [first, ...others] = explanations;
  if (!first) return <Nothing answer={answer} scale={course.document.scale} />;
  const seen = isAll ? others : others.slice(0, FIRST - 1);
  return (
    <Stack gap="m" aria-busy={!isCurrent}>
      <Likeliest course={course} told={first} shown={shown} />
      <View role="list" aria-label="Other reasons">
        {seen.map((told) => {
          const key = keyOf(told);
          return (
            <Other
              key={key}
              course={course}
              told={told}
              shown={shown}
              isOpen={open === key}
              onToggle={() => setOpen(open === key ? undefined : key)}
            />
          );
        })}
      </View>
      {seen.length < others.length && (
        <Button compact style={{ alignSelf: 'flex-start' }} onPress={() => setIsAll(true)}>
          {`${plural(others.length - seen.length, 'more that gives', 'more that give')} ${shown}`}
        </Button>
      )}
    </Stack>
  );
}

function keyOf({ differences }: Told): string {
  return JSON.stringify(differences.map(({ code, at, rule, score }) => [code, at, rule, score]));
}

function Searching() {
  return (
    <Row gap="s" align="center" role="status">
      <Busy label="Searching" />
      <Soft>Searching what would make that number …</Soft>
    </Row>
  );
}

function Nothing({ answer: { away, agrees, shown }, scale }: { answer: PlainFigureAnswer; scale: Scale }) {
  const far = OUTLOOKS.flatMap((name) => {
    const by = away[name];
    return by === undefined || Number(by) === 0 ? [] : [`${awayWords(rational(by), scale)} than the ${name}`];
  });
  return (
    <Stack gap="xs">
      {agrees.length > 0 && (
        <Soft>
          {shown} is what the {agrees.map((name) => OUTLOOK_NAMES[name].toLowerCase()).join(' and the ')}{' '}
          shows.
        </Soft>
      )}
      <Soft>
        Nothing that schools do otherwise, alone or two together, makes {shown}.
        {far.length > 0 && ` It is ${far.join(', ')}.`} Its list beside yours may show more.
      </Soft>
    </Stack>
  );
}

interface ToldProps extends CoursePageProps {
  told: Told;
  shown: string;
}

/** The likeliest reason: what matters set off, its sum, and what can be done. */
function Likeliest({ course, told, shown }: ToldProps) {
  return (
    <Stack gap="s" role="region" aria-label="The likeliest reason">
      <Sentence course={course.document} differences={told.differences} />
      <SumLine course={course} told={told} />
      <ExplanationActions course={course} told={told} shown={shown} />
    </Stack>
  );
}

function Sentence({ course, differences }: { course: Course; differences: readonly Difference[] }) {
  const { askSoft, onAskSoft } = useColours();
  return (
    <Text variant="bodyLarge">
      {differences.map((difference, index) => {
        const { what, though } = differenceWords(course, difference);
        const said = index === 0 ? what : `i${what.slice(1)}`;
        return (
          <Text key={index}>
            {index > 0 && ' And '}
            <Text
              style={{ backgroundColor: askSoft, color: onAskSoft, borderRadius: 4, paddingHorizontal: 2 }}
            >
              {said}
            </Text>
            {though === '' ? '.' : `, ${though}.`}
          </Text>
        );
      })}
    </Text>
  );
}

/** "(87.5 + 55 + 92.5 + 90) ÷ 4 = 81.3% in Field logs, not 90% → 83.62" */
function SumLine({ course, told }: Omit<ToldProps, 'shown'>) {
  const c = useColours();
  const now = useNow();
  const { document } = course;
  const after = applied(
    document,
    told.differences.flatMap(({ edits }) => edits),
  );
  const words =
    'course' in after
      ? changedSumWords(
          compute(document, now).outlooks.standing,
          compute(after.course, now).outlooks.standing,
        )
      : undefined;
  return (
    <Text variant="bodyMedium" style={{ color: c.soft }}>
      {words === undefined ? 'It makes ' : `${words} → `}
      <Text style={{ fontFamily: TEXT_STRONG, color: c.ink }}>
        {givesWords(rational(told.gives), document.scale)}
      </Text>
    </Text>
  );
}

interface OtherProps extends ToldProps {
  isOpen: boolean;
  onToggle: () => void;
}

/** Another reason: one line that opens to its sum and what can be done. */
function Other({ course, told, shown, isOpen, onToggle }: OtherProps) {
  const c = useColours();
  return (
    <View role="listitem" style={{ borderTopWidth: 1, borderColor: c.rule }}>
      <Pressable
        role="button"
        aria-expanded={isOpen}
        onPress={onToggle}
        style={{
          minHeight: TOUCH,
          flexDirection: 'row',
          gap: SPACE.m,
          alignItems: 'center',
          paddingVertical: SPACE.s,
        }}
      >
        <View style={{ flex: 1, minWidth: 0 }}>
          <Text variant="bodyMedium">Or: {lowered(explanationWords(course.document, told.differences))}</Text>
          {told.differences.length > 1 && <Soft>two differences together</Soft>}
        </View>
        <Text variant="bodyMedium" style={{ fontFamily: TEXT_STRONG }}>
          {givesWords(rational(told.gives), course.document.scale)}
        </Text>
      </Pressable>
      {isOpen && (
        <View style={{ gap: SPACE.s, paddingBottom: SPACE.m }}>
          <SumLine course={course} told={told} />
          <ExplanationActions course={course} told={told} shown={shown} />
        </View>
      )}
    </View>
  );
}

function lowered(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}
