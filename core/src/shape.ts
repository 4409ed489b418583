import type { Arithmetic } from './arithmetic';
import { unit } from './combine';
import type { PlannedCategory, PlannedNode, PlannedPiece } from './plan';

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
export function onlyRises<N>(
  root: PlannedCategory<N>,
  varies: (piece: PlannedPiece<N>) => boolean,
  arithmetic: Arithmetic<N>,
): boolean {
  return shapeOf(root, varies, arithmetic).rises;
}

interface Shape<N> {
  readonly varies: boolean;
  readonly rises: boolean;
  /** Whether no drop can change how many points full marks are. */
  readonly fixed: boolean;
  /** Those points, where they are known without looking at values. */
  readonly size: N | undefined;
}

function shapeOf<N>(
  node: PlannedNode<N>,
  varies: (piece: PlannedPiece<N>) => boolean,
  a: Arithmetic<N>,
): Shape<N> {
  if (node.kind === 'piece') return { varies: varies(node), rises: true, fixed: true, size: node.size };
  const { combine, drop } = node;
  const children = node.children
    .filter(({ weighs }) => weighs)
    .map((child) => ({ child, shape: shapeOf(child, varies, a) }));
  const moving = children.some(({ shape }) => shape.varies);
  const regular = children.filter(({ child }) => !child.extra);
  const drops = drop.lowest + drop.highest > 0 && regular.length > 1;
  const sizes = regular.map(({ shape }) => shape.size);
  const units = regular.map(({ child, shape }) =>
    combine === 'points' && shape.size === undefined ? undefined : unit(node, child, shape.size ?? a.zero, a),
  );
  const pooled = combine === 'points';
  const fixed = regular.every(({ shape }) => shape.fixed) && (!drops || areAlike(pooled ? units : sizes, a));
  const size = !drops && fixed ? total(pooled ? units : sizes, a) : undefined;
  if (!moving) return { varies: false, rises: true, fixed: true, size };
  const alike = drop.by === 'points' ? areAlike(sizes, a) && areAlike(units, a) : areAlike(units, a);
  const rises =
    children.every(({ shape }) => shape.rises) &&
    (!pooled || children.every(({ shape }) => shape.fixed)) &&
    (!drops || drop.by === 'benefit' || alike);
  return { varies: true, rises, fixed, size };
}

function total<N>(values: readonly (N | undefined)[], a: Arithmetic<N>): N | undefined {
  return values.reduce<N | undefined>(
    (sum, value) => (sum === undefined || value === undefined ? undefined : a.add(sum, value)),
    a.zero,
  );
}

function areAlike<N>(values: readonly (N | undefined)[], a: Arithmetic<N>): boolean {
  const [first, ...rest] = values;
  return rest.every((value) => value !== undefined && first !== undefined && a.compare(value, first) === 0);
}
