import type { Course } from '../../document/course';
import type { DayOrder } from '../../document/day';
import { find } from '../../document/tree';
import type { Checked } from '../../document/validation';
import type { Compared } from './choice';
import { recogniseColumns } from './columns';
import { compareList } from './compare';
import { matchRows } from './match';
import { readRows, type ListRows } from './rows';
import { readTable, type ListSource, type Table } from './table';
import type { ColumnKind } from './vocabulary';

/** What is asked of a school's list: what was copied, and what was put right by hand. */
export interface ListQuestion {
  readonly source: ListSource;
  readonly course: Course;
  /** A day of which days without a year are near, ISO 8601. */
  readonly near: string;
  /** What the columns hold, where that was said. */
  readonly kinds?: readonly ColumnKind[];
  readonly order?: DayOrder;
  /** Which piece rows are about, by their lines, where that was said; `null` = none of those that are there. */
  readonly said?: Readonly<Record<number, string | null>>;
}

/** A school's list as it was read, and beside the record. */
export interface ListAnswer {
  readonly kinds: readonly ColumnKind[];
  /** The first lines of the table, its heads among them. */
  readonly sample: Table;
  readonly rows: Pick<ListRows, 'passedOver' | 'unclearDays'> & { readonly count: number };
  readonly compared: Compared;
}

/** So many lines of the table are shown where its columns are put right. */
const SHOWN = 5;

/**
 * Reads a school's list, whatever it was copied from, and holds it against the record.
 *
 * @returns what was understood; or why nothing was
 */
export function readList({
  source,
  course,
  near,
  kinds,
  order,
  said = {},
}: ListQuestion): Checked<ListAnswer> {
  const table = readTable(source);
  if (!table.ok) return table;
  const day = new Date(near);
  const recognised = recogniseColumns(table.value, day);
  const columns = kinds?.length === recognised.kinds.length ? { ...recognised, kinds } : recognised;
  const read = readRows(table.value, columns, day, order);
  if (!read.ok) return read;
  const { rows, passedOver, unclearDays } = read.value;
  const matches = matchRows(rows, course).filter(({ row, piece }) => {
    const own = said[rows[row]!.line];
    return own === undefined && !Object.values(said).includes(piece);
  });
  rows.forEach(({ line }, row) => {
    const piece = said[line];
    if (typeof piece === 'string' && find(course, piece)) matches.push({ row, piece, isSure: true });
  });
  const head = columns.head ?? 0;
  return {
    ok: true,
    value: {
      kinds: columns.kinds,
      sample: table.value.slice(head, head + SHOWN),
      rows: { passedOver, unclearDays, count: rows.length },
      compared: compareList(course, rows, matches),
    },
  };
}
