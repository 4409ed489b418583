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
 * Where the course's grade can only rise as the varying pieces rise together, known without looking at values.
 *
 * Curves, deductions, caps, rounding, lateness, the better of several sums and sums with fixed weights only rise; drops and replacements may
 * not. So a category rises with what is in it where none of its rules can make it fall (`CategoryRule.canFall`), where it does not pool points
 * with a category whose points can change (by a drop, or by the weighting that counts), and where its source cannot come or go.
 */
export class Rises {
  readonly #shapes: Shapes;
  readonly #asked: ReadonlySet<PlannedNode>;

  /**
   * @param varies - which pieces vary
   * @param asked - nodes beside the root whose values are asked for: they must only rise, and have a value always or never
   */
  constructor(varies: (piece: PlannedPiece) => boolean, asked: readonly PlannedNode[] = []) {
    this.#shapes = new Shapes(varies);
    this.#asked = new Set(asked);
  }

  /** Whether the value of a course's root, and those of all nodes asked for, only rise. */
  everywhere(root: PlannedCategory): boolean {
    const { rises } = this.#shapes.of(root);
    return rises && [...this.#asked].every((node) => this.#isSteady(node));
  }

  #isSteady(node: PlannedNode): boolean {
    const { rises, fixed, varies } = this.#shapes.of(node);
    return rises && (fixed || !varies);
  }

  /**
   * Whether what a category chooses must be watched: it may fall as what is in it rises, or its points, or whether it has a value, matter
   * elsewhere and can change. While the choices of all that are watched stay, the course only rises.
   */
  mustWatch(category: PlannedCategory): boolean {
    const { ownRises, fixed, varies } = this.#shapes.of(category);
    if (!varies) return false;
    const isNamed = category.replacesIn.length > 0 || this.#asked.has(category);
    return !ownRises || (!fixed && (isNamed || isSizeUsed(category)));
  }
}

/** Whether the points that a category stands for are of use above it. */
export function isSizeUsed({ parent }: PlannedCategory): boolean {
  for (let above = parent; above; above = above.parent)
    if (above.combine === 'points' || above.drop.by === 'points') return true;
  return false;
}

interface Shape {
  /** Whether it has a value: what is excused, and a category in which nothing else stands, is in no sum and no drop. */
  readonly isThere: boolean;
  readonly varies: boolean;
  readonly rises: boolean;
  /** Whether it rises with what is in it. */
  readonly ownRises: boolean;
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
    return { isThere, varies: this.varies(node), rises: true, ownRises: true, fixed: true, size: node.size };
  }

  #category(category: PlannedCategory): Shape {
    const { replacement, weightings, beginsFull } = category;
    if (beginsFull)
      return { isThere: true, varies: false, rises: true, ownRises: true, fixed: true, size: ZERO };
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
      ownRises: shapes.every(({ ownRises }) => ownRises),
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
      return { isThere, varies: false, rises: true, ownRises: true, fixed: true, size };
    const ownRises =
      isSure &&
      (!pooled || children.every(({ shape }) => shape.fixed)) &&
      !canRulesFall(category.source, { units, sizes, varying: moving });
    const rises = ownRises && (source?.rises ?? true) && children.every(({ shape }) => shape.rises);
    return { isThere, varies: true, rises, ownRises, fixed, size };
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
