import {
  applyEdits,
  changingScale,
  entryText,
  readEntry,
  scaleFor,
  setting,
  STATE_WORDS,
  withWorths,
  type Assessment,
  type Course,
  type Edit,
  type Entry,
  type EntryReading,
  type EntrySet,
  type Status,
} from '@fidens/core';
import { useMemo, useRef, useState, type RefObject } from 'react';
import { View, type TextInputKeyPressEvent } from 'react-native';
import { Button, Text, TextInput } from 'react-native-paper';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import { compute } from '@/model/computed';
import { lateTodayWords } from '@/model/late-today';
import { standingChange, targetChange } from '@/model/standing-change';
import { useChange } from '@/model/use-change';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { ChipButton } from '@/ui/chip-button';
import { STAYS } from '@/ui/fields/stays';
import { useTypedOver } from '@/ui/fields/typed-over';
import { Soon } from '@/ui/soon';
import { useLeaving } from '@/ui/hooks/use-leaving';
import { gradeWords, number } from '@/wording/words';

interface EntryFieldProps {
  course: ShownCourse;
  piece: Assessment;
  /** Called when the entry is done, with where to go on: Enter leads to the next piece, arrows to their side, all else back. */
  onDone: (to: EntryStep) => void;
  /** Whether it may turn out to be no work of this student's. */
  canBeOthers?: boolean;
  /** Whether the keyboard goes to the field at once. */
  autoFocus?: boolean;
}

export type EntryStep = 'next' | 'previous' | 'back';

/** The one field that takes a score in any way a teacher writes it, and says what it understood and what it does. */
export function EntryField({
  course,
  piece,
  onDone,
  canBeOthers = false,
  autoFocus = true,
}: EntryFieldProps) {
  const change = useChange(course);
  const c = useColours();
  const before = entryText(piece);
  // Only what was typed is an entry, made on the course as it was seen when the typing began; else the field shows what is there.
  const [typed, setTyped] = useState<{ readonly text: string; readonly seen: Course }>();
  const text = typed?.text ?? before;
  const setText = (next: string) => setTyped({ text: next, seen: typed?.seen ?? course.document });
  const ended = useRef(false);
  const now = useNow();
  const touched = typed !== undefined && text.trim() !== before;
  const entry = readEntry(text, piece, scaleFor(course.document, piece.id));
  useTypedOver(autoFocus);
  const late = lateTodayWords(compute(course.document, now), piece.id);

  const record = (reading: Omit<EntryReading, 'said'>, to: EntryStep = 'back') => {
    ended.current = true;
    const of = reading.possible ?? piece.possible;
    const whole = of === piece.possible ? '' : ` of ${number(of)}`;
    change(
      editsOf(course.document, piece, reading),
      `${piece.name}: ${entryWords(reading.set, piece)}${whole}`,
      typed?.seen,
    );
    onDone(to);
  };
  const leave = (to: EntryStep) => {
    ended.current = true;
    onDone(to);
  };

  // What was typed is kept when the field goes away, whatever made it go; Escape alone leaves it.
  useLeaving(() => {
    if (ended.current || !touched || entry.kind !== 'set') return;
    ended.current = true;
    change(editsOf(course.document, piece, entry), undefined, typed.seen);
    setTyped(undefined);
  });
  const end = (to: EntryStep) => {
    if (!touched) return leave(to);
    if (entry.kind === 'set') record(entry, to);
    // What can be meant in two ways is asked about; Enter leads to the question and not past it.
    if (entry.kind === 'asks') question.current?.focus();
  };
  const question = useRef<{ focus: () => void }>(null);
  const onKey = (event: TextInputKeyPressEvent) => {
    const { key } = event.nativeEvent;
    if (key === 'Escape') leave('back');
    if (key !== 'ArrowDown' && key !== 'ArrowUp') return;
    // The key would go on to move in the field that it leads to.
    event.preventDefault();
    end(key === 'ArrowDown' ? 'next' : 'previous');
  };
  return (
    <Stack gap="s">
      <Row gap="m" align="center">
        <TextInput
          mode="outlined"
          dense
          autoFocus={autoFocus}
          aria-label={`Score of ${piece.name}`}
          aria-invalid={entry.kind === 'unclear'}
          value={text}
          onChangeText={setText}
          onSubmitEditing={() => end('next')}
          onKeyPress={onKey}
          error={entry.kind === 'unclear'}
          autoCapitalize="characters"
          autoCorrect={false}
          style={{ width: 132, backgroundColor: c.card, fontFamily: TEXT_STRONG }}
          {...STAYS}
        />
        <Text variant="bodyMedium" style={{ color: c.soft }}>
          of {number(piece.possible)}
        </Text>
        <View style={{ flex: 1 }} />
        <Button mode="contained" disabled={touched && entry.kind !== 'set'} onPress={() => end('back')}>
          Done
        </Button>
      </Row>
      {late && (
        <Text variant="bodySmall" style={{ color: c.soft }}>
          {late}
        </Text>
      )}
      <Understood
        course={course}
        piece={piece}
        entry={entry}
        touched={touched}
        question={question}
        onTake={record}
      />
      <Soon>
        <States
          course={course}
          piece={piece}
          canBeOthers={canBeOthers}
          onState={(status) => record({ set: { status, score: undefined } }, canBeOthers ? 'next' : 'back')}
          onNothing={before === '' ? undefined : () => record({ set: { status: 'open', score: undefined } })}
          onOthers={() => {
            ended.current = true;
            change([setting(piece.id, { counted: false })], `${piece.name}: not mine, so not counted`);
            onDone('next');
          }}
        />
      </Soon>
    </Stack>
  );
}

interface StatesProps extends Pick<EntryFieldProps, 'course' | 'piece'> {
  canBeOthers: boolean;
  onState: (status: Status) => void;
  /** Takes away what is there; nothing where nothing is. */
  onNothing: (() => void) | undefined;
  /** Says that it is no work of this student's. */
  onOthers: () => void;
}

/** What a piece can be without a score, each with what that does to the course. */
function States({ course, piece, canBeOthers, onState, onNothing, onOthers }: StatesProps) {
  const now = useNow();
  const states = useMemo(
    () => STATE_WORDS.map((state) => ({ ...state, effect: stateEffect(course, piece, state.status, now) })),
    [course, piece, now],
  );
  return (
    <Row gap="xs" wrap>
      {states.map(({ word, status, effect }) => (
        <ChipButton key={status} isOn={piece.status === status} onPress={() => onState(status)}>
          {word}
          {effect}
        </ChipButton>
      ))}
      {canBeOthers && (
        <ChipButton isOn={false} onPress={onOthers}>
          not mine
        </ChipButton>
      )}
      {onNothing && (
        <ChipButton isOn={false} onPress={onNothing}>
          nothing yet
        </ChipButton>
      )}
    </Row>
  );
}

interface UnderstoodProps {
  course: ShownCourse;
  piece: Assessment;
  entry: Entry;
  touched: boolean;
  /** The first way of what can be meant in several. */
  question: RefObject<{ focus: () => void } | null>;
  /** Takes a reading, with the piece's possible points changed where it says so. */
  onTake: (reading: EntryReading, to?: EntryStep) => void;
}

/** What was understood, what it does to the course, and a second reading where there is one. */
function Understood({ course, piece, entry, touched, question, onTake }: UnderstoodProps) {
  const c = useColours();
  if (entry.kind === 'unclear') {
    return (
      <Text variant="bodyMedium" style={{ color: c.error }} role="alert">
        {entry.said}
      </Text>
    );
  }
  if (entry.kind === 'asks') {
    return (
      <Stack gap="xs" align="start" role="group" aria-label={entry.said}>
        <Text variant="bodyMedium" role="alert">
          {entry.said}
        </Text>
        {entry.readings.map((reading, index) => (
          <Button
            key={reading.said}
            {...(index === 0 && { touchableRef: question as never })}
            mode="outlined"
            compact
            onPress={() => onTake(reading, 'next')}
          >
            {reading.said}
          </Button>
        ))}
      </Stack>
    );
  }
  const { offer } = entry;
  const words = scaleFor(course.document, piece.id).bands.some(({ worth }) => worth !== undefined)
    ? 'Points, 17/20, 91%, a letter or a word. '
    : 'Points, 17/20, 91% or a word. ';
  return (
    <Stack gap="xs" aria-live="polite">
      <Text variant="bodyMedium" style={{ color: c.soft }}>
        {touched ? `${capital(entry.said)}. ` : words}
        {touched && <Effect course={course} edits={editsOf(course.document, piece, entry)} />}
      </Text>
      {touched && offer && (
        <Button compact style={{ alignSelf: 'flex-start' }} onPress={() => onTake(offer)}>
          Or take it as {offer.said}
        </Button>
      )}
    </Stack>
  );
}

/** " → 84.1": the standing that a state would make; nothing where it stays as it is. */
function stateEffect(course: ShownCourse, piece: Assessment, status: Status, now: string): string {
  const edited = applyEdits(course.document, [setting(piece.id, { status, score: undefined })]);
  if (!edited.ok) return '';
  const [before, after] = [course.document, edited.course].map((document) => {
    const { outlooks, letters } = compute(document, now);
    return gradeWords(outlooks.standing, letters).percent;
  });
  return before === after ? '' : ` → ${after}`;
}

/** What edits would do to the standing. */
function Effect({ course, edits }: { course: ShownCourse; edits: readonly Edit[] }) {
  const now = useNow();
  const edited = applyEdits(course.document, edits);
  if (!edited.ok) return null;
  const target = targetChange(course.document, edited.course, now);
  return (
    <Text variant="bodyMedium" style={{ fontFamily: TEXT_STRONG }}>
      {standingChange(course.document, edited.course, now)}
      {target && `. ${target}`}
    </Text>
  );
}

/**
 * The edits that record a reading. What the piece is out of is known from then on, where it was written, and what its letter is worth, where
 * that was asked.
 */
function editsOf(
  course: Course,
  piece: Assessment,
  { set, possible, worthOf }: Omit<EntryReading, 'said'>,
): Edit[] {
  const isWritten = possible !== undefined;
  const record = setting(piece.id, {
    ...set,
    ...(isWritten && { possible, ...(piece.presumed && { presumed: undefined }) }),
  });
  return worthOf === undefined
    ? [record]
    : [changingScale(course, piece.id, (scale) => withWorths(scale, worthOf)), record];
}

function entryWords({ status, score }: EntrySet, piece: Assessment): string {
  if (!score) return STATE_WORDS.find((state) => state.status === status)?.word ?? 'nothing yet';
  return entryText({ ...piece, status, score });
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
