import { isDecimal, typedDecimal } from '@fidens/core';
import { addYears } from 'date-fns/addYears';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { format } from 'date-fns/format';
import { isValid } from 'date-fns/isValid';
import { parse } from 'date-fns/parse';

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

/** Ways of writing a day, those with a year first. */
const WITH_YEAR = ['yyyy-MM-dd', 'd MMM yyyy', 'd MMMM yyyy', 'MMM d yyyy', 'MMMM d yyyy', 'd.M.yyyy'];
const WITHOUT = ['d MMM', 'd MMMM', 'MMM d', 'MMMM d', 'd.M.'];

function dayCell(cell: string, near: Date): Cell | undefined {
  const text = cell
    .replace(/^(mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?,?\s+/i, '')
    .replace(/(\d)(st|nd|rd|th)\b/i, '$1');
  const slashed = /^(\d{1,2})\/(\d{1,2})(?:\/(\d{4}))?$/.exec(text);
  if (slashed) return slashedDay(slashed.slice(1), near);
  for (const form of WITH_YEAR) {
    const day = parse(text, form, near);
    if (isValid(day)) return dayOf(day);
  }
  for (const form of WITHOUT) {
    const day = parse(text, form, near);
    if (isValid(day)) return dayOf(nearest(day, near));
  }
  return undefined;
}

/** Of 10/12 nobody knows which is the month; of 10/25 everybody does. */
function slashedDay([first, second, year]: readonly (string | undefined)[], near: Date): Cell | undefined {
  const [a, b] = [Number(first), Number(second)];
  const of = (day: number, month: number) => {
    const text = `${day}.${month}.`;
    const found = year ? parse(`${text}${year}`, 'd.M.yyyy', near) : nearest(parse(text, 'd.M.', near), near);
    return isValid(found) ? found : undefined;
  };
  if (a > 12 || b > 12 || a === b) {
    const found = a > 12 ? of(a, b) : of(b, a);
    return found && dayOf(found);
  }
  const ways = [of(a, b), of(b, a)].flatMap((day) => (day ? [format(day, 'd MMM')] : []));
  return { kind: 'which', value: ways.join(' or ') };
}

function nearest(day: Date, near: Date): Date {
  const far = (date: Date) => Math.abs(differenceInCalendarDays(date, near));
  return [addYears(day, -1), day, addYears(day, 1)].reduce((best, date) =>
    far(date) < far(best) ? date : best,
  );
}

const dayOf = (day: Date): Cell => ({ kind: 'day', value: format(day, 'yyyy-MM-dd') });
