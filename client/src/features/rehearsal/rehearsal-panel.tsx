import {
  decimalText,
  entryText,
  find,
  readEntry,
  scaleFor,
  setting,
  statusOf,
  type Assessment,
  type Course,
  type CourseNode,
  type Entry,
  type Try,
} from '@fidens/core';
import { memo, useMemo, useState } from 'react';
import { TextInput, View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import type { ShownCourse } from '@/data/answers';
import { currentTries } from '@/data/current-tries';
import { useNow } from '@/data/now';
import { compute } from '@/model/computed';
import { treeRows } from '@/model/moving';
import { useChange } from '@/model/use-change';
import { SPACE } from '@/theme/layout';
import { TEXT, TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { APART } from '@/ui/fields/apart';
import { NumberRule } from '@/ui/fields/number-rule';
import { Fold } from '@/ui/fold';
import { SectionTitle, Soft, Wrong } from '@/ui/text';
import { useLatest } from '@/ui/hooks/use-latest';
import { number, scoreWords, shortened, WEIGHT_WANTED } from '@/wording/words';
import type { RehearsalNow } from './rehearsal';

interface RehearsalProps {
  /** The course as it is recorded. */
  course: ShownCourse;
  /** What is tried on one piece or category from now on. */
  set: RehearsalNow['set'];
}

/** Scores tried on any piece, and weights on anything: everything above answers at once, and the record stays as it is. */
export const RehearsalPanel = memo(function RehearsalPanel({ course, set }: RehearsalProps) {
  const { document } = course;
  const rows = useMemo(() => treeRows(document.root), [document]);
  const pieces = rows.flatMap(({ node }) => (node.kind === 'assessment' ? [node] : []));
  const open = pieces.filter((piece) => statusOf(piece) === 'open' || statusOf(piece) === 'awaiting');
  const settled = pieces.filter((piece) => !open.includes(piece));
  const weighed = rows.filter(({ node, parent }) => parent.combine === 'weights' && node.counted !== false);
  return (
    <Stack gap="s">
      <SectionTitle>Rehearse</SectionTitle>
      <Soft>Try scores: everything on this page answers, and the record stays as it is.</Soft>
      <Tries course={course} set={set} pieces={open} />
      {settled.length > 0 && (
        <Fold title="Try another score on what is settled" summary="A better one, or without it altogether.">
          <Tries course={course} set={set} pieces={settled} />
        </Fold>
      )}
      {weighed.length > 0 && (
        <Fold title="Try other weights" summary="What if the exam counted more?">
          <Row gap="s" wrap>
            {weighed.map(({ node }) => (
              <WeightTry key={node.id} courseId={course.id} node={node} set={set} />
            ))}
          </Row>
        </Fold>
      )}
    </Stack>
  );
});

/** What is tried on one piece or category; told again only when that is another. */
function useTry(courseId: string, id: string): Try | undefined {
  return currentTries.usePart(courseId, (tries) => tries.find((each) => each.id === id));
}

/** Pieces shown before all of them are asked for. */
const FIRST = 10;

function Tries({ pieces, course, set }: RehearsalProps & { pieces: readonly Assessment[] }) {
  const now = useNow();
  const [all, setAll] = useState(false);
  const shown = all ? pieces : pieces.slice(0, FIRST);
  return (
    <View role="list" aria-label="Pieces to try scores on">
      {shown.map((piece) => (
        <PieceTry
          key={piece.id}
          course={course}
          piece={piece}
          usual={usualWords(course, piece, now)}
          set={set}
        />
      ))}
      {pieces.length > shown.length && (
        <Button compact style={{ alignSelf: 'flex-start' }} onPress={() => setAll(true)}>
          All {pieces.length} pieces
        </Button>
      )}
    </View>
  );
}

interface PieceTryProps {
  course: ShownCourse;
  piece: Assessment;
  /** What stands recorded, or what is usual. */
  usual: string;
  set: RehearsalNow['set'];
}

/** A try's field. */
const TRY = { width: 104, height: 48 };

/** One piece to try scores on; drawn again only when something else is tried on it. */
const PieceTry = memo(function PieceTry({ course, piece, usual, set }: PieceTryProps) {
  const tried = useTry(course.id, piece.id);
  const c = useColours();
  const change = useChange(course);
  const kept = tried?.entry ? entryText({ ...piece, ...tried.entry }) : '';
  const [text, setText] = useState(kept);
  const [told, setTold] = useState(kept);
  // What is tried changed elsewhere: by undo, or by another rehearsal.
  if (told !== kept) {
    setTold(kept);
    setText(kept);
  }
  const entry = trialOf(text, piece, course.document);
  const type = (next: string) => {
    setText(next);
    const read = trialOf(next, piece, course.document);
    if (read?.kind === 'unclear') return;
    const nextEntry = read && entryOf(read.set);
    setTold(nextEntry ? entryText({ ...piece, ...nextEntry }) : '');
    set({ ...tried, id: piece.id, entry: nextEntry });
  };
  const leaveOut = useLatest(() =>
    set({ ...tried, id: piece.id, counted: tried?.counted === false ? undefined : false }),
  );
  const record = useLatest(() => {
    const { status, score } = tried!.entry!;
    change([setting(piece.id, { status, score })], `${piece.name}: ${kept}, recorded`);
    set({ ...tried, id: piece.id, entry: undefined });
  });
  const takeBack = useLatest(() => set({ id: piece.id }));
  return (
    <View
      role="listitem"
      style={{
        paddingVertical: SPACE.s,
        borderTopWidth: 1,
        borderColor: c.rule,
        gap: SPACE.xs,
      }}
    >
      <Row gap="m" align="center">
        <View style={{ flex: 1, minWidth: 0 }}>
          <Text variant="bodyMedium" style={{ fontFamily: tried ? TEXT_STRONG : undefined }}>
            {piece.name}
          </Text>
          <Text variant="bodySmall" style={{ color: c.soft }}>
            {usual}
          </Text>
        </View>
        <View style={[APART.around, TRY]}>
          <TextInput
            aria-label={`Try a score on ${piece.name}`}
            aria-invalid={entry?.kind === 'unclear'}
            value={text}
            onChangeText={type}
            placeholder={`of ${number(piece.possible)}`}
            placeholderTextColor={c.soft}
            autoCapitalize="characters"
            autoCorrect={false}
            style={{
              ...APART.field,
              ...TRY,
              paddingHorizontal: SPACE.l,
              borderWidth: tried ? 1.5 : 1,
              borderStyle: 'dashed',
              borderColor: entry?.kind === 'unclear' ? c.error : tried ? c.primary : c.segment,
              borderRadius: 4,
              outlineColor: c.primary,
              backgroundColor: tried ? c.tint : c.card,
              color: c.ink,
              fontFamily: text === '' ? TEXT : TEXT_STRONG,
              fontSize: 16,
            }}
          />
        </View>
      </Row>
      {entry?.kind === 'unclear' && <Wrong>{entry.said}</Wrong>}
      {tried && (
        <TryButtons
          name={piece.name}
          isLeftOut={tried.counted === false}
          hasEntry={tried.entry !== undefined}
          leaveOut={leaveOut}
          record={record}
          takeBack={takeBack}
        />
      )}
      {!tried && piece.score && (
        <Button
          compact
          style={{ alignSelf: 'flex-start' }}
          accessibilityLabel={`without it: ${piece.name}`}
          onPress={() => set({ id: piece.id, counted: false })}
        >
          without it
        </Button>
      )}
    </View>
  );
});

interface TryButtonsProps {
  name: string;
  isLeftOut: boolean;
  hasEntry: boolean;
  leaveOut: () => void;
  record: () => void;
  takeBack: () => void;
}

/** What can be done with a try; the same while its score is typed. */
const TryButtons = memo(function TryButtons(props: TryButtonsProps) {
  const { name, isLeftOut, hasEntry, leaveOut, record, takeBack } = props;
  return (
    <Row gap="xs" wrap>
      <Button compact mode={isLeftOut ? 'contained-tonal' : 'outlined'} onPress={leaveOut}>
        {isLeftOut ? 'count it again' : 'without it'}
      </Button>
      {hasEntry && (
        <Button compact mode="outlined" accessibilityLabel={`record it: the try on ${name}`} onPress={record}>
          record it
        </Button>
      )}
      <Button compact accessibilityLabel={`as recorded: ${name}`} onPress={takeBack}>
        as recorded
      </Button>
    </Row>
  );
});

/** What is typed as a try. It changes no piece, so of a fraction of another whole its percent is tried. */
function trialOf(
  text: string,
  piece: Assessment,
  course: Course,
): Exclude<Entry, { kind: 'asks' }> | undefined {
  const entry = text.trim() === '' ? undefined : readEntry(text, piece, scaleFor(course, piece.id));
  if (entry?.kind !== 'asks') return entry;
  // Trying is no record: a bare number is points, and of another whole its percent is tried.
  const fitting = entry.readings.filter(
    ({ possible, worthOf }) => possible === undefined && worthOf === undefined,
  );
  const reading = fitting.find(({ set: { score } }) => score && 'points' in score) ?? fitting[0];
  if (!reading) return { kind: 'unclear', said: `${entry.said} It stands under Rules, Grading scale.` };
  return { kind: 'set', set: reading.set, said: reading.said };
}

function entryOf({ status, score }: Extract<Entry, { kind: 'set' }>['set']): NonNullable<Try['entry']> {
  return { status, ...(score && { score }) };
}

/** What stands recorded, or what is usual for open work. */
function usualWords(course: ShownCourse, piece: Assessment, now: string): string {
  if (piece.score) return `recorded ${scoreWords(piece)}`;
  const status = statusOf(piece);
  if (status === 'missing' || status === 'excused') return status;
  const { plan, forecastOf } = compute(course.document, now).outlooks;
  const planned = plan.pieces.find(({ id }) => id === piece.id);
  const usual = planned && forecastOf(planned);
  return usual ? `usual ${decimalText(usual.mul(planned.size), 1)} of ${number(piece.possible)}` : 'open';
}

interface WeightTryProps {
  courseId: string;
  node: CourseNode;
  set: RehearsalNow['set'];
}

function WeightTry({ courseId, node, set }: WeightTryProps) {
  const tried = useTry(courseId, node.id);
  return (
    <NumberRule
      label={`Try a weight on ${node.name}`}
      shown={shortened(node.name, 14)}
      value={tried?.weight ?? node.weight}
      wants={WEIGHT_WANTED}
      width={132}
      onType={(text) => {
        if (text !== undefined) tryWeight(text);
      }}
      onKeep={(text) => tryWeight(text)}
    />
  );

  function tryWeight(weight: string | undefined): void {
    const same = weight === undefined || weight === '' || weight === node.weight;
    set({ ...tried, id: node.id, weight: same ? undefined : weight });
  }
}

/** What is tried, in words: "Final exam 73 of 80". */
export function triesWords({ document }: ShownCourse, tries: readonly Try[]): string {
  return tries
    .flatMap(({ id, entry, counted, weight }) => {
      const node = find(document, id)?.node;
      if (!node) return [];
      const score =
        entry && node.kind === 'assessment' ? entryText({ ...node, ...entry }) || 'nothing yet' : '';
      const parts = [
        score,
        counted === false && 'without it',
        weight !== undefined && `weight ${number(weight)}`,
      ];
      return [`${node.name} ${parts.filter(Boolean).join(', ')}`];
    })
    .join(' · ');
}
