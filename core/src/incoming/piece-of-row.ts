import type { Assessment, Scale } from '../document/course';
import { readEntry, type EntrySet } from '../document/entry';
import { momentText, shortestDecimal } from '../numbers/decimal';
import type { ListRow } from './rows';

/**
 * The piece that a row would be.
 *
 * @param possible - what it is out of where the row does not say
 * @param scale - whose letters its score may be
 * @returns the piece, and an entry that is not understood as a score: it is left out then
 */
export function pieceOfRow(
  row: ListRow,
  id: string,
  possible: string | undefined,
  scale: Scale,
): { readonly node: Assessment; readonly unclear?: string } {
  const points = row.possible ?? possible;
  const blank: Assessment = {
    kind: 'assessment',
    id,
    name: row.name,
    possible: shortestDecimal(points ?? '100'),
    ...(points === undefined && { presumed: true as const }),
    ...(row.day !== undefined && { due: momentOfRow(row) }),
  };
  const set = setOfRow(row, blank, scale);
  if (!set) return { node: blank, unclear: row.entry };
  if (set.status === 'open') return { node: blank };
  return { node: { ...blank, status: set.status, ...(set.score && { score: set.score }) } };
}

function setOfRow({ entry: text }: ListRow, piece: Assessment, scale: Scale): EntrySet | undefined {
  const entry = readEntry(text, piece, scale);
  if (entry.kind === 'set') return entry.set;
  // What is above full marks in a list of points is points.
  return entry.kind === 'asks'
    ? entry.readings.find(({ set }) => set.score && 'points' in set.score && set.score.points === text)?.set
    : undefined;
}

/**
 * The moment of a row's day: at the time that it says, else at another that is known.
 *
 * @param own - the moment that is recorded, whose time of day holds on
 */
export function momentOfRow({ day, time }: ListRow, own?: Date): string {
  const at = time ?? (own ? `${two(own.getHours())}:${two(own.getMinutes())}` : '23:59');
  return momentText(new Date(`${day}T${at}:00`));
}

function two(number: number): string {
  return String(number).padStart(2, '0');
}
