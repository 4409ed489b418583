import type { Category, Combine } from '../document/course';
import { rational, ZERO, type Rational } from '../numbers/rational';
import { schemeWeight } from '../rules/schemes';

/** What of a child its weight is known by. */
export interface Weighable {
  readonly id: string;
  readonly name: string;
  readonly weight: Rational | undefined;
  readonly weightTo: string | undefined;
}

/** One set of weights that a category is added up with. */
export interface Weighting {
  /** The scheme's name; nothing of the category's own weights. */
  readonly scheme: string | undefined;
  /** The weight in use of each child, in order, what moved to it included. */
  readonly weights: readonly (Rational | undefined)[];
  readonly moved: readonly MovedWeight[];
}

/** Weight of a piece that is gone, and the sibling that has it. */
export interface MovedWeight {
  readonly from: Weighable;
  /** Nothing where the sibling is not counted: then the weight is left out. */
  readonly to: Weighable | undefined;
  readonly weight: Rational;
}

const NONE_MOVED: readonly MovedWeight[] = [];

/** Whether a weight counts: under `points` and `weights` 0 takes no part, and under `weights` neither does none. */
export function isWeighed(combine: Combine | undefined, weight: Rational | undefined): boolean {
  if (combine === undefined || combine === 'equal') return true;
  return weight === undefined ? combine === 'points' : weight.n !== 0n;
}

/**
 * The weightings of a category whose children are all planned (grading rules, sections 17 and 18): its own, then its schemes, each with
 * what moves.
 *
 * @param isAway - whether a child is excused, or missing where that counts nothing
 * @returns the weightings, by whether a replacement gives excused work a value, so that it is not gone
 */
export function weightingsOf<C extends Weighable>(
  { children, combine, source }: { children: readonly C[]; combine: Combine; source: Category },
  isAway: (child: C) => boolean,
): (revives: boolean) => readonly Weighting[] {
  const isGone = (child: C) => child.weightTo !== undefined && isAway(child);
  const own = children.map(({ weight }) => weight);
  if (!source.schemes && !children.some(isGone)) {
    const only = [{ scheme: undefined, weights: own, moved: NONE_MOVED }];
    return () => only;
  }
  const listed = writtenWeightings(children, source);
  const still = listed.map((weighting) => ({ ...weighting, moved: NONE_MOVED }));
  const gone = new Set(combine === 'weights' ? children.filter(isGone) : []);
  if (gone.size === 0) return () => still;
  const moving = listed.map(({ scheme, weights }) => moveWeights(children, scheme, weights, gone));
  return (revives) => (revives && source.replace?.excused ? still : moving);
}

/** The weights of a category as they are written: its own, then those of each scheme. */
export function writtenWeightings(
  children: readonly Weighable[],
  { schemes = [] }: Category,
): Omit<Weighting, 'moved'>[] {
  const ofSchemes = schemes.map(({ name, weights }) => ({
    scheme: name,
    weights: children.map(({ id, weight }) => {
      const named = schemeWeight(weights, id);
      return named === undefined ? weight : rational(named);
    }),
  }));
  return [{ scheme: undefined, weights: children.map(({ weight }) => weight) }, ...ofSchemes];
}

function moveWeights(
  children: readonly Weighable[],
  scheme: string | undefined,
  own: readonly (Rational | undefined)[],
  gone: ReadonlySet<Weighable>,
): Weighting {
  const weights = [...own];
  const moved: MovedWeight[] = [];
  children.forEach((from, index) => {
    const weight = own[index];
    if (!gone.has(from) || !weight || weight.n === 0n) return;
    const place = arrival(from, children, gone);
    moved.push({ from, to: children[place], weight });
    if (place >= 0) weights[place] = (weights[place] ?? ZERO).add(weight);
  });
  return { scheme, weights, moved };
}

/** Where a gone piece's weight arrives: the first on its way that is not gone itself; -1 where that is not counted. */
function arrival(from: Weighable, children: readonly Weighable[], gone: ReadonlySet<Weighable>): number {
  let at = from;
  for (;;) {
    const place = children.findIndex(({ id }) => id === at.weightTo);
    const next = children[place];
    if (!next || !gone.has(next)) return place;
    at = next;
  }
}
