import type { Category } from '../document/course';
import { unit } from '../grading/add-up';
import { canRevive } from '../grading/combine';
import type { PlannedCategory, PlannedNode, PlannedPiece } from '../grading/plan';
import { isWeighed, type Weighting } from '../grading/weighting';
import { exact } from '../numbers/arithmetic';
import { ZERO, type Rational } from '../numbers/rational';
import { CATEGORY_RULES, RULE_NAMES } from '../rules';
import { acts, areAlike } from '../rules/drop/monotone';
import type { CategoryRule, CategoryShape } from '../rules/rule';

/**
 * Whether the course's grade can only rise as the varying pieces rise together.
 *
 * Curves, deductions, caps, rounding, lateness, the better of several sums and sums with fixed weights only rise; drops and replacements may
 * not. So the answer is yes where no rule can make a rise fall (`CategoryRule.canFall`) in any category that holds a varying piece, where no
 * category that pools points has one whose points can change (by a drop, or by the weighting that counts), and where whatever a category's
 * source is only rises too, and cannot come or go.
 *
 * @param others - further nodes whose values must only rise, and have a value always or never
 */
export function isMonotone(
  root: PlannedCategory,
  varies: (piece: PlannedPiece) => boolean,
  others: readonly PlannedNode[] = [],
): boolean {
  const shapes = new Shapes(varies);
  return (
    shapes.of(root).rises &&
    others.every((node) => {
      const { rises, fixed, varies: moves } = shapes.of(node);
      return rises && (fixed || !moves);
    })
  );
}

interface Shape {
  /** Whether it has a value: what is excused, and a category in which nothing else stands, is in no sum and no drop. */
  readonly isThere: boolean;
  readonly varies: boolean;
  readonly rises: boolean;
  /** Whether nothing can change how many points full marks are. */
  readonly fixed: boolean;
  /** Those points, where they are known without looking at values. */
  readonly size: Rational | undefined;
}

interface ChildShape {
  readonly child: PlannedNode;
  readonly shape: Shape;
  readonly weight: Rational | undefined;
}

class Shapes {
  readonly #known = new Map<PlannedNode, Shape>();

  constructor(readonly varies: (piece: PlannedPiece) => boolean) {}

  of(node: PlannedNode): Shape {
    const known = this.#known.get(node);
    if (known) return known;
    const shape = node.kind === 'piece' ? this.#piece(node) : this.#category(node);
    this.#known.set(node, shape);
    return shape;
  }

  #piece(node: PlannedPiece): Shape {
    const isThere = node.settlement !== 'none';
    return { isThere, varies: this.varies(node), rises: true, fixed: true, size: node.size };
  }

  #category(category: PlannedCategory): Shape {
    const { replacement, weightings, beginsFull } = category;
    if (beginsFull) return { isThere: true, varies: false, rises: true, fixed: true, size: ZERO };
    const source = replacement?.source && this.of(replacement.source);
    // What a source may give a value to is taken as there; what weighs if it has none is looked at as well.
    const sums = source?.isThere ? [...weightings(true), ...weightings(false)] : weightings(false);
    const shapes = sums.map((weighting) => this.#sum(category, weighting, source));
    const [first, ...rest] = shapes as [Shape, ...Shape[]];
    const varies = shapes.some((shape) => shape.varies);
    const alike = rest.every(
      ({ isThere, size }) => isThere === first.isThere && !!size && !!first.size && size.equals(first.size),
    );
    return {
      isThere: shapes.some(({ isThere }) => isThere),
      varies,
      rises: shapes.every(({ rises }) => rises),
      fixed: !varies || (alike && shapes.every(({ fixed }) => fixed)),
      size: alike ? first.size : undefined,
    };
  }

  #sum(category: PlannedCategory, { weights }: Weighting, source: Shape | undefined): Shape {
    const { combine, drop, replacement } = category;
    const revives = !!source?.isThere && replacement!.excused;
    const children = category.children
      .map((child, index): ChildShape => ({ child, shape: this.of(child), weight: weights[index] }))
      .filter(({ weight }) => isWeighed(combine, weight))
      .filter(({ child, shape }) => shape.isThere || (revives && canRevive(child)));
    const regular = children.filter(({ child }) => !child.extra);
    const drops = acts(drop, regular.length);
    const isThere = regular.length > 0;
    const sizes = regular.map(({ shape }) => shape.size);
    const units = regular.map(({ shape, weight }) =>
      combine === 'points' && shape.size === undefined
        ? undefined
        : unit(combine, weight, shape.size ?? ZERO, exact),
    );
    const pooled = combine === 'points';
    const isSure = !source?.varies || source.fixed;
    const fixed =
      isSure && regular.every(({ shape }) => shape.fixed) && (!drops || areAlike(pooled ? units : sizes));
    const size = !drops && fixed && !revives ? total(pooled ? units : sizes) : undefined;
    const moving = regular.filter(({ shape }) => shape.varies).length;
    if (moving === 0 && !source?.varies && !children.some(({ shape }) => shape.varies))
      return { isThere, varies: false, rises: true, fixed: true, size };
    const rises =
      isSure &&
      (source?.rises ?? true) &&
      children.every(({ shape }) => shape.rises) &&
      (!pooled || children.every(({ shape }) => shape.fixed)) &&
      !canRulesFall(category.source, { units, sizes, varying: moving });
    return { isThere, varies: true, rises, fixed, size };
  }
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
