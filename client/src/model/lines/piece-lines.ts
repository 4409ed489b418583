import { isDecimal, readDay, typedDecimal } from '@fidens/core';
import { parseISO } from 'date-fns/parseISO';
import { dayText } from '@/wording/days';

/** One line of a list of pieces, as it was understood. */
export interface PieceLine {
  readonly name: string;
  /** What it is out of, in points; nothing where the line does not say it. */
  readonly possible?: string;
  readonly weight?: string;
  /** `YYYY-MM-DD` */
  readonly day?: string;
  readonly part?: 'extra' | 'not';
  /** What of the line means nothing here, each with what would. */
  readonly unclear: readonly string[];
}

/**
 * Reads a list of pieces, one a line: "Essay 1, 50, 12 Oct". Beside the name a line can say what the piece is out of, when it is due,
 * its weight (with %, or as a second number), and that it is extra credit or not counted, in any order, between commas, semicolons
 * or tabs.
 *
 * @param text - as it was typed or pasted
 * @param near - a day of which the days without a year are near
 */
export function piecesFromText(text: string, near: Date): PieceLine[] {
  return text
    .split(/\r?\n/)
    .filter((line) => line.trim() !== '')
    .map((line) => lineOf(cellsOf(line), near));
}

function cellsOf(line: string): string[] {
  const separator = line.includes('\t') ? '\t' : line.includes(';') ? ';' : /,\s/.test(line) ? /,\s/ : ',';
  return line
    .split(separator)
    .map((cell) => cell.trim())
    .filter((cell) => cell !== '');
}

function lineOf([name = '', ...cells]: readonly string[], near: Date): PieceLine {
  const line: { -readonly [Field in keyof PieceLine]: PieceLine[Field] } = { name, unclear: [] };
  const unclear: string[] = [];
  for (const cell of cells) {
    const read = cellOf(cell, near);
    const field =
      read?.kind === 'number' ? (line.possible === undefined ? 'possible' : 'weight') : read?.kind;
    if (!read || read.kind === 'which' || line[field as keyof PieceLine] !== undefined) {
      unclear.push(read?.kind === 'which' ? `${cell}: write it as ${read.value}` : cell);
      continue;
    }
    Object.assign(line, { [field as string]: read.value });
  }
  return { ...line, unclear };
}

type Cell = {
  readonly kind: 'number' | 'possible' | 'weight' | 'day' | 'part' | 'which';
  readonly value: string;
};

const WORDS: readonly (readonly [RegExp, 'extra' | 'not'])[] = [
  [/^(extra( credit)?|bonus)$/i, 'extra'],
  [/^(not counted|no count|ungraded)$/i, 'not'],
];

function cellOf(cell: string, near: Date): Cell | undefined {
  for (const [words, value] of WORDS) if (words.test(cell)) return { kind: 'part', value };
  const [, percent] = /^(.+?)\s*%$/.exec(cell) ?? [];
  if (percent !== undefined) return numberCell('weight', percent);
  const [, points] =
    /^(?:out of\s+|\/\s*)(.+)$/i.exec(cell) ?? /^(.+?)\s*(?:points?|pts?\.?)$/i.exec(cell) ?? [];
  if (points !== undefined) return numberCell('possible', points);
  return numberCell('number', cell) ?? dayCell(cell, near);
}

function numberCell(kind: 'number' | 'possible' | 'weight', text: string): Cell | undefined {
  const value = typedDecimal(text);
  // "12.10." is a day.
  return isDecimal(value) ? { kind, value } : undefined;
}

function dayCell(cell: string, near: Date): Cell | undefined {
  const read = readDay(cell, near);
  if (read?.kind === 'day') return { kind: 'day', value: read.day };
  const ways = read && Object.values(read.days).map((day) => dayText(parseISO(day)));
  return ways && { kind: 'which', value: ways.join(' or ') };
}
