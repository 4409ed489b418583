import {
  statusOf,
  type Assessment,
  type Category,
  type Course,
  type CourseNode,
  type Score,
} from '../../document/course';
import { readEntry, type EntrySet } from '../../document/entry';
import { scaleFor, scaleNamed } from '../../document/scale';
import { find, isDeduction, nodesIn, pieces } from '../../document/tree';
import { shortestDecimal } from '../../numbers/decimal';
import { fractionOfPercent, rational, type Rational } from '../../numbers/rational';
import { nameLikeness, nameOf, type Match } from './match';
import type { Compared, FieldDifference, OnlyThere, Pair } from './choice';
import { innermost } from '../../formats/category-path';
import { momentOfRow, pieceOfRow } from '../../incoming/piece-of-row';
import type { ListRow } from '../../incoming/rows';

/**
 * Holds a school's list against the record, row by row.
 *
 * @param matches - which row is about which piece
 */
export function compareList(course: Course, rows: readonly ListRow[], matches: readonly Match[]): Compared {
  const byRow = new Map(matches.map((match) => [match.row, match]));
  const pairs: Pair[] = [];
  const left: ListRow[] = [];
  rows.forEach((row, index) => {
    const match = byRow.get(index);
    const node = match && find(course, match.piece)?.node;
    if (!match || node?.kind !== 'assessment') left.push(row);
    else
      pairs.push({
        row,
        piece: node.id,
        name: node.name,
        isSure: match.isSure,
        ...differencesOf(course, node, row),
      });
  });
  const matched = new Set(pairs.map(({ piece }) => piece));
  const seen = pairs.map(({ row }) => row);
  const onlyThere = left.map((row): OnlyThere => {
    const again = seen.find((other) => isAgain(row, other));
    seen.push(row);
    return { row, ...newPiece(course, row, `line ${row.line}`), ...(again && { again: again.name }) };
  });
  const onlyHere = pieces(course)
    .filter((piece) => !matched.has(piece.id) && !isDeduction(piece))
    .map((piece) => ({ piece: piece.id, name: piece.name, isScored: statusOf(piece) === 'scored' }));
  return { pairs, onlyThere, onlyHere };
}

function differencesOf(
  course: Course,
  piece: Assessment,
  row: ListRow,
): { readonly differences: readonly FieldDifference[]; readonly unclear?: string } {
  const differences: FieldDifference[] = [];
  const { possible } = row;
  const isOther =
    possible !== undefined && (piece.presumed || rational(possible).compare(rational(piece.possible)) !== 0);
  if (isOther && !isDeduction(piece))
    differences.push({
      field: 'possible',
      here: piece.presumed ? 'not said' : piece.possible,
      there: shortestDecimal(possible),
      isNews: piece.presumed === true,
      set: { possible: shortestDecimal(possible), presumed: undefined },
    });
  const read = row.saysScore ? readRowScore(course, piece, row) : undefined;
  if (read && 'set' in read) {
    const other = otherScore(course, piece, row, read.set);
    if (other) differences.push(other);
  }
  const due =
    row.day === undefined
      ? undefined
      : momentOfRow(row, piece.due === undefined ? undefined : new Date(piece.due));
  const own = piece.extended ?? piece.due;
  if (due !== undefined && (own === undefined || dayOf(own) !== row.day))
    differences.push({
      field: 'due',
      here: own === undefined ? 'no day' : dayOf(own),
      there: row.day!,
      isNews: own === undefined,
      set: piece.extended === undefined ? { due } : { due, extended: undefined },
    });
  return { differences, ...(read && 'unclear' in read && { unclear: read.unclear }) };
}

/** What a row's entry says of a piece, by the grammar of what is typed for it. */
function readRowScore(
  course: Course,
  piece: Assessment,
  row: ListRow,
): { readonly set: EntrySet } | { readonly unclear: string } {
  const { score: _score, ...unscored } = piece;
  const asked: Assessment =
    row.possible === undefined || isDeduction(piece) ? unscored : { ...unscored, possible: row.possible };
  const entry = readEntry(row.entry, asked, scaleFor(course, piece.id));
  // A number that is a level of the scale too is what the piece is marked in.
  if (entry.kind === 'set' && entry.offer && piece.score && 'label' in piece.score)
    return { set: entry.offer.set };
  if (entry.kind === 'set') return { set: entry.set };
  if (entry.kind === 'unclear') return { unclear: row.entry };
  // What is above full marks in a list of points is points.
  const points = entry.readings.find(
    ({ set }) => set.score && 'points' in set.score && set.score.points === row.entry,
  );
  return points ? { set: points.set } : { unclear: row.entry };
}

function otherScore(
  course: Course,
  piece: Assessment,
  row: ListRow,
  set: EntrySet,
): FieldDifference | undefined {
  const status = statusOf(piece);
  const here = stateText(piece);
  const there = setText(set, row.possible ?? piece.possible);
  const isOpenHere = status === 'open' || status === 'awaiting';
  const isOpenThere = set.status === 'open' || set.status === 'awaiting';
  if (isOpenHere && isOpenThere) return undefined;
  // A blank says nothing against what is recorded but that it is not entered yet.
  if (isOpenThere && (status === 'excused' || status === 'missing')) return undefined;
  if (status === set.status && (status !== 'scored' || isSameScore(course, piece, set.score!, row.possible)))
    return undefined;
  const late = set.status === 'scored' ? {} : { late: undefined };
  return {
    field: 'score',
    here,
    there: isOpenThere ? 'nothing yet' : there,
    // What was handed in and is missing there is no news: one of the two is wrong.
    isNews: status === 'open' || (status === 'awaiting' && set.status === 'scored'),
    set: { status: set.status, score: set.score, ...late },
  };
}

/** Whether a score is worth the same: 17 of 20, 85%, or a letter that is worth that. */
function isSameScore(course: Course, piece: Assessment, score: Score, possible = piece.possible): boolean {
  const scale = scaleNamed(course, undefined);
  const worth = (of: Score, size: string): Rational | undefined => {
    if ('points' in of) return rational(of.points).div(rational(size));
    if ('percent' in of) return fractionOfPercent(of.percent);
    const band = scaleFor(course, piece.id).bands.find(({ label }) => label === of.label) ?? scale.bands[0]!;
    return band.worth === undefined ? undefined : fractionOfPercent(band.worth);
  };
  const own = piece.score!;
  if ('label' in own && 'label' in score) return own.label === score.label;
  if ('points' in own && 'points' in score) return rational(own.points).equals(rational(score.points));
  const [a, b] = [worth(own, piece.possible), worth(score, possible)];
  // A percent in a list is rounded.
  return a !== undefined && b !== undefined && a.sub(b).abs().compare(fractionOfPercent('0.05')) <= 0;
}

function stateText(piece: Assessment): string {
  return setText({ status: statusOf(piece), score: piece.score }, piece.possible);
}

function setText({ status, score }: EntrySet, possible: string): string {
  if (score && 'points' in score) return `${score.points} of ${possible}`;
  if (score && 'percent' in score) return `${score.percent}%`;
  if (score) return score.label;
  return status === 'awaiting' ? 'waiting' : status;
}

function dayOf(moment: string): string {
  const date = new Date(moment);
  return `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`;
}

function two(number: number): string {
  return String(number).padStart(2, '0');
}

/** Whether a row looks like another one again. */
function isAgain(row: ListRow, other: ListRow): boolean {
  const alike = nameLikeness(nameOf(row.name), nameOf(other.name));
  if (alike === 1 && (row.day === undefined || other.day === undefined || row.day === other.day)) return true;
  return (
    alike > 0.85 &&
    row.entry !== '' &&
    row.entry === other.entry &&
    row.possible === other.possible &&
    row.day === other.day
  );
}

/** The piece that a row would be, and where. */
function newPiece(
  course: Course,
  row: ListRow,
  id: string,
): { readonly node: Assessment; readonly parent: string } {
  const parent = parentOf(course, row);
  const { node } = pieceOfRow(row, id, parent.planned?.possible, scaleFor(course, parent.id));
  return { node, parent: parent.id };
}

/** The category that a row seems to belong to: the one of its name, else that of the pieces that are named most like it, else the course. */
function parentOf(course: Course, row: ListRow): Category {
  const groups = nodesIn(course.root).filter((node): node is Category => node.kind === 'category');
  const [own, said] = [
    nameOf(row.name),
    row.category === undefined ? undefined : nameOf(innermost(row.category)),
  ];
  const best = (measure: (category: Category) => number, least: number) => {
    const [first] = groups.map((group) => ({ group, fit: measure(group) })).sort((a, b) => b.fit - a.fit);
    return first && first.fit >= least ? first.group : undefined;
  };
  const isRoot = (group: Category) => group === course.root;
  const stem = (name: string) => nameOf(name).words.join(' ');
  const bySaid = said && best((group) => (isRoot(group) ? 0 : nameLikeness(said, nameOf(group.name))), 0.6);
  const byPieces = () =>
    best(
      (group) =>
        isRoot(group)
          ? 0
          : Math.max(
              nameLikeness(nameOf(own.words.join(' ')), nameOf(group.name)),
              ...group.children.map((child: CourseNode) =>
                nameLikeness(nameOf(own.words.join(' ')), nameOf(stem(child.name))),
              ),
            ),
      0.6,
    );
  return bySaid ?? byPieces() ?? course.root;
}
