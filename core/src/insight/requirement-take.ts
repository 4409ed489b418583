import { adjusted } from '../grading/adjustment';
import type { PlannedNode, PlannedPiece, PlannedRequirement } from '../grading/plan';
import { judge } from '../grading/requirement';
import type { Outlooks } from '../grading/outlook';
import { exact } from '../numbers/arithmetic';
import { decimalText, fractionOfPercent } from '../numbers/rational';
import type { BandReach, RequirementReach } from '../search/reach';
import { firstWhere } from '../search/grid';
import { scoresOf } from '../search/solve';

/** What a requirement asks for, as facts to say. */
export type RequirementTake = {
  /** What it is about. */
  readonly name: string;
} & (
  | {
      readonly kind: 'percent';
      readonly least: string;
      /** Where it is about one open piece: the least score that brings it. */
      readonly score: { readonly points: string; readonly possible: string } | undefined;
      /** What is had for sure, percent. */
      readonly has: string | undefined;
    }
  | {
      readonly kind: 'pieces';
      readonly pieces: number;
      /** Percent of each; nothing where any score will do. */
      readonly each: string | undefined;
      readonly has: number;
      /** How many may still come to qualify. */
      readonly open: number;
    }
  | { readonly kind: 'points'; readonly most: string; readonly has: string | undefined }
);

/** A requirement as facts, for a course as it stands. */
export function requirementTake(requirement: PlannedRequirement, from: Outlooks): RequirementTake {
  const { source, of } = requirement;
  const name = of?.name ?? source.of;
  const [judged] = judge(from.standing, [requirement]);
  const { has, needs } = judged!;
  if ('atMost' in source)
    return { kind: 'points', name, most: decimalText(needs, 6), has: has && decimalText(has, 6) };
  if ('pieces' in source) {
    const each =
      source.each === undefined || Number(source.each) === 0 ? undefined : percentText(source.each);
    const qualifying = Number(has?.n ?? 0n);
    return { kind: 'pieces', name, pieces: Number(needs.n), each, has: qualifying, open: openIn(of) };
  }
  return {
    kind: 'percent',
    name,
    least: percentText(source.atLeast),
    score: of?.kind === 'piece' ? leastScore(of, source.atLeast) : undefined,
    has: has && decimalText(has.mul(100), 1),
  };
}

function percentText(percent: string): string {
  return decimalText(fractionOfPercent(percent).mul(100), 6);
}

function openIn(of: PlannedRequirement['of']): number {
  const children: readonly PlannedNode[] = of?.kind === 'category' ? of.children : [];
  return children.filter(
    (child) => child.kind === 'piece' && child.settlement === 'unsettled' && !child.extra,
  ).length;
}

/** The least score of an open piece whose own value is at least so many percent; a higher one never brings less. */
function leastScore(piece: PlannedPiece, atLeast: string): { points: string; possible: string } | undefined {
  if (piece.settlement !== 'unsettled' || piece.origin !== 'listed') return undefined;
  const least = fractionOfPercent(atLeast);
  const { last, score } = scoresOf(piece);
  const isEnough = (place: number) =>
    adjusted(score(place).div(piece.size), piece.handling, exact).compare(least) >= 0;
  if (!isEnough(last)) return undefined;
  const first = firstWhere({ from: 0, to: last }, isEnough);
  return { points: decimalText(score(first), 6), possible: decimalText(piece.size, 6) };
}

/**
 * The requirements that decide a band: each that takes more by itself than the band's points do, and those that nothing meets any more.
 */
export function deciding({ state, level, onPoints, requirements = [] }: BandReach): RequirementReach[] {
  if (state === 'secured' || !onPoints) return [];
  if (state === 'out') return requirements.filter((entry) => entry.state === 'out');
  if (onPoints.state === 'reachable' && onPoints.level === level) return [];
  return requirements.filter((entry) => entry.state !== 'secured' && entry.level === level);
}
