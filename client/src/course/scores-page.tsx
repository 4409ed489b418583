import {
  bandOf,
  decimalText,
  lettersOf,
  pieces,
  sharesOf,
  statusOf,
  type Assessment,
  type Category,
  type CourseNode,
  type Derivation,
  type Part,
} from '@fidens/core';
import { Link } from 'expo-router';
import { useMemo, useRef, useState } from 'react';
import { Pressable, View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import type { StoredCourse } from '../data/courses';
import { useNow } from '../data/session';
import { Choice } from '../parts/choice';
import { EntryField, type EntryStep } from '../parts/entry-field';
import { PieceForm } from '../parts/piece-form';
import { Empty } from '../parts/states';
import { Figure, SectionTitle, Soft, WordChip } from '../parts/words';
import { SPACE, TOUCH } from '../theme/layout';
import { TEXT_MEDIUM, TEXT_STRONG, useColours } from '../theme/paper-theme';
import { compute } from './computed';
import { OverTime } from './over-time';
import { PieceDetails } from './piece-details';
import { categoryWords, daysPast, number, percent, pieceState, plural, scoreWords } from './words';

export interface CoursePageProps {
  course: StoredCourse;
  /** Standing beside another page on a wide screen. */
  beside?: boolean;
}

/** Every piece by category, with its score, its state and the field to record it. */
export function ScoresPage({ course, beside = false }: CoursePageProps) {
  const now = useNow();
  const { outlooks } = compute(course.document, now);
  const [openId, setOpenId] = useState<string>();
  const [filter, setFilter] = useState<Filter>('all');
  const { root } = course.document;
  const shows = (piece: Assessment) => SHOWS[filter](piece, now);
  const shares = useMemo(() => sharesById(outlooks.ceiling), [outlooks]);
  const row = (piece: Assessment, part: Part | undefined, siblings: readonly Assessment[]) => (
    <PieceRow
      key={piece.id}
      course={course}
      piece={piece}
      part={part}
      share={shares.get(piece.id)}
      isOpen={openId === piece.id}
      onToggle={() => setOpenId((open) => (open === piece.id ? undefined : piece.id))}
      onStep={(to) => setOpenId(siblings[siblings.indexOf(piece) + (to === 'next' ? 1 : -1)]?.id)}
    />
  );
  return (
    <View style={{ gap: SPACE.xl }}>
      {root.children.length === 0 && (
        <Empty
          title="Nothing listed yet"
          actions={
            <Link href={`/new-course/${course.id}/categories`} asChild>
              <Button mode="contained">Set it up in short steps</Button>
            </Link>
          }
        >
          Copy the categories from the syllabus, or add a first piece here: it can be filed under its category
          later.
        </Empty>
      )}
      {pieces(course.document).length >= MANY && (
        <Choice label="Show" value={filter} options={FILTERS} onChange={setFilter} />
      )}
      {filter !== 'all' && !pieces(course.document).some(shows) && <Soft>There are none.</Soft>}
      <CategoryScores
        course={course}
        category={root}
        derivation={outlooks.standing}
        row={row}
        shows={shows}
        isWhole={filter === 'all'}
        depth={0}
      />
      {!beside && pieces(course.document).length > 1 && <OverTime course={course.document} />}
    </View>
  );
}

/** How much of the course's 100 points each piece is, once everything is settled. */
function sharesById(ceiling: Derivation): ReadonlyMap<string, string> {
  return new Map(
    [...sharesOf(ceiling)].map(([{ node }, share]) => [node.id, `${decimalText(share, 1)} of 100`]),
  );
}

/** From this many pieces on a list is worth narrowing. */
const MANY = 8;

const FILTERS = [
  { value: 'all', label: 'All' },
  { value: 'open', label: 'Without a score' },
  { value: 'past due', label: 'Past due' },
  { value: 'noted', label: 'With a note' },
] as const;
type Filter = (typeof FILTERS)[number]['value'];

const SHOWS: Record<Filter, (piece: Assessment, now: string) => boolean> = {
  all: () => true,
  open: (piece) => statusOf(piece) === 'open' || statusOf(piece) === 'awaiting',
  'past due': (piece, now) => daysPast(piece, now) > 0,
  noted: ({ note }) => note !== undefined,
};

interface CategoryScoresProps {
  course: StoredCourse;
  category: Category;
  derivation: Derivation | undefined;
  row: (piece: Assessment, part: Part | undefined, siblings: readonly Assessment[]) => React.ReactNode;
  shows: (piece: Assessment) => boolean;
  /** Nothing is filtered out. */
  isWhole: boolean;
  depth: number;
}

function CategoryScores({ course, category, derivation, row, shows, isWhole, depth }: CategoryScoresProps) {
  const c = useColours();
  const part = (node: CourseNode) => derivation?.parts.find((candidate) => candidate.node.id === node.id);
  const value = derivation?.worth?.value;
  const promised =
    derivation?.parts.filter(({ node }) => node.kind === 'piece' && node.origin === 'promised').length ?? 0;
  const isRoot = depth === 0;
  const own = category.children.filter(
    (child): child is Assessment => child.kind === 'assessment' && shows(child),
  );
  const groups = category.children.filter(
    (child): child is Category => child.kind === 'category' && (isWhole || hasShown(child, shows)),
  );
  return (
    <View style={{ gap: SPACE.l, paddingLeft: depth > 1 ? SPACE.m : 0 }}>
      {groups.map((group) => (
        <View key={group.id} style={{ gap: SPACE.s }}>
          <SectionTitle level={depth + 2} end={<Figure>{groupGrade(course, group, part(group))}</Figure>}>
            {group.name}
          </SectionTitle>
          <Soft style={{ marginTop: -SPACE.s }}>
            {[
              group.weight !== undefined && `weight ${number(group.weight)}`,
              categoryWords(group),
              droppedWords(part(group)?.derivation),
            ]
              .filter(Boolean)
              .join(' · ')}
          </Soft>
          <CategoryScores
            course={course}
            category={group}
            derivation={part(group)?.derivation}
            row={row}
            shows={shows}
            isWhole={isWhole}
            depth={depth + 1}
          />
        </View>
      ))}
      <View>
        {isRoot && groups.length > 0 && own.length > 0 && <SectionTitle>On their own</SectionTitle>}
        {own.map((piece) => row(piece, part(piece), own))}
        {isWhole && promised > 0 && (
          <View
            style={{ minHeight: TOUCH, justifyContent: 'center', borderTopWidth: 1, borderColor: c.rule }}
          >
            <Soft>
              {plural(promised, 'more piece')} promised by the syllabus,{' '}
              {number(category.planned?.possible ?? '100')} points each
            </Soft>
          </View>
        )}
        {isWhole && <AddPiece course={course} category={category} />}
        {isRoot && value === undefined && groups.length > 0 && (
          <Soft>No score counts yet, so there is no standing.</Soft>
        )}
      </View>
    </View>
  );
}

function hasShown(category: Category, shows: (piece: Assessment) => boolean): boolean {
  return category.children.some((child) =>
    child.kind === 'category' ? hasShown(child, shows) : shows(child),
  );
}

/** Which pieces are dropped now. */
function droppedWords(derivation: Derivation | undefined): string {
  const gone = derivation?.parts.filter(
    ({ role }) => role === 'dropped lowest' || role === 'dropped highest',
  );
  return gone && gone.length > 0 ? `without ${gone.map(({ node }) => node.name).join(', ')} now` : '';
}

/** A category's percent; with a letter where it is a part of the course with categories of its own, such as a term's half. */
function groupGrade({ document }: StoredCourse, group: Category, part: Part | undefined): string {
  const value = part?.worth?.value;
  if (!value) return '–';
  const isHalf = group.children.some(({ kind }) => kind === 'category');
  const letter = isHalf ? `${bandOf(value, lettersOf(document.scale)).label} · ` : '';
  return `${letter}${percent(value)}%`;
}

function AddPiece({ course, category }: { course: StoredCourse; category: Category }) {
  const [adding, setAdding] = useState(false);
  if (adding) return <PieceForm course={course} parent={category} onDone={() => setAdding(false)} />;
  return (
    <Button
      icon="plus"
      compact
      style={{ alignSelf: 'flex-start' }}
      onPress={() => setAdding(true)}
      accessibilityLabel={
        category.id === course.document.root.id ? 'Add a piece on its own' : `Add a piece to ${category.name}`
      }
    >
      Add a piece
    </Button>
  );
}

interface PieceRowProps {
  course: StoredCourse;
  piece: Assessment;
  /** Its part in the standing; nothing where it is not counted. */
  part: Part | undefined;
  isOpen: boolean;
  onToggle: () => void;
  /** Goes on to the piece before or after it; where there is none, the field closes. */
  onStep?: (to: 'next' | 'previous') => void;
  /** How much of the course it is, in words. */
  share?: string | undefined;
  /** Where it stands, in a list across courses. */
  place?: string;
  /** Whether it may turn out to be no work of this student's. */
  canBeOthers?: boolean;
}

/** One piece: a touch opens the field for its score right there. */
export function PieceRow({
  course,
  piece,
  part,
  isOpen,
  onToggle,
  onStep,
  share,
  place,
  canBeOthers = false,
}: PieceRowProps) {
  const button = useRef<{ focus: () => void }>(null);
  const done = (to: EntryStep) => {
    if (to !== 'back' && onStep) return onStep(to);
    onToggle();
    button.current?.focus();
  };
  const c = useColours();
  const now = useNow();
  const state = pieceState(piece, part, now);
  const value = part?.worth?.value;
  const under = [place, share, piece.extraCredit && 'extra credit'].filter(Boolean).join(' · ');
  const quiet = state?.tone === 'quiet' && state.words !== 'waiting';
  return (
    <View
      style={{
        borderTopWidth: 1,
        borderColor: c.rule,
        backgroundColor: isOpen ? c.tint : 'transparent',
        borderRadius: isOpen ? 16 : 0,
        marginHorizontal: isOpen ? -SPACE.s : 0,
        paddingHorizontal: isOpen ? SPACE.s : 0,
      }}
    >
      <Pressable
        ref={button as never}
        role="button"
        aria-expanded={isOpen}
        aria-label={`${piece.name}: ${scoreWords(piece)}${state ? `, ${state.words}` : ''}${place ? `, ${place}` : ''}. Record a score`}
        onPress={onToggle}
        style={{
          minHeight: 52,
          flexDirection: 'row',
          alignItems: 'center',
          gap: SPACE.m,
          paddingVertical: SPACE.s,
        }}
      >
        <View style={{ flex: 1, minWidth: 0 }}>
          <Text
            variant="bodyMedium"
            numberOfLines={2}
            style={{ color: quiet ? c.soft : c.ink, fontFamily: isOpen ? TEXT_STRONG : undefined }}
          >
            {piece.name}
          </Text>
          {under !== '' && (
            <Text variant="bodySmall" numberOfLines={3} style={{ color: c.soft }}>
              {under}
            </Text>
          )}
        </View>
        <View style={{ alignItems: 'flex-end' }}>
          <Text variant="bodyMedium" style={{ color: quiet ? c.soft : c.ink, fontFamily: TEXT_MEDIUM }}>
            {piece.score ? scoreWords(piece) : `— / ${number(piece.possible)}`}
          </Text>
          {value && piece.score && (
            <Text variant="bodySmall" style={{ color: c.soft }}>
              {percent(value)}%
            </Text>
          )}
        </View>
        <View style={{ width: 112, alignItems: 'flex-end' }}>
          {state &&
            (state.tone === 'plain' ? (
              <Text variant="bodySmall" style={{ color: c.soft }}>
                {state.words}
              </Text>
            ) : (
              <WordChip tone={state.tone}>{state.words}</WordChip>
            ))}
        </View>
      </Pressable>
      {isOpen && (
        <View style={{ paddingBottom: SPACE.m }}>
          <EntryField course={course} piece={piece} onDone={done} canBeOthers={canBeOthers} />
          <PieceDetails course={course} piece={piece} part={part} />
        </View>
      )}
    </View>
  );
}
