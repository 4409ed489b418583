/** Places of a grid from one to another, both in it. */
export interface Range {
  readonly from: number;
  readonly to: number;
}

/** Where on a grid a target is met. */
export type GridAnswer =
  | { readonly state: 'secured' }
  | { readonly state: 'out' }
  /** `gaps`: above the level, where it is missed after all. */
  | { readonly state: 'reachable'; readonly level: number; readonly gaps: readonly Range[] };

/** A question about each place of a grid, and a quick guess of its answer. */
export interface Guided<T> {
  /** The answer; this alone decides. */
  readonly exact: (place: number) => T;
  readonly guess: (place: number) => T;
}

/**
 * Cuts a grid into stretches on which the grade only rises: those whose both ends make the same choices (`Variation` says
 * why that is enough). A stretch that makes a choice has one beginning and one end, so halving finds the end; the guess
 * leads to it, and the exact choices at both ends prove it. There are about as many stretches as drops change hands; where
 * they change at every place, as below a fine rounding, this walks the whole grid.
 *
 * @param last - the grid is 0, 1, … last
 * @param choices - what is chosen at a place
 */
export function risingStretches(last: number, { exact, guess }: Guided<string>): Range[] {
  const stretches: Range[] = [];
  for (let from = 0; from <= last; from = stretches.at(-1)!.to + 1) {
    const guessed = lastAlike(from, last, guess);
    const to = exact(from) === exact(guessed) ? guessed : lastAlike(from, last, exact);
    stretches.push({ from, to });
  }
  return stretches;
}

function lastAlike(from: number, last: number, choices: (place: number) => string): number {
  const own = choices(from);
  return firstWhere({ from, to: last + 1 }, (place) => place > last || choices(place) !== own) - 1;
}

/**
 * Finds where on a grid a target is met. On a rising stretch, halving finds the first place that meets it: the guess leads to
 * one, and two exact answers, there and just below, prove it; where they do not, the halving is done exactly.
 *
 * @param stretches - the grid, in stretches on which a place above one that meets the target meets it too
 * @param meets - whether the target is met at a place
 */
export function searchGrid(stretches: readonly Range[], meets: Guided<boolean>): GridAnswer {
  const missed: { from: number; to: number }[] = [];
  for (const stretch of stretches) {
    const to = firstMeeting(stretch, meets) - 1;
    if (to < stretch.from) continue;
    const before = missed.at(-1);
    if (before && before.to === stretch.from - 1) before.to = to;
    else missed.push({ from: stretch.from, to });
  }
  const [first, ...rest] = missed;
  if (!first) return { state: 'secured' };
  if (first.from > 0) return { state: 'reachable', level: 0, gaps: missed };
  if (first.to === stretches.at(-1)!.to) return { state: 'out' };
  return { state: 'reachable', level: first.to + 1, gaps: rest };
}

/** The first place of a stretch that meets the target; the one after it where none does. */
function firstMeeting({ from, to }: Range, { exact, guess }: Guided<boolean>): number {
  const search = { from, to: to + 1 };
  const guessed = firstWhere(search, (place) => place > to || guess(place));
  const proven = (guessed > to || exact(guessed)) && (guessed === from || !exact(guessed - 1));
  return proven ? guessed : firstWhere(search, (place) => place > to || exact(place));
}

/** Halving: the first place at which something holds that holds at the last, and above every place at which it does. */
function firstWhere({ from, to }: Range, holds: (place: number) => boolean): number {
  let low = from;
  let high = to;
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (holds(middle)) high = middle;
    else low = middle + 1;
  }
  return low;
}
