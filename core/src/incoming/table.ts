import Papa from 'papaparse';
import { defaultTreeAdapter } from 'parse5';
import type { Checked } from '../document/validation';
import { placeInText } from '../numbers/text';
import { parsePage, type PageElement, type PageNode } from './page';
import { INCOMING_LIMITS, type Copied } from './source';

/** A table of text: its rows are as long as one another, and no cell has what cannot be seen. */
export type Table = readonly (readonly string[])[];

/**
 * Reads a table out of what was copied or saved: the largest table of a page, lines with tabs, commas or semicolons, or lines of which each
 * is a cell. Nothing in it is ever run.
 *
 * @returns the table; or why there is none
 */
export function readTable({ text, html }: Copied): Checked<Table> {
  if (text.length + (html?.length ?? 0) > INCOMING_LIMITS.characters)
    return refused('is larger than any list of a school’s: copy the table alone');
  if (html !== undefined) {
    const rows = tableOfHtml(html);
    if (rows) return tableOf(rows);
  }
  if (looksLikeHtml(text)) return tableOf(tableOfHtml(text) ?? []);
  const rows = rowsOfText(text);
  return rows.ok ? tableOf(rows.value) : rows;
}

/** Rows of text as a table, without what cannot be seen, and without empty lines. */
export function tableOf(rows: readonly (readonly string[])[]): Checked<Table> {
  const table = squared(
    rows.map((row) => row.map(cellText)).filter((row) => row.some((cell) => cell !== '')),
  );
  if (table.length === 0) return refused('has nothing in it that could be a table');
  if (table.length > INCOMING_LIMITS.lines)
    return refused(`has more than ${INCOMING_LIMITS.lines} lines: copy the table alone`);
  return { ok: true, value: table };
}

function refused(message: string, at = ''): { ok: false; faults: { at: string; message: string }[] } {
  return { ok: false, faults: [{ at, message }] };
}

/** A cell's text on one line: without marks of writing direction and of line breaking, with plain spaces. */
function cellText(text: string): string {
  return (
    text
      .normalize('NFC')
      .replace(/[\u200B-\u200F\u202A-\u202E\u2060-\u2069\uFEFF\u00AD]/g, '')
      .replace(/[\p{Cc}\s]+/gu, ' ')
      .trim()
      // A text that a spreadsheet would have taken for a formula, as it was marked.
      .replace(/^'(?=[=+@-])/, '')
  );
}

function squared(rows: readonly string[][]): Table {
  const width = Math.min(
    INCOMING_LIMITS.columns,
    rows.reduce((most, row) => Math.max(most, row.length), 0),
  );
  return rows.map((row) => Array.from({ length: width }, (_, index) => row[index] ?? ''));
}

function looksLikeHtml(text: string): boolean {
  return /<(table|tr|html|body)[\s>]/i.test(text);
}

/** What is never read as text. */
const SILENT = new Set([
  'script',
  'style',
  'template',
  'noscript',
  'head',
  'title',
  'svg',
  'object',
  'iframe',
]);

/** The rows of the largest table of a page; nothing where it has none, or is nested deeper than any. */
function tableOfHtml(html: string): string[][] | undefined {
  const page = parsePage(html);
  if (!page) return undefined;
  const tables: string[][][] = [];
  // No recursion: depth costs no stack.
  const open: PageNode[] = [page];
  for (let node = open.pop(); node; node = open.pop()) {
    if (isElement(node) && roleOf(node) === 'table') tables.push(rowsOfTable(node));
    open.push(...childrenOf(node).reverse());
  }
  const cells = (rows: string[][]) => rows.reduce((sum, row) => sum + row.filter(Boolean).length, 0);
  return tables.reduce<string[][] | undefined>(
    (most, rows) => (cells(rows) > (most ? cells(most) : 0) ? rows : most),
    undefined,
  );
}

function isElement(node: PageNode): node is PageElement {
  return defaultTreeAdapter.isElementNode(node);
}

function childrenOf(node: PageNode): PageNode[] {
  if (!('childNodes' in node) || (isElement(node) && SILENT.has(node.tagName))) return [];
  return [...node.childNodes];
}

function attribute(element: PageElement, name: string): string | undefined {
  return element.attrs.find((each) => each.name === name)?.value;
}

/** What part of a table an element is: by its own name, or by the role that it is given. */
function roleOf(element: PageElement): 'table' | 'row' | 'cell' | undefined {
  const role = attribute(element, 'role');
  if (element.tagName === 'table' || role === 'table' || role === 'grid')
    return role === 'presentation' ? undefined : 'table';
  if (element.tagName === 'tr' || role === 'row') return 'row';
  const isCell = ['cell', 'gridcell', 'columnheader', 'rowheader'].includes(role ?? '');
  return element.tagName === 'td' || element.tagName === 'th' || isCell ? 'cell' : undefined;
}

/** The rows of one table; a merged cell stands in its first column, and in every row that it spans. Tables inside of it are text of a cell. */
function rowsOfTable(table: PageElement): string[][] {
  const rows: string[][] = [];
  /** What spans down into the rows to come, by column. */
  let spanning = new Map<number, { text: string; left: number }>();
  for (const row of inside(table, 'row')) {
    if (rows.length > INCOMING_LIMITS.lines) break;
    const cells: string[] = [];
    const next = new Map<number, { text: string; left: number }>();
    const skip = () => {
      for (let span = spanning.get(cells.length); span; span = spanning.get(cells.length)) {
        if (span.left > 1) next.set(cells.length, { text: span.text, left: span.left - 1 });
        cells.push(span.text);
      }
    };
    for (const cell of inside(row, 'cell')) {
      skip();
      if (cells.length >= INCOMING_LIMITS.columns) break;
      const text = textOf(cell);
      const down = spanOf(cell, 'rowspan');
      if (down > 1) next.set(cells.length, { text, left: down - 1 });
      cells.push(text, ...Array.from({ length: spanOf(cell, 'colspan') - 1 }, () => ''));
    }
    skip();
    spanning = next;
    rows.push(cells);
  }
  return rows;
}

function spanOf(cell: PageElement, name: 'rowspan' | 'colspan'): number {
  const span = Number(attribute(cell, name) ?? '1');
  return Number.isInteger(span) && span > 0 ? Math.min(span, INCOMING_LIMITS.merged) : 1;
}

/** The rows or cells of an element, without looking into any that is found. */
function inside(element: PageElement, role: 'row' | 'cell'): PageElement[] {
  const found: PageElement[] = [];
  const open = childrenOf(element).reverse();
  for (let node = open.pop(); node; node = open.pop()) {
    if (isElement(node)) {
      const own = roleOf(node);
      if (own === role) found.push(node);
      if (own === role || own === 'table') continue;
    }
    open.push(...childrenOf(node).reverse());
  }
  return found;
}

/** All that can be read in an element, its blocks apart. */
function textOf(element: PageElement): string {
  let text = '';
  const open = childrenOf(element).reverse();
  for (let node = open.pop(); node; node = open.pop()) {
    if (defaultTreeAdapter.isTextNode(node)) text += node.value;
    else if (isElement(node)) {
      if (isHidden(node)) continue;
      text += ' ';
      if (node.tagName === 'input' || node.tagName === 'img')
        text += attribute(node, node.tagName === 'img' ? 'alt' : 'value') ?? '';
      open.push(...childrenOf(node).reverse());
    }
  }
  return text;
}

function isHidden(element: PageElement): boolean {
  const style = attribute(element, 'style') ?? '';
  return attribute(element, 'hidden') !== undefined || /display\s*:\s*none/i.test(style);
}

function rowsOfText(text: string): Checked<string[][]> {
  const lines = text.split(/\r\n|\r|\n/);
  const filled = lines.filter((line) => line.trim() !== '');
  const share = (test: RegExp) =>
    filled.filter((line) => test.test(line)).length / Math.max(1, filled.length);
  if (share(/\t/) > 0.3) return separated(text, '\t');
  if (share(/;/) > 0.5) return separated(text, ';');
  // A decimal comma, or a day such as "Mon, 12 Oct", is no separator of cells.
  if (share(/(?:,[^\s\d]|,"|",|,\d+,|\d,\d{4}-|[a-z]\w*,\d|,,)/i) > 0.5) return separated(text, ',');
  if (share(/\|/) > 0.5) {
    const rows = separated(text.replace(/^\s*\||\|\s*$/gm, ''), '|');
    return rows.ok
      ? { ok: true, value: rows.value.filter((row) => !row.every((cell) => /^[\s:-]*$/.test(cell))) }
      : rows;
  }
  return { ok: true, value: rowsOfCells(lines.map(cellText)) };
}

/** Lines of cells between delimiters (RFC 4180). A quote that is never closed would swallow all that follows it. */
function separated(text: string, delimiter: string): Checked<string[][]> {
  const { data, errors } = Papa.parse<string[]>(text, { delimiter, skipEmptyLines: 'greedy' });
  const open = errors.find(({ code }) => code === 'MissingQuotes');
  if (!open) return { ok: true, value: data };
  return refused('has a quotation mark that is never closed', placeInText(text, open.index ?? 0));
}

/** What a line by itself can be. */
type Shape = 'number' | 'fraction' | 'percent' | 'day' | 'state' | 'blank' | 'text';

const DAY =
  /^(?:\w{3,9},?\s+)?(?:\d{1,2}[./-]\d{1,2}(?:[./-]\d{2,4})?\.?|\d{4}-\d{2}-\d{2}.*|\d{1,2}(?:st|nd|rd|th)?\.?\s+[A-Za-z]{3,9}\.?(?:\s+\d{4})?|[A-Za-z]{3,9}\.?\s+\d{1,2}(?:,?\s+\d{4})?)(?:(?:,|\s)+(?:at\s+)?\d{1,2}(?:[:.]\d{2})?\s*(?:[ap]\.?m\.?)?)?$/i;

function shapeOf(line: string): Shape {
  if (line === '' || /^[—–-]+$/.test(line)) return 'blank';
  if (/^\d+(?:[.,]\d+)?$/.test(line)) return 'number';
  if (/^[\d.,—–-]+\s*(?:\/|of|out of)\s*[\d.,]+(?:\s*(?:points?|pts?))?$/i.test(line)) return 'fraction';
  if (/^\d+(?:[.,]\d+)?\s*%$/.test(line)) return 'percent';
  if (STATE.test(line)) return 'state';
  return DAY.test(line) ? 'day' : 'text';
}

const STATE =
  /^(missing|excused|ex|exempt|waiting|pending|submitted|not submitted|graded|not graded|late|handed in|turned in|n\/a|[a-f][+−–-]?)$/i;

/** Lines of which each is a cell: as many to a row as make the rows most alike; else a row begins with each line of text. */
function rowsOfCells(lines: readonly string[]): string[][] {
  const filled = lines.filter((line) => line !== '');
  if (filled.length < 4) return filled.map((line) => [line]);
  const best = [lines, filled]
    .flatMap((each) =>
      [2, 3, 4, 5, 6, 7, 8].map((period) => ({ each, period, fit: fitOf(each.map(shapeOf), period) })),
    )
    .reduce((most, candidate) => (candidate.fit > most.fit + 0.02 ? candidate : most));
  if (best.fit >= 0.85) return chunked(best.each, best.period);
  const shapes = filled.map(shapeOf);
  if (!shapes.some((shape) => shape !== 'text')) return filled.map((line) => [line]);
  return rowsByName(filled, shapes);
}

function chunked(lines: readonly string[], period: number): string[][] {
  const rows: string[][] = [];
  for (let from = 0; from < lines.length; from += period) rows.push(lines.slice(from, from + period));
  return rows;
}

/** How alike rows of so many lines are: the share of cells with the shape that is most common in their column; it must hold a name and a score. */
function fitOf(shapes: readonly Shape[], period: number): number {
  const rows = Math.floor(shapes.length / period);
  if (rows < 4) return 0;
  let alike = 0;
  const common: Shape[] = [];
  for (let column = 0; column < period; column += 1) {
    const counts = new Map<Shape, number>();
    // The first row may be heads.
    for (let row = 1; row < rows; row += 1) {
      const shape = shapes[row * period + column]!;
      counts.set(shape, (counts.get(shape) ?? 0) + 1);
    }
    const [shape, most] = [...counts].reduce((best, entry) => (entry[1] > best[1] ? entry : best));
    common.push(shape);
    alike +=
      most +
      (shape === 'blank' || shape === 'text' ? 0 : (counts.get('blank') ?? 0) + (counts.get('state') ?? 0));
  }
  const hasBoth =
    common.includes('text') &&
    common.some((shape) => ['number', 'fraction', 'percent', 'state'].includes(shape));
  const left = shapes.length % period;
  return hasBoth ? alike / ((rows - 1) * period) - left / shapes.length : 0;
}

/** Where rows have lines left out: a name, and what follows it, each in the column of its shape. */
function rowsByName(lines: readonly string[], shapes: readonly Shape[]): string[][] {
  const rows: string[][] = [];
  // A score and what it is out of can be two numbers.
  const columns: Shape[] = ['day', 'fraction', 'number', 'number', 'percent', 'state'];
  lines.forEach((line, index) => {
    const shape = shapes[index]!;
    if (shape === 'text') rows.push([line, ...columns.map(() => '')]);
    const row = rows.at(-1);
    const free = columns.findIndex((each, place) => each === shape && row?.[place + 1] === '');
    if (row && free >= 0) row[free + 1] = line;
  });
  return rows;
}
