import * as en from 'chrono-node/en';
import { momentText } from '../numbers/decimal';
import { NO_DUE, SPEAKS_DUE } from './english/dates';
import { Mentions } from './mentions';
import { speaksOfMany, stemsOf } from './names';
import type { Part } from './part';
import type { Unit } from './units';

/** A day that a text gives to a piece of work: one part that is itself a piece, or a piece in a part. */
export interface Dated {
  /** The part that it is, or is in. */
  readonly part: Part;
  /** What the piece is called, where it is one of several. */
  readonly name?: string;
  readonly due: string;
  readonly unit: Unit;
  readonly from: number;
  readonly to: number;
  /** The other day that it could be: of 3/4 nobody knows which number is the month. */
  readonly other: string | undefined;
  readonly nameFrom: number;
  readonly nameTo: number;
}

const AMOUNT = /\d{1,4}(?:[.,]\d{1,3})?\s?(?:%|percent|per cent|points?\b|pts?\b)/gi;

/** A line longer than this is no line of a schedule. */
const LONGEST = 240;

/**
 * Finds the days of pieces.
 *
 * @param near - a day of the term, of which days without a year are near
 */
export function datesOf(units: readonly Unit[], parts: readonly Part[], near: Date): Dated[] {
  const mentions = new Mentions(parts);
  const found: Dated[] = [];
  for (const unit of units) {
    if (unit.text.length > LONGEST || !/\d/.test(unit.text) || NO_DUE.test(unit.text)) continue;
    const named = namedIn(unit, mentions);
    if (named.length === 0) continue;
    const days = daysIn(withoutNames(unit.text, named), near);
    if (days.length === 0) continue;
    const isSchedule =
      unit.line.section === 'dates' ||
      SPEAKS_DUE.test(unit.text) ||
      named.some(({ part, name }) => !part.isMany || name !== undefined);
    if (!isSchedule) continue;
    for (const day of days) {
      const before = named.findLast(({ nameTo }) => nameTo <= day.from);
      const next = days.find(({ from }) => from > day.from)?.from ?? unit.text.length;
      const after = named.filter(({ nameFrom }) => nameFrom >= day.to && nameFrom < next);
      const isFirst = !before || (after.length > 0 && /^\W*$|\t/.test(unit.text.slice(0, day.from)));
      const own = isFirst ? after : day.from - before.nameTo <= 80 ? [before] : [];
      for (const one of own)
        found.push({ ...one, due: day.due, other: day.other, unit, from: day.from, to: day.to });
    }
  }
  return found;
}

interface Day {
  readonly due: string;
  readonly other: string | undefined;
  readonly from: number;
  readonly to: number;
}

/** A line in which the numbers of pieces are no part of a day, and cells stand apart. */
function withoutNames(text: string, named: readonly { nameFrom: number; nameTo: number }[]): string {
  const signs = [...text.replace(/[\u{10000}-\u{10FFFF}]/gu, '__').replace(/\t/g, ';')];
  for (const { nameFrom, nameTo } of named) for (let at = nameFrom; at < nameTo; at += 1) signs[at] = '_';
  return signs
    .join('')
    .replace(AMOUNT, (amount) => '_'.repeat(amount.length))
    .replace(
      /\b(week|lecture|chapter|unit|session|day|room)(\s+)(\d{1,2})/gi,
      (_, word: string, gap: string, number: string) => `${word}${gap}${'_'.repeat(number.length)}`,
    );
}

function daysIn(text: string, near: Date): Day[] {
  const days: Day[] = [];
  for (const { index, text: words, start } of en.strict.parse(text, near)) {
    // A time alone, or a day of the week, is no day of a schedule.
    if (!start.isCertain('day') || !start.isCertain('month')) continue;
    const date = start.date();
    if (!start.isCertain('year')) {
      const years = [-1, 0, 1].map(
        (by) => new Date(date.getFullYear() + by, date.getMonth(), date.getDate()),
      );
      const nearest = years.reduce((best, one) =>
        Math.abs(+one - +near) < Math.abs(+best - +near) ? one : best,
      );
      date.setFullYear(nearest.getFullYear());
    }
    if (start.isCertain('hour')) date.setHours(start.get('hour') ?? 23, start.get('minute') ?? 0, 0, 0);
    else date.setHours(23, 59, 0, 0);
    if (date.getFullYear() < 1990 || date.getFullYear() > 2190) continue;
    days.push({ due: momentText(date), other: otherDay(words, date), from: index, to: index + words.length });
  }
  return days;
}

/** The day with its month and its day exchanged, where both could be either. */
function otherDay(words: string, date: Date): string | undefined {
  const [, first, second] = /\b(\d{1,2})\/(\d{1,2})\b/.exec(words) ?? [];
  if (first === undefined || Number(first) > 12 || Number(second) > 12 || first === second) return undefined;
  const other = new Date(date);
  other.setMonth(date.getDate() - 1, date.getMonth() + 1);
  return momentText(other);
}

/** The pieces that a line names: a part that is one piece, or one of a part with many, by its number. */
function namedIn(unit: Unit, mentions: Mentions): Omit<Dated, 'due' | 'unit' | 'from' | 'to' | 'other'>[] {
  const { text } = unit;
  return mentions.in(unit).flatMap(({ part, from, to }) => {
    if (!part.isMany) return [{ part, nameFrom: from, nameTo: to }];
    const own = text.slice(from, to);
    const number = /^\s?#?\s?(\d{1,2})(?![\d/%]|[:.]\d|(?:st|nd|rd|th)\b)/.exec(text.slice(to));
    if (!number || speaksOfMany(own)) return [];
    const end = to + number[0].length;
    return [{ part, name: unit.words(from, end), nameFrom: from, nameTo: end }];
  });
}

/** Whether two names are of one piece. */
export const isSamePiece = (one: string, other: string) =>
  stemsOf(one).join(' ') === stemsOf(other).join(' ');
