import type { Category } from '../document/course';
import { unit } from '../grading/add-up';
import type { PlannedCategory, PlannedNode, PlannedPiece } from '../grading/plan';
import { exact } from '../numbers/arithmetic';
import { ZERO, type Rational } from '../numbers/rational';
import { CATEGORY_RULES, RULE_NAMES } from '../rules';
import { acts, areAlike } from '../rules/drop/monotone';
import type { CategoryRule, CategoryShape } from '../rules/rule';

/**
 * Whether the course's grade can only rise as the varying pieces rise together.
 *
 * Caps, rounding, lateness and sums with fixed weights only rise; drops may not. So the answer is yes where no rule can make a rise
 * fall (`CategoryRule.canFall`) in any category that holds a varying piece, and where a category pools points, none of its
 * categories can change how many points it stands for.
 */
export function isMonotone(root: PlannedCategory, varies: (piece: PlannedPiece) => boolean): boolean {
  return shapeOf(root, varies).rises;
}

interface Shape {
  /** Whether it has a value: what is excused, and a category in which nothing else stands, is in no sum and no drop. */
  readonly isThere: boolean;
  readonly varies: boolean;
  readonly rises: boolean;
  /** Whether no drop can change how many points full marks are. */
  readonly fixed: boolean;
  /** Those points, where they are known without looking at values. */
  readonly size: Rational | undefined;
}

function shapeOf(node: PlannedNode, varies: (piece: PlannedPiece) => boolean): Shape {
  if (node.kind === 'piece') {
    const isThere = node.settlement !== 'none';
    return { isThere, varies: varies(node), rises: true, fixed: true, size: node.size };
  }
  const { combine, drop } = node;
  const children = node.children
    .filter(({ weighs }) => weighs)
    .map((child) => ({ child, shape: shapeOf(child, varies) }))
    .filter(({ shape }) => shape.isThere);
  const moving = children.some(({ shape }) => shape.varies);
  const regular = children.filter(({ child }) => !child.extra);
  const drops = acts(drop, regular.length);
  const isThere = regular.length > 0;
  const sizes = regular.map(({ shape }) => shape.size);
  const units = regular.map(({ child, shape }) =>
    combine === 'points' && shape.size === undefined
      ? undefined
      : unit(combine, child.weight, shape.size ?? ZERO, exact),
  );
  const pooled = combine === 'points';
  const fixed = regular.every(({ shape }) => shape.fixed) && (!drops || areAlike(pooled ? units : sizes));
  const size = !drops && fixed ? total(pooled ? units : sizes) : undefined;
  if (!moving) return { isThere, varies: false, rises: true, fixed: true, size };
  const rises =
    children.every(({ shape }) => shape.rises) &&
    (!pooled || children.every(({ shape }) => shape.fixed)) &&
    !canRulesFall(node.source, { units, sizes });
  return { isThere, varies: true, rises, fixed, size };
}

/** Whether one of a category's rules can make it fall as what is in it rises. */
function canRulesFall(category: Category, shape: CategoryShape): boolean {
  return RULE_NAMES.some((name) => {
    const value = category[name];
    const { canFall } = CATEGORY_RULES[name] as CategoryRule<unknown>;
    return value !== undefined && !!canFall?.(value, shape);
  });
}

function total(values: readonly (Rational | undefined)[]): Rational | undefined {
  return values.every((value) => value !== undefined) ? exact.sum(values, (value) => value) : undefined;
}
