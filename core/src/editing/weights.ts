import type { Category, CourseNode } from '../document/course';
import { regularChildren, weightTotal } from '../grading/problems';
import { decimalText, HUNDRED, rational, whole, ZERO, type Rational } from '../numbers/rational';
import { setting, type Edit } from './edit';

/** Weights are shared out in hundredths, so that they can be read and still total exactly. */
const UNITS = 100;

/** The children of a category that have a weight: those that are kept while the rest is spread, unless said otherwise. */
export function weighed(category: Category): ReadonlySet<string> {
  return new Set(
    regularChildren(category)
      .filter(({ weight }) => weight !== undefined)
      .map(({ id }) => id),
  );
}

/**
 * Shares what the kept weights leave of 100 evenly among all other children.
 *
 * @param kept - ids of the children that keep their weight; those that have one, unless said
 * @returns the edits, or nothing where all are kept or nothing is left
 */
export function spreadRest(category: Category, kept = weighed(category)): Edit[] | undefined {
  const children = regularChildren(category);
  const others = children.filter(({ id }) => !kept.has(id));
  const held = children.filter(({ id }) => kept.has(id));
  const left = HUNDRED.sub(held.reduce((sum, { weight }) => sum.add(rational(weight ?? '0')), ZERO));
  if (others.length === 0 || left.compare(ZERO) <= 0) return undefined;
  return shareOut(others, left, () => left.div(whole(others.length)));
}

/**
 * Scales all weights to total 100, each keeping its part of the whole as nearly as hundredths allow.
 *
 * @returns the edits, or nothing where the weights total 100 or nothing
 */
export function scaleToHundred(category: Category): Edit[] | undefined {
  const total = weightTotal(category);
  if (total.n === 0n || total.equals(HUNDRED)) return undefined;
  const nodes = regularChildren(category).filter(({ weight }) => weight !== undefined);
  return shareOut(nodes, HUNDRED, ({ weight }) => rational(weight!).mul(HUNDRED).div(total));
}

/** Rounds shares down to hundredths and gives what is left over to those that lost most (the largest remainders). */
function shareOut(
  nodes: readonly CourseNode[],
  whole_: Rational,
  shareOf: (node: CourseNode) => Rational,
): Edit[] {
  const shares = nodes.map((node, place) => {
    const units = shareOf(node).mul(whole(UNITS));
    const floor = units.floor();
    return { node, place, floor, rest: units.sub(floor) };
  });
  const given = shares.reduce((sum, { floor }) => sum.add(floor), ZERO);
  const over = Number(whole_.mul(whole(UNITS)).sub(given).floor().n);
  const raised = new Set(
    [...shares]
      .sort((a, b) => b.rest.compare(a.rest) || a.place - b.place)
      .slice(0, over)
      .map(({ place }) => place),
  );
  return shares.map(({ node, place, floor }) =>
    setting(node.id, { weight: decimalText(floor.add(raised.has(place) ? 1 : 0).div(whole(UNITS)), 2) }),
  );
}
