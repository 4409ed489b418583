import type { Category, CourseNode } from './course';
import { setting, type Edit } from './edit';
import { regularChildren, weightTotal } from './problems';
import { decimalText, HUNDRED, rational, whole, ZERO, type Rational } from './rational';

/** Weights are shared out in hundredths, so that they can be read and still total exactly. */
const UNITS = 100;

/**
 * Shares what is left to 100 evenly among the children that have no weight yet; those that have one keep it.
 *
 * @returns the edits, or nothing where no child is without a weight or nothing is left
 */
export function spreadRest(category: Category): Edit[] | undefined {
  const without = regularChildren(category).filter(({ weight }) => weight === undefined);
  const left = HUNDRED.sub(weightTotal(category));
  if (without.length === 0 || left.s < 0n || left.n === 0n) return undefined;
  return shareOut(without, left, () => left.div(whole(without.length)));
}

/**
 * Scales all weights to total 100, each keeping its part of the whole as nearly as hundredths allow.
 *
 * @returns the edits, or nothing where the weights total 100 or nothing
 */
export function scaleToHundred(category: Category): Edit[] | undefined {
  const total = weightTotal(category);
  if (total.n === 0n || total.equals(HUNDRED)) return undefined;
  const weighed = regularChildren(category).filter(({ weight }) => weight !== undefined);
  return shareOut(weighed, HUNDRED, ({ weight }) => rational(weight!).mul(HUNDRED).div(total));
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
