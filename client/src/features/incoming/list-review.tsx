import {
  listEdits,
  nodesIn,
  pieces,
  takenKey,
  type Category,
  type Compared,
  type Edit,
  type FieldDifference,
  type ListChoice,
  type OnlyThere,
  type Pair,
} from '@fidens/core';
import { useState, type ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { ChangePreview } from '@/course-ui/change-preview';
import type { CoursePageProps } from '@/model/course-page';
import { newId } from '@/model/new-id';
import { SPACE, TOUCH } from '@/theme/layout';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { CheckBox } from '@/ui/fields/check-box';
import { Choice } from '@/ui/fields/choice';
import { SelectField } from '@/ui/fields/select-field';
import { Fold } from '@/ui/fold';
import { onKeys } from '@/ui/keys';
import { Soft } from '@/ui/text';
import { toggled } from '@/ui/toggled';
import { dayWords, plural } from '@/wording/words';

/** One side of a difference, days as people write them. */
function sideWords({ field }: FieldDifference, side: string): string {
  return field === 'due' && side !== 'no day' ? isoDayWords(side) : side;
}

/** "2026-10-12" as "12 Oct". */
function isoDayWords(day: string): string {
  return dayWords(`${day}T12:00`);
}

/** What the other side is called. */
export interface ListWords {
  /** "at the school" */
  readonly there: string;
  /** "the school’s" */
  readonly whose: string;
  /** On the preview, and once it is done: "From the school’s list". */
  readonly from: string;
}

interface ListReviewProps extends CoursePageProps {
  compared: Compared;
  words: ListWords;
  isCurrent: boolean;
  /** Which piece rows are about, where that was said. */
  said: Readonly<Record<number, string | null>>;
  onSay: (line: number, piece: string | null) => void;
  onDone: () => void;
}

const FIELD_WORDS: Readonly<Record<FieldDifference['field'], string>> = {
  score: 'Score',
  possible: 'Out of',
  due: 'Due',
};

/** The school's list beside the record: what differs, what is only there, only here, and the same; each with its choice. */
export function ListReview({ course, compared, words, isCurrent, said, onSay, onDone }: ListReviewProps) {
  // What was chosen otherwise than it is proposed: the school's where nothing here speaks against it, else one's own.
  const [turned, setTurned] = useState<ReadonlySet<string>>(new Set());
  const [homes, setHomes] = useState<ReadonlyMap<number, string>>(new Map());
  const [isShown, setIsShown] = useState(false);
  const { document } = course;
  const { pairs, onlyThere, onlyHere } = compared;
  const turn = (key: string) => setTurned(toggled(turned, key));
  // Of what is doubtful nothing is taken unasked.
  const isTaken = (pair: Pair, difference: FieldDifference) =>
    (difference.isNews && pair.isSure) !== turned.has(takenKey(pair.piece, difference.field));
  const isAdded = ({ row, again }: OnlyThere) => (again === undefined) !== turned.has(`line ${row.line}`);
  const homeOf = ({ row, parent }: OnlyThere) => homes.get(row.line) ?? parent;
  const differing = pairs.filter(
    ({ differences, unclear }) => differences.length > 0 || unclear !== undefined,
  );
  const doubtful = pairs.filter((pair) => !pair.isSure && !differing.includes(pair));
  const same = pairs.filter((pair) => !differing.includes(pair));
  const taken = new Set(
    pairs.flatMap((pair) =>
      pair.differences.filter((each) => isTaken(pair, each)).map(({ field }) => takenKey(pair.piece, field)),
    ),
  );
  const isConfirmed = ({ piece, isSure, differences }: Pair) =>
    isSure || differences.some(({ field }) => taken.has(takenKey(piece, field)));
  const choice: ListChoice = {
    taken,
    added: new Map(onlyThere.filter(isAdded).map((each) => [each.node.id, homeOf(each)])),
    confirmed: new Set(pairs.filter(isConfirmed).map(({ piece }) => piece)),
  };
  const edits = listEdits(document, compared, choice, newId);
  const about = ({ row, piece }: Pair) => (
    <Row gap="s" align="end" wrap>
      <About course={course} line={row.line} value={piece} onSay={onSay} />
      <Button
        mode="outlined"
        compact
        accessibilityLabel={`Yes, this one is “${row.name}”`}
        onPress={() => onSay(row.line, piece)}
      >
        Yes, this one
      </Button>
    </Row>
  );
  return (
    <Stack gap="l" aria-busy={!isCurrent}>
      <Soft>
        {[
          `${same.length} the same`,
          `${plural(differing.length, 'differs', 'differ')}`,
          `${onlyThere.length} only there`,
          `${onlyHere.length} only here`,
        ].join(' · ')}
      </Soft>
      {differing.length > 0 && (
        <Group title="Different: which is right?">
          {differing.map((pair) => (
            <Item
              key={pair.row.line}
              title={pair.name}
              hint={pair.row.name === pair.name ? undefined : `“${pair.row.name}” there`}
            >
              {pair.differences.map((difference) => (
                <Stack key={difference.field} gap="xs">
                  <Choice
                    label={`${FIELD_WORDS[difference.field]} of ${pair.name}`}
                    value={isTaken(pair, difference) ? 'there' : 'here'}
                    options={[
                      {
                        value: 'here',
                        label: `${FIELD_WORDS[difference.field]} here: ${sideWords(difference, difference.here)}`,
                      },
                      { value: 'there', label: `${words.there}: ${sideWords(difference, difference.there)}` },
                    ]}
                    onChange={(side) => {
                      if ((side === 'there') !== isTaken(pair, difference))
                        turn(takenKey(pair.piece, difference.field));
                    }}
                  />
                </Stack>
              ))}
              {pair.unclear !== undefined && (
                <Soft>“{pair.unclear}” is not understood as a score, and left alone.</Soft>
              )}
              {!pair.isSure && about(pair)}
            </Item>
          ))}
        </Group>
      )}
      {doubtful.length > 0 && (
        <Group title="Is it this one?">
          {doubtful.map((pair) => (
            <Item key={pair.row.line} title={`“${pair.row.name}” there`}>
              {about(pair)}
            </Item>
          ))}
        </Group>
      )}
      {onlyThere.length > 0 && (
        <Group title={`Only ${words.there}`}>
          {onlyThere.map((each) => (
            <There
              key={each.row.line}
              course={course}
              there={each}
              isAdded={isAdded(each)}
              home={homeOf(each)}
              onTurn={() => turn(`line ${each.row.line}`)}
              onHome={(home) => setHomes(new Map(homes).set(each.row.line, home))}
              onSay={onSay}
              wasSaid={said[each.row.line] === null}
            />
          ))}
        </Group>
      )}
      {onlyHere.length > 0 && (
        <Fold
          title={`Only here: ${onlyHere.length}`}
          summary="Not entered there yet, or lost."
          startsOpen={onlyHere.some(({ isScored }) => isScored)}
        >
          {onlyHere.map(({ piece, name, isScored }) => (
            <Text key={piece} variant="bodyMedium">
              {name}
              {isScored ? ': it has a score here' : ''}
            </Text>
          ))}
        </Fold>
      )}
      {same.length > 0 && (
        <Fold title={`The same: ${same.length}`} summary={same.map(({ name }) => name).join(', ')}>
          {same.map((pair) => (
            <Text key={pair.row.line} variant="bodyMedium">
              {pair.name}
              {pair.row.name === pair.name ? '' : ` (“${pair.row.name}” there)`}
            </Text>
          ))}
        </Fold>
      )}
      {isShown ? (
        <ChangePreview
          course={course}
          edits={edits}
          title={words.from}
          button="Take it over"
          done={`Taken over: ${words.from.charAt(0).toLowerCase()}${words.from.slice(1)}`}
          onEnd={() => {
            setIsShown(false);
            onDone();
          }}
        />
      ) : (
        <TakeOver edits={edits} whose={words.whose} onPress={() => setIsShown(true)} />
      )}
    </Stack>
  );
}

interface TakeOverProps {
  edits: readonly Edit[];
  whose: string;
  onPress: () => void;
}

function TakeOver({ edits, whose, onPress }: TakeOverProps) {
  const c = useColours();
  // What is the same under another name is only remembered.
  const isNames = edits.every((edit) => edit.op === 'set' && Object.keys(edit.set).join() === 'listedAs');
  const { length } = edits;
  if (length === 0) return <Soft>Nothing is chosen to be taken over.</Soft>;
  return (
    <Pressable
      role="button"
      onPress={onPress}
      style={{
        minHeight: TOUCH,
        justifyContent: 'center',
        alignSelf: 'flex-start',
        backgroundColor: c.primary,
        borderRadius: 22,
        paddingHorizontal: SPACE.xl,
      }}
    >
      <Text variant="labelLarge" style={{ color: c.onPrimary }}>
        {isNames
          ? `Remember ${whose} ${plural(length, 'name')} for them`
          : `See what ${plural(length, 'change does', 'changes do')}`}
      </Text>
    </Pressable>
  );
}

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Stack gap="xs" role="group" aria-label={title}>
      <Text variant="titleSmall" role="heading" aria-level={3}>
        {title}
      </Text>
      {children}
    </Stack>
  );
}

function Item({ title, hint, children }: { title: string; hint?: string | undefined; children: ReactNode }) {
  const c = useColours();
  return (
    <View style={{ borderTopWidth: 1, borderColor: c.rule, paddingVertical: SPACE.s, gap: SPACE.xs }}>
      <Text variant="bodyMedium" style={{ fontFamily: TEXT_STRONG }}>
        {title}
      </Text>
      {hint !== undefined && <Soft>{hint}</Soft>}
      {children}
    </View>
  );
}

interface AboutProps extends CoursePageProps {
  line: number;
  /** The piece that the row is held for; empty where for none. */
  value: string;
  onSay: (line: number, piece: string | null) => void;
}

/** Which piece a row is about, where that is not sure. */
function About({ course, line, value, onSay }: AboutProps) {
  return (
    <SelectField
      label={`Which piece row ${line + 1} is about`}
      shown="It is about"
      value={value}
      options={[
        { value: '', label: 'none of mine' },
        ...pieces(course.document).map(({ id, name }) => ({ value: id, label: name })),
      ]}
      onChange={(piece) => onSay(line, piece === '' ? null : piece)}
    />
  );
}

interface ThereProps extends CoursePageProps {
  there: OnlyThere;
  isAdded: boolean;
  home: string;
  wasSaid: boolean;
  onTurn: () => void;
  onHome: (home: string) => void;
  onSay: AboutProps['onSay'];
}

/** A row that is about nothing here: a new piece, the same again, or not one's own. */
function There({ course, there: { row, node, again }, isAdded, home, onTurn, onHome, onSay }: ThereProps) {
  const c = useColours();
  const { document } = course;
  const groups = nodesIn(document.root).filter((each): each is Category => each.kind === 'category');
  const about = [
    row.entry !== '' && row.entry,
    `of ${node.possible}`,
    row.day !== undefined && isoDayWords(row.day),
  ]
    .filter(Boolean)
    .join(' · ');
  return (
    <View style={{ borderTopWidth: 1, borderColor: c.rule, paddingVertical: SPACE.s, gap: SPACE.xs }}>
      <Pressable
        role="checkbox"
        aria-checked={isAdded}
        aria-label={`Add ${row.name} as a new piece`}
        onPress={onTurn}
        {...onKeys({ ' ': onTurn })}
        style={{ minHeight: TOUCH, flexDirection: 'row', alignItems: 'center', gap: SPACE.m }}
      >
        <CheckBox isChecked={isAdded} />
        <View style={{ flex: 1, minWidth: 0 }}>
          <Text variant="bodyMedium">{row.name}</Text>
          <Soft>
            {again === undefined ? about : `${about} · looks like “${again}” again: entered twice?`}
          </Soft>
        </View>
      </Pressable>
      <Row gap="s" wrap>
        {isAdded && (
          <SelectField
            label={`Where ${row.name} goes`}
            shown="New in"
            value={home}
            options={groups.map(({ id, name }) => ({
              value: id,
              label: id === document.root.id ? 'no category yet' : name,
            }))}
            onChange={onHome}
          />
        )}
        <About course={course} line={row.line} value="" onSay={onSay} />
      </Row>
    </View>
  );
}
