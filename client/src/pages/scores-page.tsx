import { bandOf, decimalText, lettersOf, pieces, sharesOf, type Category, type Part } from '@fidens/core';
import { useEffect, useMemo, useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { Button, IconButton } from 'react-native-paper';
import { EffectPanel } from '@/course-ui/effect-panel';
import { PieceForm } from '@/course-ui/piece-form';
import { Refused, useRecordEdit } from '@/course-ui/record-edit';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import { Chosen } from '@/features/arrange/chosen';
import { NoStanding } from '@/features/scores/no-standing';
import { PieceRow } from '@/features/scores/piece-row';
import {
  FILTERS,
  scoreRows,
  SORTS,
  type Filter,
  type PieceOfList,
  type ScoreRow,
  type Sort,
} from '@/features/scores/score-rows';
import { ScoreTableHead, ScoreTableRow } from '@/features/scores/score-table';
import { OverTime } from '@/features/working/over-time';
import { compute } from '@/model/computed';
import type { CoursePageProps } from '@/model/course-page';
import { useRuleDraft } from '@/model/rule-draft';
import { useKeptState } from '@/storage/kept-state';
import { SPACE, TOUCH, useIsWide } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { Fold } from '@/ui/fold';
import { LinkButton } from '@/ui/link-button';
import { LongList } from '@/ui/long-list';
import { Panel } from '@/ui/panel';
import { Empty } from '@/ui/states';
import { Figure, SectionTitle, Soft } from '@/ui/text';
import { toggled } from '@/ui/toggled';
import { useReturn } from '@/ui/hooks/use-return';
import { categoryWords, countPieces, number, percent, plural } from '@/wording/words';

/** From this many pieces on a list is worth narrowing and ordering. */
const MANY = 8;

/** Every piece by category, with its score, its state and the field to record it; on a wide screen as a table. */
export function ScoresPage({ course: kept, beside = false }: CoursePageProps) {
  const now = useNow();
  const isTable = useIsWide() && !beside;
  const draft = useRuleDraft(kept);
  const { edit } = useRecordEdit(kept);
  const [openId, setOpenId] = useState<string>();
  // Who leaves the page has done with the row that is open; the rest is found as it was left.
  useEffect(() => () => setOpenId(undefined), []);
  const [filter, setFilter] = useState<Filter>('all');
  const [sort, setSort] = useState<Sort>('category');
  const [chosen, setChosen] = useState<ReadonlySet<string>>();
  const [away, setAway] = useKeptState<string[]>(`folded ${kept.id}`, [], isList);
  const folded = useMemo(() => new Set(away), [away]);
  // What is chosen is changed together, and waits as every changed rule does; meanwhile the list shows it changed.
  const course = chosen ? draft.course : kept;
  const { outlooks } = compute(course.document, now);
  const { width } = useWindowDimensions();
  const nameWidth = isTable ? NAME_COLUMN : Math.max(60, Math.min(width, ASIDE) - BESIDE_NAME);
  const { root } = course.document;
  const shares = useMemo(
    () => new Map([...sharesOf(outlooks.ceiling)].map(([{ node }, share]) => [node.id, share])),
    [outlooks],
  );
  const rows = useMemo(
    () =>
      scoreRows(root, outlooks.standing, {
        filter,
        sort,
        now,
        shares,
        folded: filter === 'all' && sort === 'category' ? folded : NONE,
      }),
    [root, outlooks, filter, sort, now, shares, folded],
  );
  const all = pieces(course.document);
  const there = new Set(all.map(({ id }) => id).filter((id) => chosen?.has(id)));
  const shown = rows.flatMap((row) => (row.kind === 'piece' ? [row.piece.id] : []));
  const pieceProps = (row: PieceOfList) => {
    const share = shares.get(row.piece.id);
    return {
      course,
      piece: row.piece,
      part: row.part,
      share: share && decimalText(share, 1),
      place: row.place,
      isOpen: openId === row.piece.id,
      onToggle: () => setOpenId((open) => (open === row.piece.id ? undefined : row.piece.id)),
      onStep: (to: 'next' | 'previous') => setOpenId(row[to]),
      choice: chosen && {
        isChosen: there.has(row.piece.id),
        onChoose: () => setChosen(toggled(there, row.piece.id)),
      },
    };
  };
  const draw = (row: ScoreRow) => {
    switch (row.kind) {
      case 'title':
        return (
          <CategoryTitle
            course={course}
            category={row.category}
            part={row.part}
            depth={row.depth}
            isFolded={folded.has(row.category.id)}
            onFold={() => setAway([...toggled(folded, row.category.id)])}
          />
        );
      case 'alone':
        return (
          <View style={{ paddingTop: SPACE.l }}>
            <SectionTitle>On their own</SectionTitle>
          </View>
        );
      case 'piece':
        return (
          <Indented depth={row.depth}>
            {isTable ? <ScoreTableRow {...pieceProps(row)} /> : <PieceRow {...pieceProps(row)} />}
          </Indented>
        );
      case 'promised':
        return (
          <Indented depth={row.depth}>
            <Promised category={row.category} count={row.count} />
          </Indented>
        );
      case 'add':
        return (
          <Indented depth={row.depth}>
            {!chosen && <AddPiece course={course} category={row.category} />}
          </Indented>
        );
    }
  };
  return (
    <Stack gap="l">
      {root.children.length === 0 && (
        <Empty
          title="Nothing listed yet"
          actions={
            <LinkButton href={`/new-course/${course.id}/categories`} mode="contained">
              Set it up in short steps
            </LinkButton>
          }
        >
          Copy the categories from the syllabus, or add a first piece here: it can be filed under its category
          later.
        </Empty>
      )}
      {all.length >= MANY && (
        <Fold title="Narrow, order, choose many" summary={listWords(filter, sort)}>
          <Choice label="Show" value={filter} options={FILTERS} onChange={setFilter} />
          <Choice label="Order" value={sort} options={SORTS} onChange={setSort} />
          <Button
            mode="outlined"
            style={{ alignSelf: 'flex-start' }}
            onPress={() => {
              setOpenId(undefined);
              setChosen(chosen ? undefined : new Set());
            }}
          >
            {chosen ? 'One by one again' : 'Choose many to change together'}
          </Button>
        </Fold>
      )}
      {root.children.length > 0 && !outlooks.standing.worth && (
        <NoStanding course={course.document} edit={edit} />
      )}
      {filter !== 'all' && shown.length === 0 && <Soft>There are none.</Soft>}
      <View>
        {isTable && shown.length > 0 && <ScoreTableHead isChoosing={!!chosen} />}
        <LongList rows={rows} heightOf={(row) => heightOf(row, nameWidth)} row={draw} held={openId} />
      </View>
      {chosen && (
        <Panel label="What is chosen" tone="primary" sticky>
          {there.size === 0 ? (
            <>
              <Soft>Choose pieces to move, change or delete together.</Soft>
              <Row gap="s" wrap>
                <Button mode="outlined" compact onPress={() => setChosen(new Set(shown))}>
                  {filter === 'all' ? 'Choose all' : `Choose these ${shown.length}`}
                </Button>
                <Button compact onPress={() => setChosen(undefined)}>
                  One by one again
                </Button>
              </Row>
            </>
          ) : (
            <Chosen
              course={course.document}
              edit={draft.edit}
              chosen={there}
              onNone={() => setChosen(new Set())}
            />
          )}
          <Refused>{draft.refused}</Refused>
          <EffectPanel draft={draft} />
        </Panel>
      )}
      {!beside && all.length > 1 && <OverTime course={course} />}
    </Stack>
  );
}

/** About how high each kind of row is, in pixels. */
const HEIGHTS: Record<ScoreRow['kind'], number> = { title: 76, alone: 44, piece: 56, promised: 44, add: 44 };

/** A row as high as its name needs, which is written out however long it is. */
function heightOf(row: ScoreRow, nameWidth: number): number {
  const least = HEIGHTS[row.kind];
  if (row.kind !== 'piece') return least;
  const lines = Math.ceil((row.piece.name.length * LETTER) / nameWidth);
  return least + LINE * (Math.max(1, lines) - 1);
}

/** About how wide a letter of a name is, and how high a line, in pixels. */
const LETTER = 7.4;
const LINE = 20;
/** What a row of a phone has beside its name. */
const BESIDE_NAME = 240;
/** Rows that are no table are at most so wide. */
const ASIDE = 720;
/** About how wide the column of names is in the table of a wide screen. */
const NAME_COLUMN = 230;

/** How the list is narrowed and ordered now, where it is. */
function listWords(filter: Filter, sort: Sort): string {
  const words = [
    filter !== 'all' && FILTERS.find(({ value }) => value === filter)!.label,
    sort !== 'category' && SORTS.find(({ value }) => value === sort)!.label.toLowerCase(),
  ].filter(Boolean);
  return words.join(', ') || 'All pieces, by category.';
}

/** What stands in a category in a category is set in. */
function Indented({ depth, children }: { depth: number; children: React.ReactNode }) {
  return depth <= 1 ? children : <View style={{ paddingLeft: (depth - 1) * SPACE.m }}>{children}</View>;
}

const NONE: ReadonlySet<string> = new Set();

function isList(value: unknown): value is string[] {
  return Array.isArray(value) && value.every((item) => typeof item === 'string');
}

interface CategoryTitleProps {
  isFolded: boolean;
  onFold: () => void;
  course: ShownCourse;
  category: Category;
  part: Part | undefined;
  depth: number;
}

/** A category's name and percent, how it adds up, and what is dropped now. */
function CategoryTitle({ course, category, part, depth, isFolded, onFold }: CategoryTitleProps) {
  return (
    <View style={{ paddingTop: SPACE.l, paddingBottom: SPACE.s, paddingLeft: (depth - 1) * SPACE.m }}>
      <SectionTitle
        level={depth + 1}
        end={
          <Row gap="xs" align="center">
            <Figure>{groupGrade(course, category, part)}</Figure>
            <IconButton
              icon={isFolded ? 'chevron-down' : 'chevron-up'}
              size={18}
              style={{ margin: 0 }}
              aria-expanded={!isFolded}
              accessibilityLabel={`Pieces of ${category.name}`}
              onPress={onFold}
            />
          </Row>
        }
      >
        {category.name}
      </SectionTitle>
      <Soft>
        {[
          category.weight !== undefined && `weight ${number(category.weight)}`,
          categoryWords(category),
          droppedWords(part),
          isFolded && `${plural(countPieces(category), 'piece')} put away`,
        ]
          .filter(Boolean)
          .join(' · ')}
      </Soft>
    </View>
  );
}

/** Which pieces are dropped now. */
function droppedWords(part: Part | undefined): string {
  const gone = part?.derivation?.parts.filter(
    ({ role }) => role === 'dropped lowest' || role === 'dropped highest',
  );
  return gone && gone.length > 0 ? `without ${gone.map(({ node }) => node.name).join(', ')} now` : '';
}

/** A category's percent; with a letter where it is a part of the course with categories of its own, such as a term's half. */
function groupGrade({ document }: ShownCourse, group: Category, part: Part | undefined): string {
  const value = part?.worth?.value;
  if (!value) return '–';
  const isHalf = group.children.some(({ kind }) => kind === 'category');
  const letter = isHalf ? `${bandOf(value, lettersOf(document.scale)).label} · ` : '';
  return `${letter}${percent(value)}%`;
}

/** How many more pieces the syllabus promises than are listed. */
function Promised({ category, count }: { category: Category; count: number }) {
  const c = useColours();
  return (
    <View style={{ minHeight: TOUCH, justifyContent: 'center', borderTopWidth: 1, borderColor: c.rule }}>
      <Soft>
        {plural(count, 'more piece')} promised by the syllabus, {number(category.planned?.possible ?? '100')}{' '}
        points each
      </Soft>
    </View>
  );
}

function AddPiece({ course, category }: { course: ShownCourse; category: Category }) {
  const [adding, setAdding] = useState(false);
  const { edit } = useRecordEdit(course);
  const opener = useReturn(adding);
  const isRoot = category.id === course.document.root.id;
  if (adding) return <PieceForm parent={category} edit={edit} onDone={() => setAdding(false)} />;
  return (
    <Button
      touchableRef={opener as never}
      icon="plus"
      compact
      style={{ alignSelf: 'flex-start' }}
      onPress={() => setAdding(true)}
      accessibilityLabel={isRoot ? 'Add a piece on its own' : `Add a piece to ${category.name}`}
    >
      {isRoot ? 'Add a piece on its own' : 'Add a piece'}
    </Button>
  );
}
