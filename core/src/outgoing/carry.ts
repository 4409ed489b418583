import type { PlannedCategory, PlannedPiece } from '../grading/plan';
import type { Rational } from '../numbers/rational';
import { sure } from './terms';

/** A value, or that of the source where it is among the lowest and below it. */
export function replaced(
  { replacement }: PlannedCategory,
  value: string,
  source: () => string,
  all: string,
  before: string | undefined,
): string {
  if (replacement!.lowest === 0) return value;
  const by = source();
  const lower = `SUMPRODUCT(ISNUMBER(${all})*(${all}<${value}-${CLOSE}))`;
  const ties = before
    ? `+SUMPRODUCT(ISNUMBER(${before})*(${before}>=${value}-${CLOSE})*(${before}<=${value}+${CLOSE}))`
    : '';
  const isLowest = `${lower}${ties}<${replacement!.lowest}`;
  return `IF(${by}="",${value},IF(${value}="","",IF(${isLowest},IF(${value}<${by}-${CLOSE},${by},${value}),${value})))`;
}

/** What floats of what is exactly equal may differ by. */
const CLOSE = '0.000000000001';

export function same(a: string, b: string): string {
  return `IF(${a}="",FALSE(),${sure(a)}=${sure(b)})`;
}

/** Every listed or promised piece in a category that holds its drops up while it is open: outside extra credit. */
export function openIn(category: PlannedCategory): PlannedPiece[] {
  return category.children.flatMap((child) => {
    if (child.extra) return [];
    if (child.kind === 'category') return openIn(child);
    return child.origin === 'empty' ? [] : [child];
  });
}

/** Why formulas cannot carry a category; nothing where they can. */
export function whyAsValues({
  children,
  drop,
  combine,
  source,
  replacement,
}: PlannedCategory): string | undefined {
  const moves = combine === 'weights' && children.some(({ weightTo }) => weightTo !== undefined);
  if (moves && replacement) return 'replacement beside weight that moves has no formula here';
  const regular = children.filter(({ extra }) => !extra);
  const isUneven = regular.some(
    (child) =>
      child.kind === 'category' ||
      !equalOrNone(child.weight, regular[0]!.weight) ||
      !child.size.equals((regular[0] as PlannedPiece).size),
  );
  if (drop.by === 'benefit' && drop.lowest > 0 && combine !== 'equal' && isUneven)
    return 'the best drop among unlike pieces has no formula';
  if (drop.by === 'benefit' && drop.lowest > 0 && combine !== 'equal' && (source.schemes || moves))
    return 'the best drop under weights that change has no formula';
  if (replacement?.source.kind === 'piece' && replacement.source.origin === 'empty')
    return 'what replaces is not listed yet';
  return undefined;
}

function equalOrNone(a: Rational | undefined, b: Rational | undefined): boolean {
  return a === undefined || b === undefined ? a === b : a.equals(b);
}
