import { readDay } from '../document/day';
import type { Table } from './table';
import { HEADS, NOTHING_YET, STATES, type ColumnKind } from './vocabulary';

/** A table with what its columns hold, as far as that is seen. */
export interface Columns {
  /** The row with the heads; nothing where there is none. */
  readonly head: number | undefined;
  readonly kinds: readonly ColumnKind[];
}

/** So many of the first rows may be of the page and not of the list before its heads come. */
const BEFORE_HEADS = 40;

/**
 * Recognises the columns of a school's list by their heads, and where there are none by what stands in them.
 *
 * @param near - a day of which days without a year are near
 */
export function recogniseColumns(table: Table, near: Date): Columns {
  const head = headOf(table) ?? unknownHead(table);
  const rows = table.slice(head === undefined ? 0 : head + 1);
  const width = table[0]?.length ?? 0;
  const looks = Array.from({ length: width }, (_, column) =>
    looksOf(
      rows.map((row) => row[column] ?? ''),
      near,
    ),
  );
  const kinds: ColumnKind[] = Array.from({ length: width }, () => 'other');
  const has = (kind: ColumnKind) => kinds.includes(kind);
  if (head !== undefined) {
    table[head]!.forEach((cell, column) => {
      const kind = headKind(cell);
      // The second of two alike is another thing: "Score" twice is a score and what it is out of, or a percent.
      if (kind && !has(kind)) kinds[column] = kind;
    });
  }
  // Two columns of points: of a head "Points" beside a score, full marks.
  const free = () => kinds.flatMap((kind, column) => (kind === 'other' ? [column] : []));
  const give = (kind: ColumnKind, measure: (look: Looks) => number, least: number) => {
    if (has(kind)) return;
    const best = free().reduce<number | undefined>(
      (most, column) =>
        measure(looks[column]!) > (most === undefined ? least : measure(looks[most]!)) ? column : most,
      undefined,
    );
    if (best !== undefined) kinds[best] = kind;
  };
  give('score', (look) => look.fraction, 0.3);
  give('due', (look) => look.day, 0.4);
  give('name', (look) => look.text * (0.5 + look.distinct / 2), 0.3);
  const numbers = free().filter((column) => looks[column]!.number > 0.3);
  if (!has('score')) {
    // The score comes before what it is out of, which is never lower; a percent is at hand for either.
    const [first, second] = numbers;
    if (first !== undefined) kinds[first] = 'score';
    if (second !== undefined && !has('possible') && areAtMost(rows, first!, second))
      kinds[second] = 'possible';
  } else if (!has('possible')) {
    const score = kinds.indexOf('score');
    const beside = numbers.find((column) => column > score && areAtMost(rows, score, column));
    if (beside !== undefined) kinds[beside] = 'possible';
  }
  give('percent', (look) => look.percent, 0.4);
  if (!has('score') && has('percent')) kinds[kinds.indexOf('percent')] = 'score';
  give('state', (look) => look.state, 0.15);
  if (head === undefined) give('category', (look) => look.text * (1 - look.distinct), 0.4);
  return { head, kinds };
}

function headOf(table: Table): number | undefined {
  const index = table.slice(0, BEFORE_HEADS).findIndex((row) => {
    const filled = row.filter((cell) => cell !== '');
    const known = new Set(filled.flatMap((cell) => headKind(cell) ?? []));
    return known.size >= 2 && known.size >= filled.length / 2 && !filled.some((cell) => /^\d/.test(cell));
  });
  return index < 0 ? undefined : index;
}

/** The first row, where its words stand above numbers: heads in words that are not known. */
function unknownHead([first, ...rest]: Table): number | undefined {
  if (!first || rest.length < 2 || first.some((cell) => cell === '' || /\d/.test(cell))) return undefined;
  const numeric = first.filter((_, column) => {
    const filled = rest.slice(0, LOOKED_AT).filter((row) => row[column] !== '');
    return filled.length > 0 && filled.filter((row) => /^\d/.test(row[column]!)).length / filled.length > 0.6;
  });
  return numeric.length >= 2 ? 0 : undefined;
}

function headKind(cell: string): ColumnKind | undefined {
  const text = cell.replace(/[:*▲▼↑↓]+/g, '').trim();
  if (text.length > 40) return undefined;
  return HEADS.find(([, words]) => words.test(text))?.[0];
}

/** Shares of a column's filled cells that can be each thing. */
interface Looks {
  readonly text: number;
  readonly number: number;
  readonly fraction: number;
  readonly percent: number;
  readonly day: number;
  readonly state: number;
  /** How many different ones there are among them, as a share. */
  readonly distinct: number;
}

/** So many cells of a column are looked at. */
const LOOKED_AT = 200;

function looksOf(cells: readonly string[], near: Date): Looks {
  const filled = cells.filter((cell) => cell !== '').slice(0, LOOKED_AT);
  const share = (test: (cell: string) => boolean) =>
    filled.length === 0 ? 0 : filled.filter(test).length / filled.length;
  const isNumber = (cell: string) => /^\d+(?:[.,]\d+)?(?:\s*(?:points?|pts?))?$/i.test(cell);
  const isFraction = (cell: string) => FRACTION.test(cell);
  const isPercent = (cell: string) => /^\d+(?:[.,]\d+)?\s*%$/.test(cell);
  const isState = (cell: string) => STATES.some(([words]) => words.test(cell)) || NOTHING_YET.test(cell);
  const isDay = (cell: string) => !isNumber(cell) && !isFraction(cell) && readDay(cell, near) !== undefined;
  return {
    number: share(isNumber),
    fraction: share(isFraction),
    percent: share(isPercent),
    state: share(isState),
    day: share(isDay),
    text: share((cell) => /\p{L}{2}/u.test(cell) && !isState(cell) && !isDay(cell) && !isFraction(cell)),
    distinct: new Set(filled).size / Math.max(1, filled.length),
  };
}

/** A score with what it is out of: "17/20", "17 of 20", "— / 20". */
export const FRACTION =
  /^(\d+(?:[.,]\d+)?|[—–-]*|[A-Za-z]{1,12}[+−–-]?)\s*(?:\/|\bout of\b|\bof\b)\s*(\d+(?:[.,]\d+)?)(?:\s*(?:points?|pts?|marks?))?$/i;

/** Whether the numbers of one column are at most those beside them, nearly always. */
function areAtMost(rows: Table, one: number, other: number): boolean {
  const pairs = rows.flatMap((row) => {
    const [a, b] = [row[one], row[other]].map((cell) => Number((cell ?? '').replace(',', '.')));
    return row[one] !== '' && row[other] !== '' && !Number.isNaN(a) && !Number.isNaN(b)
      ? [a! <= b! * 1.2]
      : [];
  });
  return pairs.length > 0 && pairs.filter(Boolean).length / pairs.length >= 0.8;
}
