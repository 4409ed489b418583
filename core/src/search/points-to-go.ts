import { isAdjusting } from '../grading/adjustment';
import { lettersOf, thresholdOf } from '../grading/letter';
import type { Outlooks } from '../grading/outlook';
import type { PlannedCategory, PlannedNode } from '../grading/plan';
import {
  decimalText,
  fractionOfPercent,
  ONE,
  rational,
  roundToStep,
  sumOf,
  ZERO,
  type Rational,
} from '../numbers/rational';
import { isUnknown } from './reach';
import type { Goal } from './trial';

/** A course of pooled points in points: what is open, and how many of them a band takes. */
export interface PointsToGo {
  /** Points of all open work that is not extra credit and not assumed. */
  readonly open: string;
  /** How many more of them a band takes, in steps that can be given; 0 or less where it is sure. */
  readonly more: (goal: Goal) => Rational;
}

/**
 * The points that bands still take, where a course only pools points: no category drops, replaces, curves, deducts,
 * caps, rounds or weighs, and no open piece is curved, late or capped, so that one point counts like any other.
 *
 * @returns nothing where the course is not of that kind, or nothing is open
 */
export function pointsToGo({ plan, floor, supposing }: Outlooks): PointsToGo | undefined {
  const unknowns = plan.pieces.filter(isUnknown);
  if (unknowns.length === 0 || !floor.worth || !isPooled(plan.root)) return undefined;
  if (unknowns.some(({ handling }) => isAdjusting(handling))) return undefined;
  // What is assumed stays as it is assumed; extra credit that is open brings nothing.
  const { numerator: above, denominator: below } = supposing(({ assumed }) => assumed ?? ZERO);
  const letters = lettersOf(plan.course.scale);
  const step = unknowns
    .map(({ source }) => rational(source?.step ?? '1'))
    .reduce((least, own) => (own.compare(least) < 0 ? own : least));
  return {
    open: decimalText(
      sumOf(unknowns, ({ size }) => size),
      6,
    ),
    more: ({ from }) => {
      const { least, within } = thresholdOf(fractionOfPercent(from), letters);
      const wanted = least.mul(below).sub(above);
      if (wanted.s < 0n) return wanted;
      const given = roundToStep(wanted, step, 'up');
      return within || given.compare(wanted) > 0 ? given : given.add(step);
    },
  };
}

function isPooled(category: PlannedCategory): boolean {
  const { combine, drop, replacement, deductions, curve, cap, round, children } = category;
  return (
    combine === 'points' &&
    drop.lowest + drop.highest === 0 &&
    deductions.length === 0 &&
    (replacement ?? curve ?? cap ?? round) === undefined &&
    children.every(countsByPoints)
  );
}

function countsByPoints(node: PlannedNode): boolean {
  if (node.weight !== undefined && !node.weight.equals(ONE)) return false;
  return node.kind === 'piece' || isPooled(node);
}
