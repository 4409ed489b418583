import { distance } from 'fastest-levenshtein';
import { munkres } from 'munkres';
import type { Assessment, Course } from '../../document/course';
import { walk } from '../../document/tree';
import { innermost } from '../../formats/category-path';
import type { ListRow } from '../../incoming/rows';

/** A row of the school's list and the piece of the record that it is about. */
export interface Match {
  /** The row's place in the list. */
  readonly row: number;
  readonly piece: string;
  /** Whether it needs no question. */
  readonly isSure: boolean;
}

/** What of a piece is held against a row. */
interface Candidate {
  readonly piece: Assessment;
  readonly category: Name | undefined;
  readonly name: Name;
  readonly day: number | undefined;
}

interface Name {
  readonly text: string;
  readonly words: readonly string[];
  readonly numbers: readonly string[];
}

/** Below this two are not held for the same; from the other on, nobody need be asked. */
const ALIKE = 0.55;
const SURE = 0.95;
/** A sure match is better than every other by this much. */
const MARGIN = 0.12;

/**
 * Matches the rows of a school's list with the pieces of a course, one to one: the best of all assignments together, not each row by itself.
 * What was matched once (`listedAs`) is known; else names are held against each other (by how many letters differ, and which words and
 * numbers both have), and due days, points, categories and scores speak for a match or against it.
 *
 * @returns the matches, in the order of the rows
 */
export function matchRows(rows: readonly ListRow[], course: Course): Match[] {
  const candidates = candidatesIn(course);
  const scores = rows.map(askedOf).map((asked) => candidates.map((candidate) => likeness(asked, candidate)));
  const matches = components(scores).flatMap(({ rows: own, pieces }) =>
    assign(own.map((row) => pieces.map((piece) => scores[row]![piece]!))).flatMap(([row, piece]) => {
      const [at, of] = [own[row]!, pieces[piece]!];
      return scores[at]![of]! >= ALIKE ? [{ row: at, piece: of }] : [];
    }),
  );
  return matches
    .map(({ row, piece }) => ({
      row,
      piece: candidates[piece]!.piece.id,
      isSure: isSure(scores, row, piece),
    }))
    .sort((a, b) => a.row - b.row);
}

function candidatesIn(course: Course): Candidate[] {
  return [...walk(course)].flatMap((placed): Candidate[] => {
    const { node, ancestors } = placed;
    if (node.kind !== 'assessment') return [];
    const due = node.extended ?? node.due;
    const day = due === undefined ? undefined : dayNumber(new Date(due));
    return [{ piece: node, category: nameOf(ancestors.at(-1)!.name), name: nameOf(node.name), day }];
  });
}

/** Days since 1970 in the reader's own time. */
function dayNumber(date: Date): number {
  return Math.round(Date.UTC(date.getFullYear(), date.getMonth(), date.getDate()) / 86_400_000);
}

function isSure(scores: readonly (readonly number[])[], row: number, piece: number): boolean {
  const own = scores[row]![piece]!;
  const others = Math.max(
    ...scores[row]!.filter((_, index) => index !== piece),
    ...scores.flatMap((line, index) => (index === row ? [] : [line[piece]!])),
    0,
  );
  return own >= SURE && own - others >= MARGIN;
}

/** A row made ready to be held against pieces. */
interface AskedRow extends Omit<Candidate, 'piece'> {
  readonly row: ListRow;
}

function askedOf(row: ListRow): AskedRow {
  return {
    row,
    name: nameOf(row.name),
    category: row.category === undefined ? undefined : nameOf(innermost(row.category)),
    day: row.day === undefined ? undefined : dayNumber(new Date(`${row.day}T12:00`)),
  };
}

/** How alike a row and a piece are: 1 and more where they are the same by name, 0 where they have nothing in common. */
function likeness({ row, name, category, day }: AskedRow, candidate: Candidate): number {
  const { piece } = candidate;
  if (row.id !== undefined && row.id === piece.id) return 2;
  if (piece.listedAs !== undefined && nameOf(piece.listedAs).text === name.text) return 2;
  let score = nameLikeness(name, candidate.name);
  if (score === 0) return 0;
  if (day !== undefined && candidate.day !== undefined) {
    const apart = Math.abs(day - candidate.day);
    score += apart === 0 ? 0.25 : apart <= 1 ? 0.15 : apart > 21 ? -0.25 : apart > 7 ? -0.1 : 0;
  }
  if (row.possible !== undefined && !piece.presumed)
    score += Number(row.possible) === Number(piece.possible) ? 0.12 : -0.12;
  if (category && candidate.category && nameLikeness(category, candidate.category) > 0.7) score += 0.1;
  if (piece.score && 'points' in piece.score && piece.score.points === row.entry) score += 0.1;
  return score;
}

const ROMAN: Readonly<Record<string, string>> = {
  i: '1',
  ii: '2',
  iii: '3',
  iv: '4',
  v: '5',
  vi: '6',
  vii: '7',
  viii: '8',
  ix: '9',
  x: '10',
};
const WORDS: Readonly<Record<string, string>> = {
  ...{
    one: '1',
    two: '2',
    three: '3',
    four: '4',
    five: '5',
    six: '6',
    seven: '7',
    eight: '8',
    nine: '9',
    ten: '10',
  },
  ...{
    hw: 'homework',
    ps: 'problem set',
    pset: 'problem set',
    ch: 'chapter',
    wk: 'week',
    assign: 'assignment',
    asgn: 'assignment',
  },
  ...{ mid: 'midterm', pres: 'presentation', disc: 'discussion', quizzes: 'quiz' },
};

/** A name as it is compared: without case, accents and signs, its numbers apart. */
export function nameOf(written: string): Name {
  const plain = written
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/(\p{L})(\d)/gu, '$1 $2')
    .replace(/(\d)(\p{L})/gu, '$1 $2')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
  const tokens = plain
    .split(' ')
    .flatMap((token, index, all) =>
      (WORDS[token] ?? (index === all.length - 1 ? ROMAN[token] : undefined) ?? token).split(' '),
    )
    .map((token) => token.replace(/^0+(?=\d)/, ''));
  const numbers = tokens.filter((token) => /^\d+$/.test(token));
  return { text: tokens.join(' '), words: tokens.filter((token) => !/^\d+$/.test(token)), numbers };
}

/** How alike two names are, from 0 to 1. */
export function nameLikeness(a: Name, b: Name): number {
  if (a.text === b.text) return 1;
  const longer = Math.max(a.text.length, b.text.length);
  if (a.text === '' || b.text === '') return 0;
  const letters = 1 - distance(a.text.slice(0, 120), b.text.slice(0, 120)) / Math.min(120, longer);
  const alike = Math.max(letters, 0.92 * sharedWords(a.words, b.words));
  if (a.numbers.length > 0 && b.numbers.length > 0)
    return a.numbers.join() === b.numbers.join() ? Math.min(0.97, alike + 0.1) : 0.35 * alike;
  return a.numbers.length === b.numbers.length ? alike : 0.8 * alike;
}

/** The share of words that two names have in common, misspelt ones too: of the shorter one mostly, as a list may say more of each. */
function sharedWords(a: readonly string[], b: readonly string[]): number {
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  if (short.length === 0) return 0;
  const found = short.filter((word) => long.some((other) => isWordAlike(word, other))).length;
  return (found / short.length) * (0.75 + 0.25 * (found / long.length));
}

function isWordAlike(a: string, b: string): boolean {
  if (a === b) return true;
  if (Math.min(a.length, b.length) < 4) return false;
  return a.startsWith(b) || b.startsWith(a) || distance(a, b) <= (Math.max(a.length, b.length) > 7 ? 2 : 1);
}

/** Rows and pieces that can be matched with each other, in groups that have nothing to do with one another. */
function components(
  scores: readonly (readonly number[])[],
): { readonly rows: number[]; readonly pieces: number[] }[] {
  const groupOfRow = new Map<number, number>();
  const ofPiece = new Map<number, number[]>();
  scores.forEach((line, row) =>
    line.forEach((score, piece) => {
      if (score >= ALIKE) ofPiece.set(piece, [...(ofPiece.get(piece) ?? []), row]);
    }),
  );
  const groups: { rows: number[]; pieces: number[] }[] = [];
  scores.forEach((_, start) => {
    if (groupOfRow.has(start)) return;
    const group = { rows: [] as number[], pieces: [] as number[] };
    const open = [start];
    groupOfRow.set(start, groups.length);
    for (let row = open.pop(); row !== undefined; row = open.pop()) {
      group.rows.push(row);
      scores[row]!.forEach((score, piece) => {
        if (score < ALIKE || group.pieces.includes(piece)) return;
        group.pieces.push(piece);
        for (const next of ofPiece.get(piece)!) {
          if (groupOfRow.has(next)) continue;
          groupOfRow.set(next, groups.length);
          open.push(next);
        }
      });
    }
    if (group.pieces.length > 0) groups.push(group);
  });
  return groups;
}

/** The assignment whose likenesses sum up highest (Munkres, "Algorithms for the Assignment and Transportation Problems", 1957). */
function assign(scores: readonly (readonly number[])[]): [number, number][] {
  // What is not alike is as good as no match at all.
  return munkres(scores.map((line) => line.map((score) => 2 - (score >= ALIKE ? score : 0))));
}
