import { typedDecimal, isDecimal } from '../numbers/decimal';
import { COLUMNS, TOTAL, type ColumnOfTable } from './english/words';
import { speaksOfWork } from './names';
import { cellsOf, Unit, type Cell } from './units';

/** A row of a table whose columns are known by their heads. */
export interface TableRow {
  readonly unit: Unit;
  readonly cells: Readonly<Partial<Record<ColumnOfTable, Cell>>>;
  /** Which table it is in. */
  readonly table: number;
}

/** What a text is made of: rows of tables, and everything else. */
export type Piece =
  | { readonly kind: 'row'; readonly row: TableRow }
  | { readonly kind: 'unit'; readonly unit: Unit };

/** Finds the tables among the units of a text, those too whose cells each stand on a line of their own. */
export function piecesOf(units: readonly Unit[]): Piece[] {
  const made: Piece[] = [];
  let columns: readonly (ColumnOfTable | undefined)[] | undefined;
  let table = 0;
  const list = gathered(units);
  for (let index = 0; index < list.length; index += 1) {
    const unit = list[index]!;
    const heads = headsOf(unit);
    if (heads) {
      columns = heads;
      table += 1;
      continue;
    }
    const cells = columns ? whole(unit, cellsOf(unit), columns) : cellsOf(unit);
    const row = columns && cells.length > 1 ? rowOf(unit, cells, columns) : undefined;
    if (row) made.push({ kind: 'row', row: { unit, cells: row, table } });
    else {
      if (!unit.text.includes('\t') && !TOTAL.test(unit.text)) columns = undefined;
      made.push({ kind: 'unit', unit });
    }
  }
  return made;
}

function columnOf(text: string): ColumnOfTable | undefined {
  const head = text.replace(/[:*]+$/, '').trim();
  return COLUMNS.find(([, words]) => words.test(head))?.[0];
}

/** The columns of a row of heads: one of names and one of something else at least. */
function headsOf(unit: Unit): (ColumnOfTable | undefined)[] | undefined {
  const cells = cellsOf(unit);
  if (cells.length < 2) return undefined;
  const heads = cells.map(({ from, to }) => columnOf(unit.text.slice(from, to)));
  if (!heads.includes('name') && heads[0] === undefined) heads[0] = 'name';
  const known = heads.filter((head) => head !== undefined);
  const sure = cells.every(({ from, to }) => !/\d/.test(unit.text.slice(from, to)));
  const hasValue = heads.some((head) => head !== undefined && head !== 'name' && head !== 'note');
  return sure && hasValue && known.length >= 2 && known.length * 2 >= cells.length ? heads : undefined;
}

/** A row of which one gap was too small to part the name from the number after it. */
function whole(
  unit: Unit,
  cells: readonly Cell[],
  columns: readonly (ColumnOfTable | undefined)[],
): readonly Cell[] {
  const [first, ...others] = cells;
  const match = first && /^(.*\D)\s(\d{2,4}\s?%?)$/.exec(unit.text.slice(first.from, first.to));
  if (!match || cells.length !== columns.length - 1 || columns[0] !== 'name') return cells;
  const cut = first.from + match[1]!.length;
  return [{ from: first.from, to: cut }, { from: cut + 1, to: first.to }, ...others];
}

function rowOf(
  unit: Unit,
  cells: readonly Cell[],
  columns: readonly (ColumnOfTable | undefined)[],
): TableRow['cells'] | undefined {
  const found: Partial<Record<ColumnOfTable, Cell>> = {};
  // Cells that are empty were lost where fewer came than heads: what stands last in them is what the heads say of the last columns.
  if (cells.length > columns.length + 1) return undefined;
  cells.forEach((cell, index) => {
    const column = columns[index];
    if (column !== undefined && cell.to > cell.from) found[column] ??= cell;
  });
  return found.name && /\p{L}/u.test(unit.text.slice(found.name.from, found.name.to)) ? found : undefined;
}

const SOLE_AMOUNT =
  /^\(?\d{1,4}(?:[.,]\d{1,4})?\s?(?:%|percent|pct\.?|points?|pts?\.?|marks?)(?: of (?:the |your )?(?:final |course |total )?(?:grade|mark))?\)?$/i;
const SOLE_NUMBER = /^\d{1,4}(?:[.,]\d{1,4})?$/;

/** Puts together what a page has pasted cell by cell, each on a line of its own. */
function gathered(units: readonly Unit[]): Unit[] {
  const made: Unit[] = [];
  for (let index = 0; index < units.length;) {
    const heads = headRun(units, index);
    if (heads > 1) {
      const chunks = chunksOf(units, index + heads, heads);
      if (chunks > 0) {
        for (let row = 0; row <= chunks; row += 1)
          made.push(Unit.joined(units.slice(index + row * heads, index + (row + 1) * heads)));
        index += heads * (chunks + 1);
        continue;
      }
    }
    const pairs = pairsFrom(units, index);
    if (pairs > 0) {
      for (let pair = 0; pair < pairs; pair += 1)
        made.push(Unit.joined(units.slice(index + pair * 2, index + pair * 2 + 2)));
      index += pairs * 2;
      continue;
    }
    made.push(units[index]!);
    index += 1;
  }
  return made;
}

/** How many heads stand one under the other. */
function headRun(units: readonly Unit[], start: number): number {
  const found = new Set<ColumnOfTable>();
  let index = start;
  for (; index < units.length && index - start < 6; index += 1) {
    const column = units[index]!.text.includes('\t') ? undefined : columnOf(units[index]!.text);
    if (column === undefined || found.has(column)) break;
    found.add(column);
  }
  return found.has('name') && (found.has('weight') || found.has('points') || found.has('each'))
    ? index - start
    : 0;
}

/** How many rows of so many cells follow, each with a name first and a number in it. */
function chunksOf(units: readonly Unit[], start: number, size: number): number {
  let rows = 0;
  for (let at = start; at + size <= units.length; at += size) {
    const cells = units.slice(at, at + size).map(({ text }) => text);
    const isRow =
      /\p{L}/u.test(cells[0]!) &&
      cells.slice(1).some((text) => SOLE_AMOUNT.test(text) || SOLE_NUMBER.test(text)) &&
      cells.every((text) => text.length < 80 && !text.includes('\t'));
    if (!isRow) break;
    rows += 1;
  }
  return rows;
}

/** How many pairs of a name and an amount, or the other way round, stand one under the other from here. */
function pairsFrom(units: readonly Unit[], start: number): number {
  const isAmount = (unit: Unit | undefined) => unit !== undefined && SOLE_AMOUNT.test(unit.text);
  const isName = (unit: Unit | undefined) =>
    unit !== undefined &&
    !unit.text.includes('\t') &&
    unit.text.length < 60 &&
    !/\d\s?%/.test(unit.text) &&
    !/[.:!?]$/.test(unit.text) &&
    /\p{L}/u.test(unit.text);
  const count = (first: (unit: Unit | undefined) => boolean, second: (unit: Unit | undefined) => boolean) => {
    let pairs = 0;
    while (first(units[start + pairs * 2]) && second(units[start + pairs * 2 + 1])) pairs += 1;
    return pairs;
  };
  if (isName(units[start]) && isAmount(units[start + 1])) {
    const pairs = count(isName, isAmount);
    return pairs > 1 || speaksOfWork(units[start]!.text) ? pairs : 0;
  }
  // An amount first: only where the last name is followed by no amount of its own.
  const pairs = count(isAmount, isName);
  return pairs > 1 && !isAmount(units[start + pairs * 2]) ? pairs : 0;
}

/** The number that a cell holds, with what it is a number of where that is said. */
export function numberIn(
  text: string,
): { readonly value: string; readonly unit: 'percent' | 'points' | undefined } | undefined {
  const match =
    /^[~(]?\s*(\d{1,4}(?:[.,]\d{1,4})?)\s*(%|percent|per cent|pct\.?|points?|pts?\.?|marks?)?\s*\)?(?:\s*(?:each|total))?$/i.exec(
      text.trim(),
    );
  const value = typedDecimal(match?.[1] ?? '');
  if (!isDecimal(value)) return undefined;
  const said = match![2];
  return { value, unit: said === undefined ? undefined : /%|per|pct/i.test(said) ? 'percent' : 'points' };
}
