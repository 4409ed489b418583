import { unit } from '../grading/add-up';
import { exact } from '../numbers/arithmetic';
import type { PlannedCategory, PlannedNode, PlannedPiece } from '../grading/plan';
import { ZERO, type Rational } from '../numbers/rational';

/**
 * Whether the course's grade can only rise as the varying pieces rise together.
 *
 * Caps, rounding, lateness and sums with fixed weights only rise. Drops may not: by percent, a rise can exchange which of
 * two pieces of different size is left out. So the answer is yes where, in every category that holds a varying piece:
 *
 * - no drop acts; or
 * - the drop is by benefit (the highest of several rising values rises); or
 * - all that can be dropped counts alike (`equal`, or the same weight or points), so that the lowest kept sum rises;
 *
 * and where a category pools points, none of its categories can change how many points it stands for.
 */
export function isMonotone(root: PlannedCategory, varies: (piece: PlannedPiece) => boolean): boolean {
  return shapeOf(root, varies).rises;
}

interface Shape {
  readonly varies: boolean;
  readonly rises: boolean;
  /** Whether no drop can change how many points full marks are. */
  readonly fixed: boolean;
  /** Those points, where they are known without looking at values. */
  readonly size: Rational | undefined;
}

function shapeOf(node: PlannedNode, varies: (piece: PlannedPiece) => boolean): Shape {
  if (node.kind === 'piece') return { varies: varies(node), rises: true, fixed: true, size: node.size };
  const { combine, drop } = node;
  const children = node.children
    .filter(({ weighs }) => weighs)
    .map((child) => ({ child, shape: shapeOf(child, varies) }));
  const moving = children.some(({ shape }) => shape.varies);
  const regular = children.filter(({ child }) => !child.extra);
  const drops = drop.lowest + drop.highest > 0 && regular.length > 1;
  const sizes = regular.map(({ shape }) => shape.size);
  const units = regular.map(({ child, shape }) =>
    combine === 'points' && shape.size === undefined
      ? undefined
      : unit(combine, child.weight, shape.size ?? ZERO, exact),
  );
  const pooled = combine === 'points';
  const fixed = regular.every(({ shape }) => shape.fixed) && (!drops || areAlike(pooled ? units : sizes));
  const size = !drops && fixed ? total(pooled ? units : sizes) : undefined;
  if (!moving) return { varies: false, rises: true, fixed: true, size };
  const alike = drop.by === 'points' ? areAlike(sizes) && areAlike(units) : areAlike(units);
  const rises =
    children.every(({ shape }) => shape.rises) &&
    (!pooled || children.every(({ shape }) => shape.fixed)) &&
    (!drops || drop.by === 'benefit' || alike);
  return { varies: true, rises, fixed, size };
}

function total(values: readonly (Rational | undefined)[]): Rational | undefined {
  return values.every((value) => value !== undefined) ? exact.sum(values, (value) => value) : undefined;
}

function areAlike([first, ...rest]: readonly (Rational | undefined)[]): boolean {
  return rest.every((value) => value !== undefined && first !== undefined && value.equals(first));
}
