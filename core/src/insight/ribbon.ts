import type { Category, CourseNode } from '../document/course';
import type { Derivation } from '../grading/combine';
import type { Outlooks } from '../grading/outlook';
import { regularChildren } from '../grading/problems';
import { sharesOf } from '../grading/working';
import { HUNDRED, ONE, rational, whole, ZERO, type Rational } from '../numbers/rational';

/** One segment of the ribbon: a child of the course's root, in percent points of the course. */
export interface Segment {
  readonly id: string;
  readonly name: string;
  /** Its share of the course; 0 for extra credit and for what takes no part. */
  readonly share: Rational;
  readonly earned: Rational;
  readonly lost: Rational;
  readonly open: Rational;
  /** What the forecast adds to the earned points. */
  readonly forecast: Rational;
  readonly extra: boolean;
}

/**
 * The course as a bar of 100 points (design: "the ribbon"). A segment's share is its part of the whole when everything is
 * settled. What is earned is measured by the floor, what can still be had by the ceiling: the rest is lost, whatever rule
 * took it.
 *
 * @param from - the course's outlooks
 * @returns one segment for each child of the root that is counted, in order
 */
export function ribbon({ plan, floor, ceiling, forecast }: Outlooks): Segment[] {
  const shares = sharesOf(ceiling);
  return plan.root.children.map((node, index) => {
    const share = shares.get(ceiling.parts[index]!) ?? ZERO;
    const least = pointsOf(floor, index);
    const most = pointsOf(ceiling, index);
    const likely = forecast ? pointsOf(forecast, index) : least;
    const all = share.compare(most) > 0 ? share : most;
    return {
      id: node.id,
      name: node.name,
      share,
      earned: least,
      lost: notBelowZero(all.sub(most)),
      open: notBelowZero(most.sub(least)),
      forecast: notBelowZero(likely.sub(least)),
      extra: node.extra,
    };
  });
}

/**
 * The ribbon of a course before there is any work: what each child of the root is to count, all of it open. Weights stand as they are
 * written, so that what they lack of 100 is seen as a gap; other ways of adding up share 100.
 *
 * @param root - the root of a document
 * @returns one segment for each child that counts for something, in order
 */
export function sketch(root: Category): Segment[] {
  const children = regularChildren(root);
  const sizes = children.map((child) => sizeOf(child, root));
  const total = sizes.reduce((sum, size) => sum.add(size), ZERO);
  if (total.n === 0n) return [];
  const unit = root.combine === 'weights' ? ONE : HUNDRED.div(total);
  return children.map(({ id, name }, index) => {
    const share = sizes[index]!.mul(unit);
    return { id, name, share, earned: ZERO, lost: ZERO, open: share, forecast: ZERO, extra: false };
  });
}

/** What a child of the root counts beside its siblings. */
function sizeOf(node: CourseNode, { combine = 'points' }: Category): Rational {
  const weight = node.weight === undefined ? undefined : rational(node.weight);
  if (combine === 'equal') return ONE;
  return combine === 'weights' ? (weight ?? ZERO) : possiblePoints(node).mul(weight ?? ONE);
}

function possiblePoints(node: CourseNode): Rational {
  if (node.kind === 'assessment') return rational(node.possible);
  const listed = regularChildren(node);
  const points = listed.reduce((sum, child) => sum.add(possiblePoints(child)), ZERO);
  const more = Math.max(0, (node.planned?.pieces ?? 0) - listed.length);
  return points.add(rational(node.planned?.possible ?? '100').mul(whole(more)));
}

function pointsOf({ parts, denominator }: Derivation, index: number): Rational {
  const part = parts[index]!;
  const counts = part.role === 'regular' || part.role === 'extra';
  return counts && denominator.n !== 0n ? part.numerator.div(denominator).mul(HUNDRED) : ZERO;
}

function notBelowZero(value: Rational): Rational {
  return value.compare(ZERO) < 0 ? ZERO : value;
}

/**
 * The points of a course that pools them at its root: of all its pieces, what is promised included.
 *
 * @returns nothing where the course is made of weights, or of pieces that count alike
 */
export function pooledPoints({ ceiling }: Outlooks): Rational | undefined {
  return ceiling.category.combine === 'points' ? ceiling.worth?.size : undefined;
}

/**
 * How many of the course's 100 points are settled: all but the shares of unsettled work.
 *
 * @returns percent points, 0 where the course has no value
 */
export function settledPoints({ ceiling }: Outlooks): Rational {
  if (!ceiling.worth) return ZERO;
  let settled = HUNDRED;
  for (const [{ node }, share] of sharesOf(ceiling))
    if (node.kind === 'piece' && node.settlement === 'unsettled') settled = settled.sub(share);
  return settled;
}
