/** A stretch of grid values above the level that miss the target after all; both ends miss it. */
export interface GridGap {
  readonly from: number;
  readonly to: number;
}

/** Where on a grid a target is met. */
export type GridAnswer =
  | { readonly state: 'secured' }
  | { readonly state: 'out' }
  | { readonly state: 'reachable'; readonly level: number; readonly gaps: readonly GridGap[] };

/** How a target is asked about on a grid. */
export interface GridQuestion {
  /** Whether the target is met at a place; this alone decides. */
  readonly meets: (place: number) => boolean;
  /** A quick guess of the same. */
  readonly guess: (place: number) => boolean;
  /** True if a place above one that meets it always meets it too; else the whole grid is walked. */
  readonly onlyRises: boolean;
}

/**
 * Finds where on a grid a target is met.
 *
 * Where the grade only rises, halving finds the level: the guess leads to a place, and two exact answers, there and just below,
 * prove it; where they do not, the halving is done exactly.
 *
 * @param last - the grid is 0, 1, … last
 */
export function searchGrid(last: number, { meets, guess, onlyRises }: GridQuestion): GridAnswer {
  if (!onlyRises) return walkGrid(last, meets);
  const guessed = bisect(last, guess);
  return isProven(guessed, last, meets) ? guessed : bisect(last, meets);
}

function isProven(answer: GridAnswer, last: number, meets: (place: number) => boolean): boolean {
  if (answer.state === 'secured') return meets(0);
  if (answer.state === 'out') return !meets(last);
  return meets(answer.level) && !meets(answer.level - 1);
}

function bisect(last: number, meets: (place: number) => boolean): GridAnswer {
  if (!meets(last)) return { state: 'out' };
  if (meets(0)) return { state: 'secured' };
  let misses = 0;
  let level = last;
  while (level - misses > 1) {
    const middle = Math.floor((misses + level) / 2);
    if (meets(middle)) level = middle;
    else misses = middle;
  }
  return { state: 'reachable', level, gaps: [] };
}

function walkGrid(last: number, meets: (place: number) => boolean): GridAnswer {
  let level: number | undefined;
  let missed = 0;
  const gaps: { from: number; to: number }[] = [];
  for (let place = 0; place <= last; place += 1) {
    if (meets(place)) {
      level ??= place;
      continue;
    }
    missed += 1;
    if (level === undefined) continue;
    const gap = gaps.at(-1);
    if (gap && gap.to === place - 1) gap.to = place;
    else gaps.push({ from: place, to: place });
  }
  if (level === undefined) return { state: 'out' };
  return missed === 0 ? { state: 'secured' } : { state: 'reachable', level, gaps };
}
