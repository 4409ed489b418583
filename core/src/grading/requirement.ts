import { fractionOfPercent, rational, whole, ZERO, type Rational } from '../numbers/rational';
import type { Child, Derivation } from './combine';
import { isAway, type PlannedNode, type PlannedPiece, type PlannedRequirement } from './plan';

/** What a requirement comes to: an undecided one holds nothing back. */
export type Verdict = 'met' | 'failed' | 'undecided';

/** What a requirement asks for and what there is, in percent, pieces or points. */
export interface Judged {
  readonly requirement: PlannedRequirement;
  readonly verdict: Verdict;
  /** What there is, in the requirement's own unit (a fraction, pieces, points); nothing where it is not decided. */
  readonly has: Rational | undefined;
  readonly needs: Rational;
}

/**
 * The requirements of a course under an outlook (grading rules, section 19), in list order.
 *
 * @param root - the derivation of the course's root
 */
export function judge(root: Derivation, requirements: readonly PlannedRequirement[]): Judged[] {
  return requirements.map((requirement) => judgeOne(root, requirement));
}

function judgeOne(root: Derivation, requirement: PlannedRequirement): Judged {
  const { source, of } = requirement;
  if ('atMost' in source) {
    const needs = rational(source.atMost);
    const has = of && pointsOf(of, root);
    return { requirement, needs, has, verdict: verdictOf(has && has.compare(needs) <= 0) };
  }
  if ('atLeast' in source) {
    const needs = fractionOfPercent(source.atLeast);
    const has = of && valueIn(root, of as PlannedNode);
    return { requirement, needs, has, verdict: verdictOf(has && has.compare(needs) >= 0) };
  }
  const there = piecesOf(requirement);
  if (!there) return { requirement, needs: whole(source.pieces), has: undefined, verdict: 'undecided' };
  const needs = Math.min(source.pieces, there.length);
  // An empty category that is itself a piece has none in it.
  const children = derivationIn(root, of as PlannedNode)?.children ?? [];
  const byNode = new Map(children.map((child) => [child.node, child]));
  const least = leastOf(requirement);
  let qualifying = 0;
  let coming = 0;
  for (const piece of there) {
    const value = byNode.get(piece)!.own?.value;
    if (value === undefined) coming += 1;
    else if (qualifies(piece, value, least)) qualifying += 1;
  }
  const verdict = qualifying + coming < needs ? 'failed' : qualifying >= needs ? 'met' : 'undecided';
  return { requirement, needs: whole(needs), has: whole(qualifying), verdict };
}

function verdictOf(isMet: boolean | undefined): Verdict {
  if (isMet === undefined) return 'undecided';
  return isMet ? 'met' : 'failed';
}

/** The pieces that a requirement counts among: what is not there is left aside. Nothing where it is about no pieces, or not counted. */
export function piecesOf({ source, of }: PlannedRequirement): PlannedPiece[] | undefined {
  if (!('pieces' in source) || !of) return undefined;
  const children = of.kind === 'category' ? of.children : [];
  return children.filter((child): child is PlannedPiece => isOneOf(child) && !isAway(child));
}

function isOneOf(child: PlannedNode): boolean {
  return child.kind === 'piece' && child.origin !== 'empty' && !child.extra;
}

/** What each piece needs to qualify, a fraction. */
export function leastOf({ source }: PlannedRequirement): Rational {
  return 'each' in source && source.each !== undefined ? fractionOfPercent(source.each) : ZERO;
}

/** Whether a piece with a value is one of those that a requirement counts: more than 0, and as much as is asked for. */
export function qualifies({ status }: PlannedPiece, value: Rational, least: Rational): boolean {
  return status !== 'missing' && value.s * value.n > 0n && value.compare(least) >= 0;
}

/** The points of an assessment as they were entered, or as they are supposed. */
function pointsOf(
  of: NonNullable<PlannedRequirement['of']>,
  { assumption }: Derivation,
): Rational | undefined {
  if (of.kind === 'category') return undefined;
  if (of.kind === 'deduction') return of.counted ?? (assumption.supposes ? of.assumed : undefined);
  if (of.status === 'scored') return of.entered!.mul(of.size);
  return assumption.supposes && of.assumed !== undefined ? of.assumed.mul(of.size) : undefined;
}

/** The value of a node by itself, where all that it hangs on has one; in the standing, of what is settled. */
function valueIn(root: Derivation, node: PlannedNode): Rational | undefined {
  const child = childIn(root, node);
  if (!child || (child.lacks && !root.assumption.waits)) return undefined;
  return child.own?.value;
}

/** A node as a child of its category, found from the root down. */
export function childIn(root: Derivation, node: PlannedNode): Child | undefined {
  const { parent } = node;
  if (!parent) return { node, own: root.worth, derivation: root, lacks: root.lacks };
  return derivationIn(root, parent)?.children.find((child) => child.node === node);
}

function derivationIn(root: Derivation, node: PlannedNode): Derivation | undefined {
  return childIn(root, node)?.derivation;
}
