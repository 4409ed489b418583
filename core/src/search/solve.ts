import type { Assessment } from '../document/course';
import { find, isCounted } from '../document/tree';
import type { Outlooks } from '../grading/outlook';
import type { PlannedPiece } from '../grading/plan';
import { exact } from '../numbers/arithmetic';
import { decimalText, ONE, rational, roundToStep, whole, ZERO, type Rational } from '../numbers/rational';
import { reachAlong, type BandReach } from './reach';
import type { Goal } from './trial';
import { largestSwing } from './swing';
import { Variation } from './variation';

/** What one piece alone must bring, everything else at its forecast, for each band; `level` is in points of the piece. */
export type Solution =
  | { readonly id: string; readonly bands: readonly BandReach[] }
  | { readonly id: string; readonly why: string };

const MOST_SCORES = 100_000;

/** What is asked of one piece alone, where it is not the usual. */
export interface Asked {
  /** The bands of the scale unless said. */
  readonly goals?: readonly Goal[];
  /** What another open piece is taken to bring, a fraction of its full marks. */
  readonly beside?: { readonly id: string; readonly value: Rational };
}

/**
 * The least score of one open piece for each band (grading rules, section 7).
 *
 * @param from - the course's outlooks
 * @param id - an unsettled, counted assessment; its own `assume` is set aside
 * @param asked - which bands, and whether another piece is taken to bring something else than its forecast
 * @returns the answer for each band, highest first, or why there is none
 */
export function solve(from: Outlooks, id: string, { goals, beside }: Asked = {}): Solution {
  const known = beside ? undefined : last.get(from);
  const prepared = known?.id === id ? known.prepared : prepare(from, id, beside);
  if (!beside) last.set(from, { id, prepared });
  if ('why' in prepared) return { id, why: prepared.why };
  return { id, bands: prepared.takes(goals ?? from.plan.course.scale.bands) };
}

/** What a piece takes for bands, ready to be asked, or why that cannot be said. */
type Prepared = { readonly takes: ReturnType<typeof reachAlong> } | { readonly why: string };

/** Of each course's outlooks the piece that was last asked about: what is said of a course asks about the same one several times. */
const last = new WeakMap<Outlooks, { readonly id: string; readonly prepared: Prepared }>();

function prepare(from: Outlooks, id: string, beside: Asked['beside']): Prepared {
  const { plan, supposing } = from;
  const { valueOf, standingOf } = from.forecasting;
  const piece = plan.pieces.find((candidate) => candidate.id === id && candidate.origin === 'listed');
  if (piece?.settlement !== 'unsettled') return { why: whyNotOpen(from, id) };
  const base = supposing((other) => {
    if (other === piece) return ONE;
    return other.id === beside?.id ? beside.value : valueOf(other);
  }, standingOf);
  if (base.lacks) return { why: 'Other open work has no forecast yet: nothing near it has a score.' };
  const grid = scoresOf(piece);
  if (grid.last + 1 > MOST_SCORES) return { why: `There are more than ${MOST_SCORES} scores to tell apart.` };
  if (new Variation(base, [piece], exact).valueAt(() => ZERO) === undefined)
    return { why: 'The course has no grade with this piece at 0.' };
  const takes = reachAlong({
    plan,
    base,
    moving: [piece],
    tried: plan.pieces.filter((other) => other === piece || other.id === beside?.id),
    last: grid.last,
    valueAt: (place) => grid.score(place).div(piece.size),
    textOf: (place) => decimalText(grid.score(place), 12),
  });
  return { takes };
}

/** A piece, and what it alone must bring for each band. */
export interface Alone {
  readonly piece: Assessment;
  readonly bands: readonly BandReach[];
}

/** What the open piece that can move the course most must bring alone, if that can be said. */
export function solveLargest(from: Outlooks, goals?: readonly Goal[]): Alone | undefined {
  const largest = largestSwing(from);
  const solution = largest && solve(from, largest.id, goals && { goals });
  if (!solution || 'why' in solution) return undefined;
  const { source } = from.plan.pieces.find(({ id }) => id === solution.id)!;
  return { piece: source!, bands: solution.bands };
}

/** The scores that can be given for a piece: 0, step, 2·step, … below full marks, and full marks. */
export function scoresOf({ size, source }: Pick<PlannedPiece, 'size' | 'source'>): {
  last: number;
  score: (place: number) => Rational;
} {
  const step = rational(source!.step ?? '1');
  const last = Number(roundToStep(size.div(step), ONE, 'up').n);
  return { last, score: (place) => (place === last ? size : step.mul(whole(place))) };
}

function whyNotOpen({ plan }: Outlooks, id: string): string {
  const placed = find(plan.course, id);
  if (!placed) return `There is no piece "${id}" in this course.`;
  if (placed.node.kind === 'category') return `"${placed.node.name}" is a category, not a piece.`;
  if (!isCounted(placed)) return `"${placed.node.name}" is not counted.`;
  return `"${placed.node.name}" is settled.`;
}
