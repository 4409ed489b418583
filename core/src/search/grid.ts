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
 * why that is enough). Guesses cut the grid, and the exact choices at both ends prove each stretch; where they differ, it is cut again by them.
 * There are about as many stretches as drops change hands; where they change at every place, as below a fine rounding, this looks at
 * every place.
 *
 * @param last - the grid is 0, 1, … last
 * @param choices - what is chosen at a place
 */
export function risingStretches(last: number, { exact, guess }: Guided<string>): Range[] {
  return alikeWithin({ from: 0, to: last }, guess).flatMap((stretch) =>
    stretch.from === stretch.to || exact(stretch.from) === exact(stretch.to)
      ? [stretch]
      : alikeWithin(stretch, exact),
  );
}

/** Cuts a range into stretches with the same choices at both ends, by halves; what is alike across a cut is joined again. */
function alikeWithin({ from, to }: Range, choices: (place: number) => string): Range[] {
  if (from === to || choices(from) === choices(to)) return [{ from, to }];
  const middle = Math.floor((from + to) / 2);
  const lower = alikeWithin({ from, to: middle }, choices);
  const [first, ...rest] = alikeWithin({ from: middle + 1, to }, choices) as [Range, ...Range[]];
  const end = lower.pop()!;
  return choices(end.from) === choices(first.to)
    ? [...lower, { from: end.from, to: first.to }, ...rest]
    : [...lower, end, first, ...rest];
}

/** One thing that a target asks of a grid. */
export interface Condition {
  /** Whether a place meets it; this alone decides. */
  readonly meets: (place: number) => boolean;
  /** A float near what rises at a place, and the least of it, nearly, that meets the condition. */
  readonly near: (place: number) => number;
  readonly least: number;
}

/** Where a condition is first met on each of some stretches: one after the stretch where it is not. */
export type Firsts = (stretch: Range) => number;

/**
 * Finds the first place of a rising stretch that meets a condition: floats lead to one, and two exact answers, there and just below, prove
 * it; where they do not, it is found by halving, exactly. What was found is remembered, as several targets may share a condition.
 */
export function firstsOf(condition: Condition): Firsts {
  const known = new Map<number, number>();
  return (stretch) => {
    const found = known.get(stretch.from) ?? firstMeeting(stretch, condition);
    known.set(stretch.from, found);
    return found;
  };
}

/**
 * Finds where on a grid a target is met: where all of its conditions are. On a rising stretch each has a first place, and the last of these
 * is the target's.
 *
 * @param stretches - the grid, in stretches on which all that is asked for only rises
 */
export function searchGrid(stretches: readonly Range[], conditions: readonly Firsts[]): GridAnswer {
  const missed: { from: number; to: number }[] = [];
  for (const stretch of stretches) {
    const to = conditions.reduce((last, firstIn) => Math.max(last, firstIn(stretch)), stretch.from) - 1;
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

/** The first place of a stretch that meets a condition; the one after it where none does. */
function firstMeeting(stretch: Range, condition: Condition): number {
  const { from, to } = stretch;
  const { meets } = condition;
  const guessed = guessFirst(stretch, condition);
  const proven = (guessed > to || meets(guessed)) && (guessed === from || !meets(guessed - 1));
  return proven ? guessed : firstWhere({ from, to: to + 1 }, (place) => place > to || meets(place));
}

/**
 * The same by floats: where the line between a miss and a hit would meet the target, which is nearly right as the grade is made
 * of few straight pieces (regula falsi); every third step halves, so that a bent one ends soon too.
 */
function guessFirst({ from, to }: Range, { near, least }: Condition): number {
  if (near(from) >= least) return from;
  if (!(near(to) >= least)) return to + 1;
  let miss = from;
  let hit = to;
  for (let step = 1; hit - miss > 1; step += 1) {
    const part = step % 3 === 0 ? 0.5 : (least - near(miss)) / (near(hit) - near(miss));
    const place = miss + Math.ceil(part * (hit - miss));
    const tried = Math.min(Math.max(place, miss + 1), hit - 1);
    if (near(tried) >= least) hit = tried;
    else miss = tried;
  }
  return hit;
}

/** Halving: the first place at which something holds that holds at the last, and above every place at which it does. */
export function firstWhere({ from, to }: Range, holds: (place: number) => boolean): number {
  let low = from;
  let high = to;
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (holds(middle)) high = middle;
    else low = middle + 1;
  }
  return low;
}
