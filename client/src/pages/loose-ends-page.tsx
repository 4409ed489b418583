import { decimalText } from '@fidens/core';
import { Link } from 'expo-router';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { useRecordEdit } from '@/course-ui/record-edit';
import { reasonOf } from '@/data/api';
import type { ShownCourse } from '@/data/answers';
import { useCourses } from '@/data/courses';
import { useNow } from '@/data/now';
import { useSession, useSweep } from '@/data/session';
import { DecideMany, keyOf } from '@/features/loose-ends/decide-many';
import { FileIt } from '@/features/scores/file-it';
import { PieceRow } from '@/features/scores/piece-row';
import { compute } from '@/model/computed';
import {
  isPiece,
  LOOSE_WORDS,
  overdueOn,
  useAhead,
  useLooseEnds,
  wantsDecision,
  type Ahead,
  type LooseEnd,
  type LoosePiece,
  type LooseRule,
} from '@/model/loose-ends';
import { partOf } from '@/model/part-of';
import { SPACE, TOUCH } from '@/theme/layout';
import { TEXT_MEDIUM, useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { onKeys } from '@/ui/keys';
import { Page } from '@/ui/page';
import { Empty, Failed, Loading } from '@/ui/states';
import { SectionTitle, Soft } from '@/ui/text';
import { toggled } from '@/ui/toggled';
import { dayText } from '@/wording/days';
import { dueOf } from '@/wording/words';

/** What needs a decision, across all courses, decided right there, one by one or many at once; and what is due next. */
export function LooseEndsPlace() {
  const { data: courses, error, refetch } = useCourses();
  const loose = useLooseEnds();
  const [open, setOpen] = useState<string>();
  const [chosen, setChosen] = useState<ReadonlySet<string>>();
  if (error && !courses)
    return <Failed what="Your courses" reason={reasonOf(error)} retry={() => void refetch()} />;
  if (!courses) return <Loading what="your courses" />;
  const kinds = (Object.keys(LOOSE_WORDS) as LooseEnd['kind'][]).filter((kind) =>
    loose.some((end) => end.kind === kind),
  );
  const inOrder = kinds.flatMap((kind) => loose.filter((end) => end.kind === kind)).filter(isPiece);
  const keys = inOrder.map(keyOf);
  const unfiled = oneCourse(inOrder.filter((end) => chosen?.has(keyOf(end))));
  const goOn = (key: string, by: 1 | -1) => setOpen(keys[keys.indexOf(key) + by]);
  return (
    <Page title="Loose ends">
      <Text variant="displaySmall" role="heading" aria-level={1}>
        Loose ends
      </Text>
      {!loose.some(wantsDecision) && (
        <Empty title="Nothing is loose">
          Every piece that is due has its score, or a reason for having none.
        </Empty>
      )}
      {inOrder.length > 0 && (
        <Row gap="s" wrap>
          <Button mode="contained-tonal" onPress={() => setOpen(keys[0])}>
            Go through them, top to bottom
          </Button>
          <Button onPress={() => setChosen(chosen ? undefined : new Set())}>
            {chosen ? 'One by one again' : 'Decide many at once'}
          </Button>
        </Row>
      )}
      {kinds.map((kind) => (
        <Stack key={kind} gap="xs">
          <SectionTitle>{LOOSE_WORDS[kind]}</SectionTitle>
          {loose
            .filter((end) => end.kind === kind)
            .map((end, index) => {
              if (!isPiece(end)) return <RuleEnd key={`${end.course.id} ${index}`} end={end} />;
              const key = keyOf(end);
              return chosen ? (
                <ChooseRow
                  key={key}
                  end={end}
                  isChosen={chosen.has(key)}
                  onChoose={() => setChosen(toggled(chosen, key))}
                />
              ) : (
                <LooseRow
                  key={key}
                  end={end}
                  isOpen={open === key}
                  onToggle={() => setOpen(open === key ? undefined : key)}
                  onStep={(to) => goOn(key, to === 'next' ? 1 : -1)}
                />
              );
            })}
        </Stack>
      ))}
      {chosen && (
        <Row gap="s" wrap>
          <Button compact onPress={() => setChosen(new Set(keys))}>
            Choose all {keys.length}
          </Button>
          <Button compact onPress={() => setChosen(new Set())}>
            Choose none
          </Button>
        </Row>
      )}
      {unfiled && (
        <FileMany course={unfiled.course} pieces={unfiled.pieces} onDone={() => setChosen(undefined)} />
      )}
      {chosen && (
        <DecideMany
          ends={inOrder.filter((end) => chosen.has(keyOf(end)))}
          onDone={() => setChosen(undefined)}
        />
      )}
      <Sweep count={loose.filter(wantsDecision).length} />
      <AheadList />
    </Page>
  );
}

/** Chosen pieces that are not filed, where they are all of one course. */
function oneCourse(ends: readonly LoosePiece[]) {
  const [first] = ends;
  const isOne = ends.every(({ kind, course }) => kind === 'unfiled' && course.id === first?.course.id);
  return first && isOne ? { course: first.course, pieces: ends.map(({ piece }) => piece) } : undefined;
}

/** Files the chosen pieces together. */
function FileMany({
  course,
  pieces,
  onDone,
}: {
  course: ShownCourse;
  pieces: LoosePiece['piece'][];
  onDone: () => void;
}) {
  const { edit } = useRecordEdit(course);
  return (
    <FileIt
      course={course.document}
      pieces={pieces}
      edit={(edits, done) => {
        const refused = edit(edits, done);
        if (refused === undefined) onDone();
        return refused;
      }}
    />
  );
}

interface LooseRowProps {
  end: LoosePiece;
  isOpen: boolean;
  onToggle: () => void;
  onStep: (to: 'next' | 'previous') => void;
}

function LooseRow({ end: { course, piece }, ...row }: LooseRowProps) {
  const now = useNow();
  const overdue = overdueOn(course, piece, now);
  const place = [course.document.title, overdue && `counts as missing by itself from ${dayText(overdue)}`]
    .filter(Boolean)
    .join(' · ');
  return (
    <PieceRow
      course={course}
      piece={piece}
      part={partOf(compute(course.document, now).outlooks.standing, piece.id)}
      place={place}
      canBeOthers
      {...row}
    />
  );
}

function ChooseRow({
  end: { course, piece },
  isChosen,
  onChoose,
}: {
  end: LoosePiece;
  isChosen: boolean;
  onChoose: () => void;
}) {
  const c = useColours();
  return (
    <Pressable
      role="checkbox"
      aria-checked={isChosen}
      aria-label={`Choose ${piece.name}, ${course.document.title}`}
      onPress={onChoose}
      {...onKeys({ ' ': onChoose })}
      style={{
        minHeight: 52,
        justifyContent: 'center',
        borderTopWidth: 1,
        borderColor: c.rule,
        backgroundColor: isChosen ? c.tint : 'transparent',
        paddingHorizontal: SPACE.s,
      }}
    >
      <Text variant="bodyMedium">
        {isChosen ? '✓ ' : ''}
        {piece.name}
      </Text>
      <Text variant="bodySmall" style={{ color: c.soft }}>
        {course.document.title}
      </Text>
    </Pressable>
  );
}

/** Something in a course's rules, or of the school's side: the way to where it is decided. */
function RuleEnd({ end: { course, words, kind } }: { end: LooseRule }) {
  const c = useColours();
  return (
    <Link href={`/course/${course.id}/${kind.startsWith('school') ? 'school' : 'rules'}`} asChild>
      <Pressable
        role="link"
        style={{ minHeight: TOUCH, justifyContent: 'center', borderTopWidth: 1, borderColor: c.rule }}
      >
        <Text variant="bodyMedium">{words}</Text>
        <Text variant="bodySmall" style={{ color: c.soft }}>
          {course.document.title}
        </Text>
      </Pressable>
    </Link>
  );
}

/** When everything loose was last gone through, and the mark that it is done. */
function Sweep({ count }: { count: number }) {
  const { data } = useSession();
  const sweep = useSweep();
  const sweptAt = data?.student?.sweptAt;
  return (
    <Stack gap="xs" align="start">
      <Soft>
        {sweptAt
          ? `Last gone through ${dayText(new Date(sweptAt), 'long')}.`
          : 'Once a week, go through them all: left blank, work makes a grade look better than it is.'}
      </Soft>
      <Button mode="outlined" compact loading={sweep.isPending} onPress={() => sweep.mutate()}>
        {sweptWords(count)}
      </Button>
      {sweep.error && <Soft>That could not be noted: {reasonOf(sweep.error)}</Soft>}
    </Stack>
  );
}

function sweptWords(count: number): string {
  if (count === 0) return 'Gone through: nothing is loose';
  return count === 1 ? 'Gone through: this one can wait' : `Gone through: these ${count} can wait`;
}

/** What is due in the next two weeks, and how far each can move its course. */
function AheadList() {
  const ahead = useAhead();
  return (
    <Stack gap="xs">
      <SectionTitle>Ahead</SectionTitle>
      {ahead.length === 0 && <Soft>Nothing is due in the next two weeks.</Soft>}
      <View role="list" aria-label="Due in the next two weeks">
        {ahead.map((next) => (
          <AheadRow key={keyOf(next)} next={next} />
        ))}
      </View>
    </Stack>
  );
}

function AheadRow({ next: { course, piece, swing } }: { next: Ahead }) {
  const c = useColours();
  return (
    <View role="listitem">
      <Link href={`/course/${course.id}/scores`} asChild>
        <Pressable
          role="link"
          style={{
            minHeight: 52,
            flexDirection: 'row',
            alignItems: 'center',
            gap: SPACE.m,
            borderTopWidth: 1,
            borderColor: c.rule,
            paddingVertical: SPACE.s,
          }}
        >
          <View style={{ flex: 1, minWidth: 0 }}>
            <Text variant="bodyMedium">{piece.name}</Text>
            <Text variant="bodySmall" style={{ color: c.soft }}>
              {course.document.title}
            </Text>
          </View>
          <View style={{ alignItems: 'flex-end' }}>
            <Text variant="bodyMedium" style={{ fontFamily: TEXT_MEDIUM }}>
              {dayText(new Date(dueOf(piece)!), 'weekday')}
            </Text>
            {swing && (
              <Text variant="bodySmall" style={{ color: c.soft }}>
                moves it by up to {decimalText(swing, 1)}
              </Text>
            )}
          </View>
        </Pressable>
      </Link>
    </View>
  );
}
