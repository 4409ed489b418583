import type { Assessment } from '../document/course';
import type { Derivation } from '../grading/combine';
import type { Outlooks } from '../grading/outlook';
import type { PlannedCategory, PlannedPiece } from '../grading/plan';
import { childIn } from '../grading/requirement';
import { decimalText, type Rational } from '../numbers/rational';
import { firstWhere } from '../search/grid';
import { scoresOf } from '../search/solve';
import { largestSwing } from '../search/swing';

/** Which of a category's weightings counts as it goes, and where another takes over. A weighting without a name is the category's own. */
export interface WeightingLead {
  /** Its name; nothing of the whole course. */
  readonly category: string | undefined;
  readonly leads: string | undefined;
  /** Where the open piece that can move the course most makes another count, everything else at its forecast. */
  readonly takesOver:
    | {
        readonly by: string | undefined;
        readonly piece: Assessment;
        /** Points of the piece from which on, or up to which, the other counts. */
        readonly score: string;
        readonly side: 'from' | 'up to';
      }
    | undefined;
}

/**
 * The better of several weightings as it stands: for each category that has them, in tree order.
 *
 * @returns empty where there are none, or the course has no forecast
 */
export function weightingLeads(from: Outlooks): WeightingLead[] {
  const { plan, forecast } = from;
  if (!forecast?.worth) return [];
  const found = categoriesIn(plan.root).filter(({ source }) => source.schemes);
  if (found.length === 0) return [];
  const largest = largestSwing(from);
  const piece = largest && plan.pieces.find(({ id }) => id === largest.id);
  return found.map((category) => {
    const leads = countingIn(forecast, category);
    return {
      category: category === plan.root ? undefined : category.name,
      leads,
      takesOver: piece && takeover(from, category, piece, leads),
    };
  });
}

function categoriesIn(category: PlannedCategory): PlannedCategory[] {
  return [
    category,
    ...category.children.flatMap((child) => (child.kind === 'category' ? categoriesIn(child) : [])),
  ];
}

function countingIn(root: Derivation, category: PlannedCategory): string | undefined {
  return childIn(root, category)!.derivation!.scheme;
}

/** Halves the way from what the piece is expected to bring to full marks, else to none, where another weighting counts. */
function takeover(
  from: Outlooks,
  category: PlannedCategory,
  piece: PlannedPiece,
  leads: string | undefined,
): WeightingLead['takesOver'] {
  const { last, score } = scoresOf(piece);
  const usual = from.forecastOf(piece)!;
  const here = placeBelow(last, (place) => score(place).div(piece.size).compare(usual) <= 0);
  const at = (place: number) => countingWith(from, category, piece, score(place).div(piece.size));
  const said = (place: number, side: 'from' | 'up to') => ({
    by: at(place),
    piece: piece.source!,
    score: decimalText(score(place), 6),
    side,
  });
  if (at(last) !== leads)
    return said(placeBelow(last, (place) => place <= here || at(place) === leads) + 1, 'from');
  if (at(0) !== leads)
    return said(
      placeBelow(here, (place) => at(place) !== leads),
      'up to',
    );
  return undefined;
}

/** The last place of 0 … last at which something holds that holds at 0 and no more once it has ceased. */
function placeBelow(last: number, holds: (place: number) => boolean): number {
  return firstWhere({ from: 1, to: last + 1 }, (place) => place > last || !holds(place)) - 1;
}

function countingWith(
  { supposing, forecasting }: Outlooks,
  category: PlannedCategory,
  piece: PlannedPiece,
  value: Rational,
): string | undefined {
  const { valueOf, standingOf } = forecasting;
  return countingIn(
    supposing((other) => (other === piece ? value : valueOf(other)), standingOf),
    category,
  );
}
