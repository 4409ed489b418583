import { read, SSF, utils, type CellObject, type WorkSheet } from '@e965/xlsx';
import { zipSync } from 'fflate';
import type { Checked } from '../document/validation';
import type { Archive } from './archive';
import { INCOMING_LIMITS } from './source';

/**
 * The first sheet of a workbook (Office Open XML or OpenDocument) as a table of text. Nothing in it is run: formulas are what they last came
 * to, macros are not looked at.
 */
export function rowsOfSpreadsheet(files: Archive): Checked<string[][]> {
  const refused = (message: string) => ({ ok: false as const, faults: [{ at: '', message }] });
  for (const [path, bytes] of files)
    if (/\.(xml|rels)$/i.test(path) && declaresEntities(bytes))
      return refused(`declares entities in ${path}, as no spreadsheet does`);
  try {
    // What was unpacked within bounds is packed again, for a reader that has none.
    const book = read(zipSync(Object.fromEntries(files), { level: 0 }), {
      type: 'array',
      sheets: 0,
      sheetRows: INCOMING_LIMITS.lines + 1,
      cellFormula: false,
      cellHTML: false,
      cellNF: true,
    });
    const sheet = book.Sheets[book.SheetNames[0]!];
    return sheet ? { ok: true, value: rowsOf(sheet) } : refused('has no sheet');
  } catch (error) {
    return refused(`is a damaged workbook (${(error as Error).message})`);
  }
}

/** A spreadsheet that declares something of its own in XML is none that a spreadsheet program wrote. */
function declaresEntities(bytes: Uint8Array): boolean {
  return /<!(DOCTYPE|ENTITY)/i.test(new TextDecoder().decode(bytes.subarray(0, 4_000)));
}

function rowsOf(sheet: WorkSheet): string[][] {
  const { e } = utils.decode_range(sheet['!ref'] ?? 'A1');
  const [rows, columns] = [
    Math.min(e.r, INCOMING_LIMITS.lines) + 1,
    Math.min(e.c + 1, INCOMING_LIMITS.columns),
  ];
  return Array.from({ length: rows }, (_, r) =>
    Array.from({ length: columns }, (__, c) => textOf(sheet[utils.encode_cell({ r, c })] as CellObject)),
  );
}

/** A cell as a person reads it: days as days, percents with their sign, numbers whole and not as wide as their column. */
function textOf(cell: CellObject | undefined): string {
  if (!cell || cell.t === 'e' || cell.v === undefined) return '';
  if (cell.v instanceof Date) return dayText(cell.v);
  if (typeof cell.v !== 'number') return String(cell.v);
  const format = String(cell.z ?? '');
  if (formats().is_date(format)) return serialText(cell.v);
  return format.includes('%') ? `${plain(cell.v * 100)}%` : plain(cell.v);
}

/** A number as it was typed: what is exact in a spreadsheet has at most 15 digits. */
function plain(number: number): string {
  const text = String(Number(number.toPrecision(14)));
  return text.includes('e') ? number.toFixed(12).replace(/\.?0+$/, '') : text;
}

interface DateCode {
  readonly y: number;
  readonly m: number;
  readonly d: number;
  readonly H: number;
  readonly M: number;
}

/**
 * What the package tells of number formats, which it has no types for. It is asked for where it is used: a name of this module's that stands for
 * one of an import's is looked up a second way in the bundle, and the package would be in it twice.
 */
const formats = () =>
  SSF as {
    readonly is_date: (format: string) => boolean;
    readonly parse_date_code: (serial: number) => DateCode;
  };

/** A day by its number since the last but one of 1899, and its time where it has one: as the clock on the wall shows it. */
function serialText(serial: number): string {
  const { y, m, d, H, M } = formats().parse_date_code(Math.round(serial * 86_400) / 86_400);
  return wallText(y, m, d, H, M);
}

function dayText(day: Date): string {
  return wallText(
    day.getUTCFullYear(),
    day.getUTCMonth() + 1,
    day.getUTCDate(),
    day.getUTCHours(),
    day.getUTCMinutes(),
  );
}

function wallText(year: number, month: number, day: number, hour: number, minute: number): string {
  const two = (number: number) => String(number).padStart(2, '0');
  const time = hour === 0 && minute === 0 ? '' : ` ${two(hour)}:${two(minute)}`;
  return `${year}-${two(month)}-${two(day)}${time}`;
}
