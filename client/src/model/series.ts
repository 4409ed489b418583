import type { Category } from '@fidens/core';
import { addDays } from 'date-fns/addDays';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { dayText } from '@/wording/days';

/** What makes a series: Quiz 1 to 10, every seven days from the first day. */
export interface SeriesRule {
  readonly name: string;
  readonly pieces: number;
  /** The first day, as `YYYY-MM-DD`; nothing where they have no days. */
  readonly day: string;
  /** Days from one to the next. */
  readonly every: number;
}

/** One piece of a series before it is made. */
export interface SeriesPiece {
  readonly name: string;
  readonly day: string;
}

/**
 * The pieces of a series. One piece alone keeps its name; more are numbered, after those of the same name that a category has.
 *
 * @param parent - the category that they are made in
 */
export function seriesOf({ name, pieces, day, every }: SeriesRule, parent: Category): SeriesPiece[] {
  const stem = name.trim();
  if (pieces === 1) return [{ name: stem, day }];
  const first = lastNumber(stem, parent) + 1;
  return Array.from({ length: pieces }, (_, index) => ({
    name: `${stem} ${first + index}`,
    day: day && format(addDays(parseISO(day), index * every), 'yyyy-MM-dd'),
  }));
}

function lastNumber(stem: string, { children }: Category): number {
  const numbers = children
    .filter(({ name }) => name.startsWith(`${stem} `))
    .map(({ name }) => Number(name.slice(stem.length + 1)));
  return Math.max(0, ...numbers.filter((number) => Number.isInteger(number)));
}

/** What a series will make, in words, before it is made. */
export function seriesWords(made: readonly SeriesPiece[]): string {
  const [first, last] = [made[0]!, made.at(-1)!];
  const days = first.day ? `, due ${dayWords(first.day)} to ${dayWords(last.day)}` : '';
  return `Makes ${first.name} to ${last.name}${days}.`;
}

function dayWords(day: string): string {
  return dayText(parseISO(day), 'weekday');
}
