/** What a cell of a workbook holds. A formula is told once all cells have their places. */
export type Cell = string | number | Date | null | { readonly formula: () => string };

/** One sheet of a workbook while it is written. */
export class Sheet {
  readonly rows: Cell[][] = [];

  constructor(readonly name: string) {}

  /** Adds a row and tells its number, from 1. */
  add(...cells: Cell[]): number {
    return this.rows.push(cells);
  }

  put(row: number, column: number, cell: Cell): void {
    const cells = this.rows[row - 1]!;
    while (cells.length <= column) cells.push(null);
    cells[column] = cell;
  }

  /** The address of a cell from any sheet: `Course!$C$7`. */
  ref(column: number, row: number): string {
    return `${this.name}!$${letters(column)}$${row}`;
  }

  /** A range of one column. */
  range(column: number, from: number, to: number): string {
    return `${this.name}!$${letters(column)}$${from}:$${letters(column)}$${to}`;
  }
}

/** A workbook as data, to be written by any writer. */
export interface Workbook {
  readonly sheets: readonly Sheet[];
  /** Names of cells, by what they stand for. */
  readonly names: Readonly<Record<string, string>>;
  /** What was written as values and not as formulas, each with its reason. */
  readonly asValues: readonly string[];
}

/** A column by its number from 0: A, B, … Z, AA. */
export function letters(column: number): string {
  const [more, last] = [Math.floor(column / 26), column % 26];
  return (more > 0 ? letters(more - 1) : '') + String.fromCharCode(65 + last);
}

export const formula = (text: () => string): Cell => ({ formula: text });
