import type { Arithmetic } from './arithmetic';

/** Keys to find the least by: a float near each, and the keys themselves, asked for only where floats do not tell. */
export interface Keys {
  readonly near: Float64Array;
  /** What no float is farther from its key than; not finite where floats say nothing. */
  readonly error: number;
  /** Compares two keys exactly: negative, zero or positive, as for a sort. */
  readonly compare: (i: number, j: number) => number;
}

/** What a float made by a few roundings may be off by, as a part of the numbers that it was made of: with room to spare. */
const ROUNDINGS = 1e-13;

/**
 * Keys in some arithmetic: floats that tie are equal, and the earlier goes first as where they are equal exactly.
 *
 * @param most - what no number that they were made of is more than
 */
export function keysIn<N>(
  { ties }: Arithmetic<N>,
  near: Float64Array,
  most: number,
  compare: Keys['compare'],
): Keys {
  return ties > 0
    ? { near, error: most * ties, compare: () => 0 }
    : { near, error: most * ROUNDINGS, compare };
}

/**
 * The indexes with the least keys, of equal ones the earlier: exact, at nearly the cost of floats.
 *
 * Let t be the last of the floats that fit in. A float below t by more than both errors belongs to the least, as fewer than
 * `count` keys can lie below it; one above t by as much does not, as `count` keys do. Only what is as near to t as that is
 * compared exactly.
 *
 * @param count - how many, at least one and at most as many as there are
 * @param except - indexes that are not chosen from, if any
 * @returns indexes in list order
 */
export function kSmallest(
  count: number,
  { near, error, compare }: Keys,
  except?: readonly number[],
): number[] {
  if (count === 1 && !except?.length) return [leastOne({ near, error, compare })];
  const last = floatAt(count - 1, near, except);
  const margin = 2 * error;
  const chosen: number[] = [];
  const close: number[] = [];
  for (let index = 0; index < near.length; index += 1) {
    const above = near[index]! - last;
    if (above > margin || except?.includes(index)) continue;
    if (above < -margin) chosen.push(index);
    else close.push(index);
  }
  const missing = count - chosen.length;
  if (close.length > missing) close.sort((i, j) => compare(i, j) || i - j).length = missing;
  return chosen.concat(close).sort((i, j) => i - j);
}

/** The same for one, which is most that is asked for. */
function leastOne({ near, error, compare }: Keys): number {
  const margin = 2 * error;
  let found = 0;
  for (let index = 1; index < near.length; index += 1) {
    const above = near[index]! - near[found]!;
    if (above < -margin || (!(above > margin) && compare(index, found) < 0)) found = index;
  }
  return found;
}

/** The float that is at a place when all are in order. */
function floatAt(place: number, near: Float64Array, except: readonly number[] | undefined): number {
  const among = except ? near.filter((_, index) => !except.includes(index)) : near.slice();
  return among.sort()[place]!;
}

/** The first whole numbers from 0. */
export function firstOf(count: number): number[] {
  const indexes: number[] = [];
  for (let index = 0; index < count; index += 1) indexes.push(index);
  return indexes;
}
