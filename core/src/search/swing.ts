import { adjusted } from '../grading/adjustment';
import type { Derivation } from '../grading/combine';
import type { Outlooks } from '../grading/outlook';
import type { PlannedNode, PlannedPiece } from '../grading/plan';
import { exact } from '../numbers/arithmetic';
import { HUNDRED, ONE, ZERO, type Rational } from '../numbers/rational';
import type { Worth } from '../rules/drop/candidates';
import { Composition } from './composition';
import { Variation } from './variation';

/** How far one open piece can still move the course (grading rules, section 8). */
export interface Swing {
  readonly id: string;
  /** Percent points of the course between the piece at full marks and at 0. */
  readonly points: Rational;
}

/** The open piece that can move the course most; the earlier of equal ones. Nothing where there is no forecast. */
export function largestSwing(from: Outlooks): Swing | undefined {
  const [first, ...rest] = swings(from);
  return rest.reduce((most, swing) => (most && swing.points.compare(most.points) > 0 ? swing : most), first);
}

/**
 * The swing of every listed, unsettled, counted piece, in tree order, everything else at its forecast.
 *
 * @param from - the course's outlooks
 * @returns empty where the course has no forecast
 */
export function swings({ forecast }: Outlooks): Swing[] {
  return forecast?.worth ? swingsIn(forecast, forecast, (worth) => worth?.value) : [];
}

/** The course's value when a category of it is worth something. */
type Lift = (worth: Worth<Rational> | undefined) => Rational | undefined;

function swingsIn(root: Derivation, derivation: Derivation, lift: Lift): Swing[] {
  const by = derivation.source?.own?.value;
  return derivation.children.flatMap((child) => {
    const { node } = child;
    if (node.kind === 'piece' && !isOpen(node)) return [];
    const alone = new Composition(derivation, (other) => other === child, exact);
    const courseWith: Lift = (worth) =>
      lift(alone.with((index) => (alone.slots[index] === child ? worth : alone.still(index)), by).worth);
    if (node.kind === 'category') return swingsIn(root, child.derivation!, courseWith);
    return [
      { id: node.id, points: replacesElsewhere(node) ? swingBy(root, node) : swingOf(node, courseWith) },
    ];
  });
}

function isOpen({ origin, settlement }: PlannedPiece): boolean {
  return origin === 'listed' && settlement === 'unsettled';
}

function swingOf({ handling, size }: PlannedPiece, courseWith: Lift): Rational {
  const high = courseWith({ value: adjusted(ONE, handling, exact), size });
  const low = courseWith({ value: adjusted(ZERO, handling, exact), size });
  return swingBetween(low, high);
}

/** Whether the piece's value, or that of a category above it, replaces others: then it moves the course on more than one way. */
function replacesElsewhere(piece: PlannedPiece): boolean {
  for (let at: PlannedNode | undefined = piece; at; at = at.parent) if (at.replacesIn.length > 0) return true;
  return false;
}

function swingBy(root: Derivation, piece: PlannedPiece): Rational {
  const course = new Variation(root, [piece], exact);
  return swingBetween(
    course.valueAt(() => ZERO),
    course.valueAt(() => ONE),
  );
}

function swingBetween(low: Rational | undefined, high: Rational | undefined): Rational {
  return high && low ? high.sub(low).mul(HUNDRED) : ZERO;
}
