import type { Course } from '../../document/course';
import { find } from '../../document/tree';
import type { Checked } from '../../document/validation';
import { readIncoming, type Reading, type ReadLists } from '../../incoming/find';
import type { Source } from '../../incoming/source';
import type { Compared } from './choice';
import { compareList } from './compare';
import { matchRows, nameLikeness, nameOf } from './match';

/** What is asked of a school's list: what came in, and what was put right by hand. */
export interface ListQuestion extends Reading {
  readonly source: Source;
  readonly course: Course;
  /** Which of several lists is about the course, where that was said. */
  readonly which?: number;
  /** Which piece rows are about, by their lines, where that was said; `null` = none of those that are there. */
  readonly said?: Readonly<Record<number, string | null>>;
}

/** What came in beside the record: a course whole, to stand in its place, or a list that was held against it. */
export type ListAnswer =
  | { readonly kind: 'course'; readonly course: Course }
  | {
      readonly kind: 'list';
      readonly read: Omit<ReadLists, 'lists'>;
      /** The lists that came in, by the titles of their courses; which of them it is; and how many rows that one has. */
      readonly titles: readonly string[];
      readonly which: number;
      readonly rows: number;
      readonly compared: Compared;
    };

/**
 * Reads a school's list, whatever it came in as, and holds it against the record.
 *
 * @returns what was understood; or why nothing was
 */
export function readList({
  source,
  course,
  which,
  said = {},
  ...reading
}: ListQuestion): Checked<ListAnswer> {
  const incoming = readIncoming(source, reading);
  if (!incoming.ok) return incoming;
  if (incoming.value.kind === 'course') return { ok: true, value: incoming.value };
  const { lists, kind: _kind, ...read } = incoming.value;
  const titles = lists.map(({ title = '' }) => title);
  const chosen = which !== undefined && which < lists.length ? which : likest(titles, course);
  const rows = lists[chosen]?.rows.filter(({ counts }) => counts !== 'promised') ?? [];
  const matches = matchRows(rows, course).filter(({ row, piece }) => {
    const own = said[rows[row]!.line];
    return own === undefined && !Object.values(said).includes(piece);
  });
  rows.forEach(({ line }, row) => {
    const piece = said[line];
    if (typeof piece === 'string' && find(course, piece)) matches.push({ row, piece, isSure: true });
  });
  const compared = compareList(course, rows, matches);
  return { ok: true, value: { kind: 'list', read, titles, which: chosen, rows: rows.length, compared } };
}

/** Which title is most like that of a course, or its code. */
function likest(titles: readonly string[], { title, code }: Course): number {
  const fit = (text: string) =>
    Math.max(
      ...[title, ...(code === undefined ? [] : [code])].map((own) => nameLikeness(nameOf(own), nameOf(text))),
    );
  return titles.reduce((best, text, index) => (fit(text) > fit(titles[best]!) ? index : best), 0);
}
