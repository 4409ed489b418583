import { exact } from '../numbers/arithmetic';
import { ZERO, type Rational } from '../numbers/rational';
import { Candidates, type Member, type Worth } from '../rules/drop/candidates';
import { canDrop } from '../rules/drop/choose';
import { addUp, gain, unit, type Tally, type Total } from './add-up';
import { adjusted } from './adjustment';
import type { PlannedCategory, PlannedNode, PlannedPiece } from './plan';

/** Why a counted child takes no part in its category. */
export type LeftOut = 'no value' | 'weight 0' | 'no weight';

/** One child's part in the sum of its category: a line of the working. */
export interface Part {
  readonly node: PlannedNode;
  readonly worth: Worth<Rational> | undefined;
  readonly role: 'regular' | 'extra' | 'dropped lowest' | 'dropped highest' | LeftOut;
  /** What it adds to the quotient of its category. */
  readonly numerator: Rational;
  readonly denominator: Rational;
  /** The child's own derivation, where it is a category. */
  readonly derivation: Derivation | undefined;
}

/** How one category came to its value: every step that a student needs to redo it by hand. */
export interface Derivation extends Omit<Total<Rational>, 'dropped' | 'tally'> {
  readonly category: PlannedCategory;
  /** Its children's parts before drops, and their sums. */
  readonly members: readonly Part[];
  readonly whole: Tally<Rational>;
  /** R, where a drop may act. */
  readonly candidates: Candidates<Rational> | undefined;
  /** Its children's parts after drops: the lines of the working. */
  readonly parts: readonly Part[];
  readonly numerator: Rational;
  readonly denominator: Rational;
  /** False where `when: complete` held the drops up. */
  readonly dropsApply: boolean;
}

/** How unsettled work is valued, and whether `when: complete` waits (in the standing alone). */
export interface Assumption {
  /** The value of an unsettled piece before lateness and cap; nothing = it has none. */
  readonly valueOf: (piece: PlannedPiece) => Rational | undefined;
  readonly waits: boolean;
}

/**
 * Adds a category up from its children (grading rules, sections 3 and 4).
 *
 * @param category - the category of a plan
 * @param assumption - what unsettled work counts as
 * @returns the whole derivation, down to the last piece
 */
export function deriveCategory(category: PlannedCategory, assumption: Assumption): Derivation {
  const members = category.children.map((node) => derivePart(category, node, assumption));
  return finish(category, members, assumption);
}

/**
 * Derives a category again where only some pieces have moved; all else is taken from an earlier derivation.
 *
 * @param before - a derivation under an assumption that differs for the moving pieces alone
 * @param moves - the moving pieces and every category above one
 * @returns the same as `deriveCategory` would
 */
export function rederive(
  before: Derivation,
  moves: ReadonlySet<PlannedNode>,
  assumption: Assumption,
): Derivation {
  const { category } = before;
  const members = before.members.map((part) => {
    const { node, derivation } = part;
    if (!moves.has(node)) return part;
    if (!derivation) return derivePart(category, node, assumption);
    const again = rederive(derivation, moves, assumption);
    return partOf(category, node, again.worth, again);
  });
  return finish(category, members, assumption);
}

/** Some pieces and every category above one: what moves when they do. */
export function withAncestors(pieces: Iterable<PlannedPiece>): Set<PlannedNode> {
  const moves = new Set<PlannedNode>();
  for (const piece of pieces) {
    moves.add(piece);
    for (let ancestor = piece.parent; ancestor && !moves.has(ancestor); ancestor = ancestor.parent)
      moves.add(ancestor);
  }
  return moves;
}

function finish(category: PlannedCategory, members: readonly Part[], { waits }: Assumption): Derivation {
  const dropsApply = category.drop.when === 'always' || !waits || !category.incomplete;
  const regular = members.filter(isRegular);
  const whole = tallyOf(category, members);
  const drops = dropsApply && canDrop(category, regular.length);
  const candidates = drops ? Candidates.of(category.drop.by, regular, exact) : undefined;
  const { dropped, tally, sum, capped, worth } = addUp(category, candidates, whole, exact);
  const roles = new Map<Part, Part['role']>();
  for (const index of dropped.lowest) roles.set(regular[index]!, 'dropped lowest');
  for (const index of dropped.highest) roles.set(regular[index]!, 'dropped highest');
  const parts = members.map((part) => {
    const role = roles.get(part);
    return role ? { ...part, role } : part;
  });
  const { numerator, denominator } = tally;
  return {
    category,
    members,
    whole,
    candidates,
    parts,
    dropsApply,
    numerator,
    denominator,
    sum,
    capped,
    worth,
  };
}

/** Whether a part is a member of R. */
export function isRegular(part: Part): part is Part & Member<Rational> {
  return part.role === 'regular';
}

/** The sums over some parts, before drops. */
export function tallyOf({ combine }: PlannedCategory, members: readonly Part[]): Tally<Rational> {
  const regular = members.filter(isRegular);
  return {
    numerator: exact.sum(members, ({ numerator }) => numerator),
    denominator: exact.sum(regular, ({ denominator }) => denominator),
    size: combine === 'points' ? ZERO : exact.sum(regular, ({ worth }) => worth.size),
  };
}

/** The value of a piece under an assumption, after lateness and cap, or nothing. */
export function pieceValue(piece: PlannedPiece, assumption: Assumption): Rational | undefined {
  const value = piece.settlement === 'unsettled' ? assumption.valueOf(piece) : piece.entered;
  return value === undefined ? undefined : adjusted(value, piece.handling, exact);
}

function derivePart(category: PlannedCategory, node: PlannedNode, assumption: Assumption): Part {
  if (node.kind === 'piece') return partOf(category, node, pieceWorth(node, assumption), undefined);
  const derivation = deriveCategory(node, assumption);
  return partOf(category, node, derivation.worth, derivation);
}

function pieceWorth(piece: PlannedPiece, assumption: Assumption): Worth<Rational> | undefined {
  const value = pieceValue(piece, assumption);
  return value === undefined ? undefined : { value, size: piece.size };
}

/** One child's part, before drops. */
function partOf(
  { combine }: PlannedCategory,
  node: PlannedNode,
  worth: Worth<Rational> | undefined,
  derivation: Derivation | undefined,
): Part {
  const leftOut = whyLeftOut(node, worth);
  if (leftOut) return { node, worth, role: leftOut, numerator: ZERO, denominator: ZERO, derivation };
  const { value, size } = worth!;
  const denominator = unit(combine, node.weight, size, exact);
  const numerator = gain(combine, value, denominator, exact);
  return { node, worth, role: node.extra ? 'extra' : 'regular', numerator, denominator, derivation };
}

function whyLeftOut(
  { weighs, weight }: PlannedNode,
  worth: Worth<Rational> | undefined,
): LeftOut | undefined {
  if (!weighs) return weight === undefined ? 'no weight' : 'weight 0';
  return worth ? undefined : 'no value';
}
