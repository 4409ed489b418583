import type { Cell, Workbook } from './sheet';

/** Widths of the first columns of each sheet, in characters; the others are as wide as a number. */
const WIDTHS: Readonly<Record<string, readonly number[]>> = {
  Pieces: [16, 34, 24, 18, 11, 9, 9, 9, 14],
  Course: [34, 20, 10],
  Values: [16, 12, 8],
  'As values': [90],
};
const NUMBER_WIDTH = 12;

/** So many columns and rows of a sheet stay in sight. */
export function frozenIn(sheet: string): { readonly columns: number; readonly rows: number } {
  return { columns: sheet === 'Pieces' ? 2 : 1, rows: sheet === 'Course' ? 0 : 1 };
}

/** A sheet as a writer needs it. */
export interface WrittenSheet {
  readonly name: string;
  readonly rows: readonly (readonly Cell[])[];
  /** Of its columns, in characters. */
  readonly widths: readonly number[];
}

/** All sheets of a workbook, the last of which names what is written as values, where anything is. */
export function writtenSheets({ sheets, asValues }: Workbook): WrittenSheet[] {
  const told: Cell[][] = [
    ['These are numbers as they are now, and no formulas:'],
    ...asValues.map((line) => [line]),
  ];
  const all = asValues.length > 0 ? [...sheets, { name: 'As values', rows: told }] : sheets;
  return all.map(({ name, rows }) => ({
    name,
    rows,
    widths: Array.from(
      { length: Math.max(...rows.map((row) => row.length)) },
      (_, column) => WIDTHS[name]?.[column] ?? NUMBER_WIDTH,
    ),
  }));
}
