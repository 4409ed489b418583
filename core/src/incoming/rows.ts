import { readDay, type DayOrder } from '../document/day';
import type { Checked } from '../document/validation';
import { isDecimal, typedDecimal } from '../numbers/decimal';
import { LIMITS } from '../rules/limits';
import { FRACTION, type Columns } from './columns';
import { INCOMING_LIMITS } from './source';
import type { Table } from './table';
import { COUNTS, LATE, NOTHING_YET, STATES, type ColumnKind } from './vocabulary';

/** One row of a school's list, as it was understood. */
export interface ListRow {
  /** Its line in the table. */
  readonly line: number;
  readonly name: string;
  readonly category?: string;
  /** `YYYY-MM-DD`, and the time as `HH:mm` where one is written. */
  readonly day?: string;
  readonly time?: string;
  /** A day of which nobody but the reader knows which number is the month. */
  readonly unclearDay?: string;
  /** What the piece is out of, in points. */
  readonly possible?: string;
  /** What is entered, as the entry grammar reads it; empty where nothing is. */
  readonly entry: string;
  /** Whether anything is said of a score at all: a list without such a column says nothing of scores. */
  readonly saysScore: boolean;
  /** Lateness in words, which is told and changes nothing. */
  readonly late?: string;
  /** Its own id, where a list has such. */
  readonly id?: string;
  /** The course that it is of, in a list of several. */
  readonly course?: string;
  readonly weight?: string;
  /** Of its category; of categories inside each other as their names are written. */
  readonly categoryWeight?: string;
  /** How the whole and then its category add up. */
  readonly addsUp?: string;
  readonly counts?: 'no' | 'extra credit' | 'promised';
}

/** The rows that can be pieces, and how many lines are none. */
export interface ListRows {
  readonly rows: readonly ListRow[];
  readonly passedOver: number;
  /** Days of which it must be asked which number is the month. */
  readonly unclearDays: number;
}

/** What sums stand under, which are no pieces. */
const SUMS =
  /^(total|sum|subtotal|overall|average|course (total|grade)|final grade|current grade|grand total|mean|median)\b/i;

/**
 * Reads the rows of a table: a row is a piece where it has a name, and says anything else of it.
 *
 * @param near - a day of which days without a year are near
 * @param order - which of two numbers is the day, where that is known; else a day that no month can be says it for all
 */
export function readRows(table: Table, columns: Columns, near: Date, order?: DayOrder): Checked<ListRows> {
  const { head, kinds } = columns;
  const place = (kind: ColumnKind) => kinds.indexOf(kind);
  const due = place('due');
  const known =
    order ??
    (due < 0
      ? undefined
      : orderIn(
          table.map((row) => row[due]!),
          near,
        ));
  const rows: ListRow[] = [];
  let passedOver = 0;
  let group: string | undefined;
  table.forEach((row, line) => {
    if (line === head) return;
    const cell = (kind: ColumnKind) => (place(kind) < 0 ? '' : row[place(kind)]!);
    const read = rowOf(cell, kinds, line, near, known);
    const filled = row.filter((each) => each !== '');
    // A line with one text alone is the head of a group: what follows is in it.
    if (!read && new Set(filled).size === 1 && /\p{L}{2}/u.test(filled[0]!) && !SUMS.test(filled[0]!))
      group = filled[0]!.slice(0, LIMITS.name);
    if (!read) passedOver += 1;
    else rows.push(read.category === undefined && group !== undefined ? { ...read, category: group } : read);
  });
  if (rows.length > INCOMING_LIMITS.rows) {
    const message = `has ${rows.length} rows that could be pieces, more than the ${INCOMING_LIMITS.rows} that a list can have: copy the table of one course`;
    return { ok: false, faults: [{ at: '', message }] };
  }
  return {
    ok: true,
    value: { rows, passedOver, unclearDays: rows.filter(({ unclearDay }) => unclearDay).length },
  };
}

/** The order of day and month that a column of days shows, where one of them can only be read in one way. */
function orderIn(cells: readonly string[], near: Date): DayOrder | undefined {
  for (const cell of cells) {
    const [, first, second] = /^\D*?(\d{1,2})[/-](\d{1,2})\b/.exec(cell) ?? [];
    if (first === undefined || second === undefined || !readDay(cell, near)) continue;
    if (Number(first) > 12) return 'day first';
    if (Number(second) > 12) return 'month first';
  }
  return undefined;
}

function rowOf(
  cell: (kind: ColumnKind) => string,
  kinds: readonly ColumnKind[],
  line: number,
  near: Date,
  order: DayOrder | undefined,
): ListRow | undefined {
  const name = cell('name').slice(0, LIMITS.name);
  if (!/[\p{L}\p{N}]/u.test(name) || SUMS.test(name)) return undefined;
  const score = scoreIn(cell('score'), cell('percent'), cell('letter'), cell('state'));
  const possible = score.possible ?? pointsIn(cell('possible'));
  const day = readDay(cell('due'), near, order);
  const saysScore = kinds.some(
    (kind) => kind === 'score' || kind === 'percent' || kind === 'letter' || kind === 'state',
  );
  const says = score.entry !== '' || possible !== undefined || day !== undefined;
  if (!says && !NOTHING_YET.test(cell('score'))) return undefined;
  if (!says && !saysScore) return undefined;
  if (!says && cell('score') === '' && cell('state') === '' && cell('category') === '') return undefined;
  const category = cell('category').slice(0, 3 * LIMITS.name);
  const late = LATE.test(cell('state')) ? cell('state') : undefined;
  return {
    line,
    name,
    ...(category !== '' && { category }),
    ...(day?.kind === 'day' && { day: day.day }),
    ...(day?.kind === 'which' && { unclearDay: cell('due') }),
    ...(day?.time !== undefined && { time: day.time }),
    ...(possible !== undefined && { possible }),
    entry: score.entry,
    saysScore,
    ...(late !== undefined && { late }),
    ...rulesOf(cell),
  };
}

/** What a row says beside the piece: of its rules, and where it belongs. */
function rulesOf(cell: (kind: ColumnKind) => string): Partial<ListRow> {
  const weight = typedDecimal(cell('weight').replace(/\s*%$/, ''));
  const [counts, categoryWeight, addsUp] = [cell('counts'), cell('categoryWeight'), cell('addsUp')];
  const [course, id] = [cell('course').slice(0, LIMITS.name), cell('id').slice(0, LIMITS.id)];
  const said = COUNTS.find(([words]) => words.test(counts))?.[1];
  return {
    ...(isDecimal(weight) && { weight }),
    ...(said && { counts: said }),
    ...(categoryWeight !== '' && { categoryWeight }),
    ...(addsUp !== '' && { addsUp }),
    ...(course !== '' && { course }),
    ...(id !== '' && { id }),
  };
}

/** What is entered: from the column of scores, else of percents, of letters, of states. A state beside a blank says more than the blank. */
function scoreIn(
  score: string,
  percent: string,
  letter: string,
  state: string,
): { readonly entry: string; readonly possible?: string } {
  const [, top, bottom] = FRACTION.exec(score) ?? [];
  const possible = bottom === undefined ? undefined : pointsIn(bottom);
  const own = entryIn(bottom === undefined ? score : top!);
  const others = () =>
    [entryIn(percent, '%'), entryIn(letter), stateIn(state)].find((entry) => entry !== '') ?? '';
  const inState = stateIn(state);
  // "0" beside "missing" is missing; a score beside "submitted" is a score.
  const entry = inState === 'missing' || inState === 'excused' ? inState : own === '' ? others() : own;
  return { entry, ...(possible !== undefined && { possible }) };
}

function entryIn(cell: string, unit = ''): string {
  const text = cell.replace(/\s*(?:points?|pts?\.?|marks?)$/i, '').trim();
  if (NOTHING_YET.test(text)) return '';
  const state = stateIn(text);
  if (state !== '') return state;
  const number = typedDecimal(text.replace(/\s*%$/, ''));
  if (isDecimal(number)) return `${number}${text.endsWith('%') ? '%' : unit}`;
  return text.slice(0, LIMITS.label);
}

function stateIn(cell: string): string {
  return STATES.find(([words]) => words.test(cell))?.[1] ?? '';
}

function pointsIn(cell: string): string | undefined {
  const number = typedDecimal(cell.replace(/^\/\s*/, '').replace(/\s*(?:points?|pts?\.?|marks?)$/i, ''));
  return isDecimal(number) && Number(number) > 0 ? number : undefined;
}
