import {
  courseSetting,
  gpaText,
  isDecimal,
  isSameCourse,
  rational,
  ZERO,
  typedDecimal,
  type Gpa,
  type Rational,
} from '@fidens/core';
import { useQueryClient } from '@tanstack/react-query';
import { useId, useMemo, useState } from 'react';
import { View } from 'react-native';
import { Button, Text, TextInput } from 'react-native-paper';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import { remember } from '@/data/undo';
import { useAnswer } from '@/model/one-worker';
import { useGpaSettings, useSettledGpa } from '@/model/term-gpa';
import { makeChange } from '@/model/use-change';
import { SPACE } from '@/theme/layout';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Busy } from '@/ui/busy';
import { Choice } from '@/ui/fields/choice';
import { tied } from '@/ui/fields/tied';
import { Fold } from '@/ui/fold';
import { FailedLine } from '@/ui/states';
import { Soft, Wrong } from '@/ui/text';
import { plural } from '@/wording/words';
import { NextLetters } from './next-letters';
import { targeting, type TargetAnswer, type ToldCombination } from './target-question';

type Scope = 'term' | 'everything';

interface GpaTargetProps {
  /** Of the term. */
  courses: readonly ShownCourse[];
  /** Of all other terms. */
  others: readonly ShownCourse[];
}

/** A GPA to aim for: which letters reach it, the likeliest first, what each course must bring at least, and what is out. */
export function GpaTarget({ courses, others }: GpaTargetProps) {
  const c = useColours();
  const now = useNow();
  const [typed, setTyped] = useState('');
  const [scope, setScope] = useState<Scope>('term');
  const open = useMemo(() => courses.filter(({ document }) => !document.official), [courses]);
  const official = useMemo(() => courses.filter(({ document }) => document.official), [courses]);
  const { repeats } = useGpaSettings();
  // What is taken again now will not count any more, however it ends.
  const kept = useMemo(
    () =>
      others.filter(
        (other) =>
          repeats === 'both' ||
          !courses.some(
            ({ document }) =>
              !(document.official && 'mark' in document.official) && isSameCourse(document, other.document),
          ),
      ),
    [others, courses, repeats],
  );
  const target = typedDecimal(typed);
  const isAsked = isDecimal(target);
  // All courses of all terms are much to compute for what nobody has asked.
  const given = useSettledGpa(isAsked ? official : undefined);
  const before = useSettledGpa(isAsked && scope === 'everything' ? kept : undefined);
  const isWrong = typed !== '' && !isAsked;
  const wrongId = useId();
  const sum = sumOf([given, before].filter((gpa) => gpa !== undefined));
  const [credits, earned] = [sum.credits.toFraction(), sum.earned.toFraction()];
  const question = useMemo(
    () =>
      isAsked
        ? {
            courses: open.map(({ id, document }) => ({ id, document })),
            now,
            target,
            settled: { credits, earned },
          }
        : undefined,
    [isAsked, open, now, target, credits, earned],
  );
  const { answered, isCurrent, hasFailed, retry } = useAnswer(targeting, question, 250);
  const answer = question && answered?.question.courses === question.courses ? answered.answer : undefined;
  return (
    <Fold title="A GPA to aim for" summary="Which letters reach it, and how likely they are.">
      <View style={{ maxWidth: 240 }}>
        <TextInput
          mode="outlined"
          dense
          label="GPA to aim for"
          aria-label="GPA to aim for"
          inputMode="decimal"
          value={typed}
          onChangeText={setTyped}
          {...tied(isWrong, wrongId)}
          style={{ backgroundColor: c.card }}
        />
        {isWrong && <Wrong id={wrongId}>A number such as 3.5.</Wrong>}
      </View>
      {others.length > 0 && (
        <Choice
          label="What it is the GPA of"
          value={scope}
          options={[
            { value: 'term', label: 'of this term' },
            { value: 'everything', label: 'of everything so far' },
          ]}
          onChange={setScope}
        />
      )}
      {hasFailed && <FailedLine retry={retry}>The search has failed.</FailedLine>}
      {question && !answer && !hasFailed && (
        <Row gap="s" align="center" role="status">
          <Busy label="Searching" />
          <Soft>Asking every course what it can still become …</Soft>
        </Row>
      )}
      {answer && (
        <View aria-busy={!isCurrent} style={{ gap: SPACE.m, opacity: isCurrent ? 1 : 0.6 }}>
          <Found answer={answer} courses={open} target={target} settled={sum.credits} />
        </View>
      )}
    </Fold>
  );
}

function sumOf(gpas: readonly Gpa[]): { credits: Rational; earned: Rational } {
  return gpas.reduce(
    ({ credits, earned }, { points, credits: own }) => ({
      credits: credits.add(own),
      earned: points ? earned.add(points.mul(own)) : earned,
    }),
    { credits: ZERO, earned: ZERO },
  );
}

/** A number that crossed as a fraction: "10/3". */
function fraction(text: string): Rational {
  const [top, bottom = '1'] = text.split('/');
  return rational(top!).div(rational(bottom));
}

interface FoundProps {
  answer: TargetAnswer;
  courses: readonly ShownCourse[];
  target: string;
  /** Credits that count in the same GPA and are over. */
  settled: Rational;
}

function Found({ answer, courses, target, settled }: FoundProps) {
  const settings = useGpaSettings();
  const { best, least, most, lowest, without, unsure } = answer;
  const titleOf = (id: string) => courses.find((course) => course.id === id)?.document.title ?? '';
  const shown = (points: string) => gpaText(fraction(points), settings);
  const asked = answer.courses;
  return (
    <Stack gap="m">
      <Soft>
        {most === undefined || lowest === undefined
          ? 'No course of the term has credits and letters with grade points.'
          : `From ${shown(lowest)} to ${shown(most)} is within reach.`}
        {without.length > 0 &&
          ` Without ${without.map(({ id, why }) => `${titleOf(id)} (${why})`).join(', ')}.`}
      </Soft>
      {asked.length > 0 && best.length === 0 && (
        <Text variant="bodyLarge" role="status">
          {target} is out: even the best letters that are left come to {most && shown(most)}.
        </Text>
      )}
      {best.length > 0 && (
        <>
          <Text variant="titleSmall" role="heading" aria-level={2}>
            {best.length === 1 ? 'One way' : `The ${best.length} likeliest ways`}
          </Text>
          <View role="list" aria-label={`Letters that reach ${target}`}>
            {best.map((way, index) => (
              <Way
                key={way.letters.map(({ label }) => label).join(' ')}
                way={way}
                titles={asked.map(({ id }) => titleOf(id))}
                ids={asked.map(({ id }) => id)}
                courses={courses}
                isFirst={index === 0}
                points={shown(way.points)}
              />
            ))}
          </View>
          <Text variant="titleSmall" role="heading" aria-level={2}>
            At least
          </Text>
          <Soft>
            {asked.map(({ id }, index) => `${titleOf(id)} ${least[index] ?? 'out'}`).join(', ')}. Below that,
            the best of all others does not reach it.
          </Soft>
          <Text variant="titleSmall" role="heading" aria-level={2}>
            Which gives most for an hour
          </Text>
          <NextLetters courses={asked} settled={settled} titleOf={titleOf} />
        </>
      )}
      {unsure.length > 0 && (
        <Soft>
          Of {unsure.map(titleOf).join(', ')} too few scores are there for a chance: what asks less is taken
          for likelier.
        </Soft>
      )}
    </Stack>
  );
}

interface WayProps {
  way: ToldCombination;
  titles: readonly string[];
  ids: readonly string[];
  courses: readonly ShownCourse[];
  isFirst: boolean;
  points: string;
}

/** One combination: its letters, what it makes, how likely it is and what it asks; taken, each course has its letter as a target. */
function Way({ way, titles, ids, courses, isFirst, points }: WayProps) {
  const c = useColours();
  const client = useQueryClient();
  const pin = () => {
    const ways = ids.flatMap((id, index) => {
      const course = courses.find((each) => each.id === id);
      const { label } = way.letters[index]!;
      return course
        ? (makeChange(client, id, course.document, [courseSetting({ target: { label } })]) ?? [])
        : [];
    });
    const all = (which: 'undo' | 'redo') => () => ways.map((each) => each[which]()).find(Boolean);
    remember({ done: `${plural(ways.length, 'target')} pinned`, undo: all('undo'), redo: all('redo') }, true);
  };
  return (
    <View
      role="listitem"
      style={{ borderTopWidth: 1, borderColor: c.rule, paddingVertical: SPACE.s, gap: SPACE.xs }}
    >
      <Row gap="m" align="baseline">
        <Text variant="bodyMedium" style={{ flex: 1, minWidth: 0 }}>
          {titles.map((title, index) => (
            <Text key={title}>
              {index > 0 && ' · '}
              {title} <Text style={{ fontFamily: TEXT_STRONG }}>{way.letters[index]!.label}</Text>
            </Text>
          ))}
        </Text>
        <Text variant="titleMedium" style={{ fontFamily: TEXT_STRONG }}>
          {points}
        </Text>
      </Row>
      <Row gap="s" align="center" wrap>
        <Soft>
          {chanceWords(way.chance)} · asks {way.takes.toFixed(1)}% at most
        </Soft>
        <Button
          compact
          mode={isFirst ? 'contained-tonal' : 'text'}
          accessibilityLabel={`Pin these letters, ${way.letters.map(({ label }) => label).join(' ')}`}
          onPress={pin}
        >
          Pin these letters
        </Button>
      </Row>
    </View>
  );
}

function chanceWords(chance: number): string {
  const percent = chance * 100;
  if (percent >= 99.5) return 'as good as sure';
  if (percent < 0.1) return 'likely in fewer than 1 of 1000 ends';
  return `likely in ${percent < 1 ? percent.toFixed(1) : percent.toFixed(0)} of 100 ends`;
}
