import { adjusted, isAdjusting } from '../grading/adjustment';
import type { Derivation } from '../grading/combine';
import type { Outlooks } from '../grading/outlook';
import type { PlannedNode, PlannedPiece } from '../grading/plan';
import { exact } from '../numbers/arithmetic';
import { compareOf, HUNDRED, ONE, ZERO, type Rational } from '../numbers/rational';
import type { Worth } from '../rules/drop/candidates';
import { Composition } from './composition';
import { Variation } from './variation';

/** How far one open piece can still move the course (grading rules, section 8). */
export interface Swing {
  readonly id: string;
  /** Percent points of the course between the piece at full marks and at 0. */
  readonly points: Rational;
  /** The same for pieces of which any two could be exchanged and no number would change; nothing where that is not known. */
  readonly alike: string | undefined;
}

/** The open piece that can move the course most; the earlier of equal ones. Nothing where there is no forecast. */
export function largestSwing(from: Outlooks): Swing | undefined {
  const [first, ...rest] = swings(from);
  return rest.reduce(
    (most, swing) => (most && compareOf(swing.points, most.points) > 0 ? swing : most),
    first,
  );
}

/**
 * The swing of every listed, unsettled, counted piece, in tree order, everything else at its forecast.
 *
 * @param from - the course's outlooks
 * @returns empty where the course has no forecast
 */
export function swings({ forecast }: Outlooks): readonly Swing[] {
  if (!forecast?.worth) return [];
  const own = found.get(forecast) ?? swingsIn(forecast, forecast, (worth) => worth?.value);
  found.set(forecast, own);
  return own;
}

/** Nearly all that is said of a course asks for them; a derivation is never changed. */
const found = new WeakMap<Derivation, readonly Swing[]>();

/** The course's value when a category of it is worth something. */
type Lift = (worth: Worth<Rational> | undefined) => Rational | undefined;

function swingsIn(root: Derivation, derivation: Derivation, lift: Lift): Swing[] {
  const by = derivation.source?.own?.value;
  const known = countAlike(derivation) ? new Map<string, Rational>() : undefined;
  return derivation.children.flatMap((child) => {
    const { node } = child;
    if (node.kind === 'piece' && !isOpen(node)) return [];
    let alone: Composition<Rational> | undefined;
    const courseWith: Lift = (worth) => {
      const own = (alone ??= new Composition(derivation, (other) => other === child, exact));
      return lift(own.with((index) => (own.slots[index] === child ? worth : own.still(index)), by).worth);
    };
    if (node.kind === 'category') return swingsIn(root, child.derivation!, courseWith);
    if (replacesElsewhere(node)) return [{ id: node.id, points: swingBy(root, node), alike: undefined }];
    const high = adjusted(ONE, node.handling, exact);
    const low = adjusted(ZERO, node.handling, exact);
    const key = [child.own?.value, high, low].map((value) => value?.toFraction()).join(' ');
    const alike = node.weighs ? known : undefined;
    const points =
      alike?.get(key) ??
      swingBetween(courseWith({ value: low, size: node.size }), courseWith({ value: high, size: node.size }));
    alike?.set(key, points);
    const isPlain = alike && !isAdjusting(node.handling);
    return [{ id: node.id, points, alike: isPlain ? `${derivation.category.id} ${key}` : undefined }];
  });
}

/**
 * Whether all that has a part in a category counts alike: pieces of the same size and weight, none of them extra credit or replaced. Then what one of
 * them can move hangs on the values alone, whichever it is, and is the same for those whose values are the same.
 */
function countAlike({ category, children, sums }: Derivation): boolean {
  if (category.replacement) return false;
  const inSum = children.flatMap(({ node }, place) => (node.weighs ? [{ node, place }] : []));
  const [first] = inSum;
  return inSum.every(
    ({ node, place }) =>
      node.kind === 'piece' &&
      !node.extra &&
      first?.node.kind === 'piece' &&
      compareOf(node.size, first.node.size) === 0 &&
      sums.every(({ members }) => isSame(members[place]!.weight, members[first.place]!.weight)),
  );
}

function isSame(a: Rational | undefined, b: Rational | undefined): boolean {
  return a === b || (a !== undefined && b !== undefined && compareOf(a, b) === 0);
}

function isOpen({ origin, settlement }: PlannedPiece): boolean {
  return origin === 'listed' && settlement === 'unsettled';
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
