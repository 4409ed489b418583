import {
  statusOf,
  type Assessment,
  type Category,
  type CourseNode,
  type Derivation,
  type Part,
  type Rational,
} from '@fidens/core';
import { byDue, daysPast } from '@/wording/words';

/** One row of a course's scores; all rows in one list, so that only those in sight need be drawn. */
export type ScoreRow =
  | { kind: 'title'; key: string; category: Category; part: Part | undefined; depth: number }
  | { kind: 'alone'; key: string }
  | PieceOfList
  | { kind: 'promised'; key: string; category: Category; count: number; depth: number }
  | { kind: 'add'; key: string; category: Category; depth: number };

export interface PieceOfList {
  kind: 'piece';
  key: string;
  piece: Assessment;
  /** Its part in the standing; nothing where it is not counted. */
  part: Part | undefined;
  depth: number;
  /** The pieces that Enter and the arrows lead to. */
  previous?: string | undefined;
  next?: string | undefined;
  /** Where it stands, in a list that is not by category. */
  place?: string;
}

export const FILTERS = [
  { value: 'all', label: 'All' },
  { value: 'open', label: 'Without a score' },
  { value: 'past due', label: 'Past due' },
  { value: 'noted', label: 'With a note' },
] as const;
export type Filter = (typeof FILTERS)[number]['value'];

const SHOWS: Record<Filter, (piece: Assessment, now: string) => boolean> = {
  all: () => true,
  open: (piece) => statusOf(piece) === 'open' || statusOf(piece) === 'awaiting',
  'past due': (piece, now) => daysPast(piece, now) > 0,
  noted: ({ note }) => note !== undefined,
};

export const SORTS = [
  { value: 'category', label: 'By category' },
  { value: 'due', label: 'By due day' },
  { value: 'name', label: 'By name' },
  { value: 'score', label: 'Weakest first' },
  { value: 'best', label: 'Best first' },
  { value: 'share', label: 'Largest share first' },
] as const;
export type Sort = (typeof SORTS)[number]['value'];

export interface RowsOptions {
  /** Categories that are put away: of them only the title is a row. */
  readonly folded: ReadonlySet<string>;
  readonly filter: Filter;
  readonly sort: Sort;
  /** The moment at which past due is judged. */
  readonly now: string;
  /** How much of the course each piece is, in points of 100. */
  readonly shares: ReadonlyMap<string, Rational>;
}

/**
 * The rows of a course's scores: by category with their titles, or all pieces in one order.
 *
 * @param standing - the derivation of the standing
 */
export function scoreRows(
  root: Category,
  standing: Derivation | undefined,
  options: RowsOptions,
): ScoreRow[] {
  const rows = rowsIn(root, standing, 0, options);
  return options.sort === 'category' ? goingOn(rows) : sorted(rows, root, options);
}

/** From the last piece of a category Enter leads on to the next one that is still open, wherever it stands below. */
function goingOn(rows: readonly ScoreRow[]): ScoreRow[] {
  let open: string | undefined;
  const going = [...rows].reverse().map((row) => {
    if (row.kind !== 'piece') return row;
    const next = row.next ?? open;
    const status = statusOf(row.piece);
    if (status === 'open' || status === 'awaiting') open = row.piece.id;
    return { ...row, next };
  });
  return going.reverse();
}

function rowsIn(
  category: Category,
  derivation: Derivation | undefined,
  depth: number,
  options: RowsOptions,
): ScoreRow[] {
  const { filter, now } = options;
  const shows = (piece: Assessment) => SHOWS[filter](piece, now);
  const parts = new Map(derivation?.parts.map((part) => [part.node.id, part]));
  const rows: ScoreRow[] = [];
  const groups = category.children.filter(
    (child): child is Category => child.kind === 'category' && (filter === 'all' || holds(child, shows)),
  );
  for (const group of groups) {
    const part = parts.get(group.id);
    rows.push({ kind: 'title', key: group.id, category: group, part, depth: depth + 1 });
    if (!options.folded.has(group.id)) rows.push(...rowsIn(group, part?.derivation, depth + 1, options));
  }
  const own = category.children.filter(
    (child): child is Assessment => child.kind === 'assessment' && shows(child),
  );
  if (depth === 0 && groups.length > 0 && own.length > 0) rows.push({ kind: 'alone', key: 'alone' });
  own.forEach((piece, index) =>
    rows.push({
      kind: 'piece',
      key: piece.id,
      piece,
      part: parts.get(piece.id),
      depth,
      previous: own[index - 1]?.id,
      next: own[index + 1]?.id,
    }),
  );
  if (filter !== 'all') return rows;
  const promised =
    derivation?.parts.filter(({ node }) => node.kind === 'piece' && node.origin === 'promised').length ?? 0;
  if (promised > 0)
    rows.push({ kind: 'promised', key: `promised ${category.id}`, category, count: promised, depth });
  rows.push({ kind: 'add', key: `add ${category.id}`, category, depth });
  return rows;
}

function holds(category: Category, shows: (piece: Assessment) => boolean): boolean {
  return category.children.some((child) => (child.kind === 'category' ? holds(child, shows) : shows(child)));
}

/** Every piece in one order; what the order says nothing of stands at the end, as in the syllabus. */
function sorted(rows: readonly ScoreRow[], root: Category, { sort, shares }: RowsOptions): PieceOfList[] {
  const found = rows.filter((row): row is PieceOfList => row.kind === 'piece');
  const worth = ({ piece, part }: PieceOfList) => (piece.score ? part?.worth?.value : undefined);
  const compare: Record<Sort, (a: PieceOfList, b: PieceOfList) => number> = {
    category: () => 0,
    due: (a, b) => byDue(a.piece, b.piece),
    name: (a, b) => a.piece.name.localeCompare(b.piece.name, undefined, { numeric: true }),
    score: (a, b) => lowFirst(worth(a), worth(b)),
    best: (a, b) => lowFirst(worth(b), worth(a), -1),
    share: (a, b) => lowFirst(shares.get(b.piece.id), shares.get(a.piece.id), -1),
  };
  const places = placesIn(root);
  const ordered = found.sort(compare[sort]);
  return ordered.map((row, index) => ({
    ...row,
    depth: 0,
    place: places.get(row.piece.id) ?? '',
    previous: ordered[index - 1]?.piece.id,
    next: ordered[index + 1]?.piece.id,
  }));
}

/** Orders by value; what has none stands after all others, or, where `without` is −1, before them. */
function lowFirst(a: Rational | undefined, b: Rational | undefined, without: 1 | -1 = 1): number {
  if (!a || !b) return a ? -without : b ? without : 0;
  return a.compare(b);
}

function placesIn(root: Category): Map<string, string> {
  const places = new Map<string, string>();
  const visit = (node: CourseNode, above: readonly string[]) => {
    if (node.kind === 'assessment') places.set(node.id, above.join(' · '));
    else node.children.forEach((child) => visit(child, node === root ? [] : [...above, node.name]));
  };
  visit(root, []);
  return places;
}
