import type { Category, Combine, Course, CourseNode, Decimal, Moment } from '../document/course';
import { find, isDeduction, isRegularChild } from '../document/tree';
import { outlooks } from '../grading/outlook';
import { isDecimal } from '../numbers/decimal';
import { decimalText, HUNDRED, rational, sumOf, type Rational } from '../numbers/rational';
import { setting, type Edit } from './edit';

/** What becomes of the weights in a category that is to add up in another way. */
export interface Recombination {
  readonly weights:
    /** They go: every point, or every piece, counts alike. */
    | 'gone'
    /** Each is what its piece counts now. */
    | 'counts'
    /** They stay as they are written. */
    | 'kept';
  readonly edits: readonly Edit[];
}

/**
 * The ways in which a category can come to add up otherwise, the first being what people mean: pooled points count as they are, and
 * weights begin with what each piece counts now, so that nothing is left without one.
 *
 * @param id - the category's
 * @param combine - how it is to add up
 * @param now - the moment at which overdue work is judged
 * @returns one way where there are no weights to ask about
 */
export function recombinations(course: Course, id: string, combine: Combine, now: Moment): Recombination[] {
  const category = find(course, id)?.node;
  if (category?.kind !== 'category') return [];
  const change = setting(id, {
    combine,
    ...(combine !== 'weights' && category.schemes && { schemes: undefined }),
  });
  const weighed = category.children.filter(({ weight }) => weight !== undefined);
  // Where weights do not combine there is none to move.
  const moving =
    combine === 'weights' ? [] : category.children.filter(({ weightTo }) => weightTo !== undefined);
  const still = moving.map((child) => setting(child.id, { weightTo: undefined }));
  const kept: Recombination = { weights: 'kept', edits: [change, ...still] };
  if (combine !== 'weights') {
    if (weighed.length === 0) return [kept];
    const gone = weighed.map((child) => setting(child.id, { weight: undefined }));
    return [{ weights: 'gone', edits: [change, ...still, ...gone] }, kept];
  }
  const counts = countsOf(course, category, now);
  if (!counts || category.children.length === 0) return [kept];
  const edits = category.children.flatMap((child, index) =>
    child.weight === counts[index] || isDeduction(child)
      ? []
      : [setting(child.id, { weight: counts[index]! })],
  );
  const current: Recombination = { weights: 'counts', edits: [change, ...edits] };
  return weighed.length === 0 || edits.length === 0 ? [current] : [current, kept];
}

/**
 * What each child counts now, as weights: percents of the category where those are short decimals, else the numbers themselves,
 * which stand in the same ratio.
 */
function countsOf(course: Course, category: Category, now: Moment): Decimal[] | undefined {
  const sizes = category.children.map((child) => countOf(course, category, child, now));
  const whole = sumOf(
    category.children.flatMap((child, index) => (isRegularChild(child) ? [sizes[index]!] : [])),
    (size) => size,
  );
  if (whole.n === 0n) return undefined;
  const percents = sizes.map((size) => textOf(size.mul(HUNDRED).div(whole)));
  if (percents.every((text): text is Decimal => text !== undefined)) return percents;
  const plain = sizes.map(textOf);
  return plain.every((text): text is Decimal => text !== undefined) ? plain : undefined;
}

function countOf(
  course: Course,
  { id, combine = 'points' }: Category,
  child: CourseNode,
  now: Moment,
): Rational {
  if (isDeduction(child)) return rational('0');
  if (combine === 'equal') return rational('1');
  const weight = rational(child.weight ?? '1');
  if (child.kind === 'assessment') return weight.mul(rational(child.possible));
  // A category stands for the points that are in it: those of the ceiling, which knows what is promised too.
  const derivation = outlooks(course, now).ceiling;
  const part = partIn(derivation, id, child.id);
  return part ? weight.mul(part) : rational('0');
}

function partIn(
  derivation: ReturnType<typeof outlooks>['ceiling'],
  parent: string,
  child: string,
): Rational | undefined {
  if (derivation.category.id === parent)
    return derivation.parts.find(({ node }) => node.id === child)?.worth?.size;
  for (const { derivation: inside } of derivation.parts) {
    const found = inside && partIn(inside, parent, child);
    if (found) return found;
  }
  return undefined;
}

/** A value as a decimal of a course file, where it is one exactly. */
function textOf(value: Rational): Decimal | undefined {
  const text = decimalText(value, 6);
  return isDecimal(text) && rational(text).compare(value) === 0 ? text : undefined;
}

/**
 * The edits that make a node count twice what it counts now. Among children that count alike, each gets the weight 1 and it the weight 2.
 *
 * @param id - of a category or piece that stands in another
 * @returns nothing where it cannot: it has no weight to double, or its category promises pieces that would have none
 */
export function countingDouble(course: Course, id: string): Edit[] | undefined {
  const placed = find(course, id);
  const parent = placed?.ancestors.at(-1);
  if (!placed || !parent || isDeduction(placed.node)) return undefined;
  const { combine = 'points' } = parent;
  const { weight } = placed.node;
  const doubled = (from: Decimal) =>
    setting(id, { weight: decimalText(rational(from).mul(rational('2')), 6) });
  if (combine === 'points') return [doubled(weight ?? '1')];
  if (combine === 'weights') return weight === undefined ? undefined : [doubled(weight)];
  const others = parent.children.filter((child) => !isDeduction(child));
  if (parent.planned || others.length < 2) return undefined;
  return [
    setting(parent.id, { combine: 'weights' }),
    ...others.map((child) => (child.id === id ? doubled('1') : setting(child.id, { weight: '1' }))),
  ];
}
