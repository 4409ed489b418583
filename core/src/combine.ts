import { chooseDrops, type Candidate } from './drop';
import type { Arithmetic } from './arithmetic';
import type { PlannedCategory, PlannedNode, PlannedPiece } from './plan';

/** What a node is worth: a fraction of full marks, and the points that full marks are. */
export interface Worth<N> {
  readonly value: N;
  readonly size: N;
}

/** Why a counted child takes no part in its category. */
export type LeftOut = 'no value' | 'weight 0' | 'no weight';

/** One child's part in the sum of its category: a line of the working. */
export interface Part<N> {
  readonly node: PlannedNode<N>;
  readonly worth: Worth<N> | undefined;
  readonly role: 'regular' | 'extra' | 'dropped lowest' | 'dropped highest' | LeftOut;
  /** What it adds above and below the line of its category. */
  readonly above: N;
  readonly below: N;
  /** The child's own derivation, where it is a category. */
  readonly derivation: Derivation<N> | undefined;
}

/** How one category came to its value: every step that a student needs to redo it by hand. */
export interface Derivation<N> {
  readonly category: PlannedCategory<N>;
  /** Its children's parts before drops. */
  readonly members: readonly Part<N>[];
  /** Its children's parts after drops: the lines of the working. */
  readonly parts: readonly Part<N>[];
  readonly above: N;
  readonly below: N;
  /** Its value before cap and rounding, if it has one. */
  readonly sum: N | undefined;
  /** After the cap; the same as `sum` where none acts. */
  readonly capped: N | undefined;
  readonly worth: Worth<N> | undefined;
  /** False where `when: complete` held the drops up. */
  readonly dropsApply: boolean;
}

/** How unsettled work is valued, and whether `when: complete` waits (in the standing alone). */
export interface Assumption<N> {
  /** The value of an unsettled piece before lateness and cap; nothing = it has none. */
  readonly valueOf: (piece: PlannedPiece<N>) => N | undefined;
  readonly waits: boolean;
}

/**
 * Adds a category up from its children (grading rules, sections 3 and 4).
 *
 * @param category - the category of a plan
 * @param assumption - what unsettled work counts as
 * @returns the whole derivation, down to the last piece
 */
export function deriveCategory<N>(
  category: PlannedCategory<N>,
  assumption: Assumption<N>,
  arithmetic: Arithmetic<N>,
): Derivation<N> {
  const members = category.children.map((node) => derivePart(category, node, assumption, arithmetic));
  return finish(category, members, assumption, arithmetic);
}

/**
 * Derives a category again where only some pieces have moved; all else is taken from an earlier derivation.
 *
 * @param before - a derivation under an assumption that differs for the moving pieces alone
 * @param moves - the moving pieces and every category above one
 * @returns the same as `deriveCategory` would
 */
export function rederive<N>(
  before: Derivation<N>,
  moves: ReadonlySet<PlannedNode<N>>,
  assumption: Assumption<N>,
  arithmetic: Arithmetic<N>,
): Derivation<N> {
  const { category } = before;
  const members = before.members.map((part) => {
    const { node, derivation } = part;
    if (!moves.has(node)) return part;
    if (!derivation) return derivePart(category, node, assumption, arithmetic);
    const again = rederive(derivation, moves, assumption, arithmetic);
    return partOf(category, node, again.worth, again, arithmetic);
  });
  return finish(category, members, assumption, arithmetic);
}

/** Some pieces and every category above one: what moves when they do. */
export function withAncestors<N>(pieces: Iterable<PlannedPiece<N>>): Set<PlannedNode<N>> {
  const moves = new Set<PlannedNode<N>>();
  for (const piece of pieces) {
    moves.add(piece);
    for (let above = piece.parent; above && !moves.has(above); above = above.parent) moves.add(above);
  }
  return moves;
}

function finish<N>(
  category: PlannedCategory<N>,
  members: readonly Part<N>[],
  { waits }: Assumption<N>,
  arithmetic: Arithmetic<N>,
): Derivation<N> {
  const dropsApply = category.drop.when === 'always' || !waits || !category.incomplete;
  const parts = dropsApply ? withDrops(category, members, arithmetic) : members;
  return { category, members, parts, dropsApply, ...addUp(category, parts, arithmetic) };
}

/** The value of a piece under an assumption, after lateness and cap, or nothing. */
export function pieceValue<N>(piece: PlannedPiece<N>, assumption: Assumption<N>): N | undefined {
  const value = piece.settlement === 'unsettled' ? assumption.valueOf(piece) : piece.entered;
  return value === undefined ? undefined : piece.afterCap(piece.afterLate(value));
}

function derivePart<N>(
  category: PlannedCategory<N>,
  node: PlannedNode<N>,
  assumption: Assumption<N>,
  arithmetic: Arithmetic<N>,
): Part<N> {
  if (node.kind === 'piece')
    return partOf(category, node, pieceWorth(node, assumption), undefined, arithmetic);
  const derivation = deriveCategory(node, assumption, arithmetic);
  return partOf(category, node, derivation.worth, derivation, arithmetic);
}

function pieceWorth<N>(piece: PlannedPiece<N>, assumption: Assumption<N>): Worth<N> | undefined {
  const value = pieceValue(piece, assumption);
  return value === undefined ? undefined : { value, size: piece.size };
}

/** One child's part, before drops. */
function partOf<N>(
  category: PlannedCategory<N>,
  node: PlannedNode<N>,
  worth: Worth<N> | undefined,
  derivation: Derivation<N> | undefined,
  a: Arithmetic<N>,
): Part<N> {
  const leftOut = whyLeftOut(node, worth);
  if (leftOut) return { node, worth, role: leftOut, above: a.zero, below: a.zero, derivation };
  const { value, size } = worth!;
  const below = unit(category, node, size, a);
  return {
    node,
    worth,
    role: node.extra ? 'extra' : 'regular',
    above: category.combine === 'equal' ? value : a.multiply(value, below),
    below,
    derivation,
  };
}

/** What full marks of a child are in its category: its points, one, or its weight. */
export function unit<N>(category: PlannedCategory<N>, node: PlannedNode<N>, size: N, a: Arithmetic<N>): N {
  if (category.combine === 'equal') return a.one;
  if (category.combine === 'weights') return node.weight!;
  return node.weight === undefined ? size : a.multiply(node.weight, size);
}

function whyLeftOut<N>({ weighs, weight }: PlannedNode<N>, worth: Worth<N> | undefined): LeftOut | undefined {
  if (!weighs) return weight === undefined ? 'no weight' : 'weight 0';
  return worth ? undefined : 'no value';
}

function withDrops<N>(
  category: PlannedCategory<N>,
  parts: readonly Part<N>[],
  a: Arithmetic<N>,
): readonly Part<N>[] {
  const { drop } = category;
  if (drop.lowest + drop.highest === 0) return parts;
  const regular = parts.flatMap((part, index) => (part.role === 'regular' ? [index] : []));
  if (regular.length < 2) return parts;
  const candidates: Candidate<N>[] = regular.map((index) => {
    const { worth, above, below } = parts[index]!;
    return { ...worth!, above, below };
  });
  const extra = parts.reduce((sum, part) => (part.role === 'extra' ? a.add(sum, part.above) : sum), a.zero);
  const gone = chooseDrops(drop, candidates, extra, a).map((index) => regular[index]!);
  const low = new Set(gone.slice(0, drop.lowest));
  const high = new Set(gone.slice(drop.lowest));
  return parts.map((part, index) => {
    if (low.has(index)) return { ...part, role: 'dropped lowest' };
    return high.has(index) ? { ...part, role: 'dropped highest' } : part;
  });
}

/** The sum of a category's parts, and what its own cap and rounding make of it. */
function addUp<N>(
  category: PlannedCategory<N>,
  parts: readonly Part<N>[],
  a: Arithmetic<N>,
): Pick<Derivation<N>, 'above' | 'below' | 'sum' | 'capped' | 'worth'> {
  let above = a.zero;
  let below = a.zero;
  let size = a.zero;
  for (const { role, worth, ...part } of parts) {
    if (role !== 'regular' && role !== 'extra') continue;
    above = a.add(above, part.above);
    if (role === 'extra') continue;
    below = a.add(below, part.below);
    if (category.combine !== 'points') size = a.add(size, worth!.size);
  }
  if (a.isZero(below)) return { above, below, sum: undefined, capped: undefined, worth: undefined };
  const sum = a.divide(above, below);
  const capped = category.cap !== undefined && a.compare(sum, category.cap) > 0 ? category.cap : sum;
  const value = category.round ? a.round(capped, category.round) : capped;
  return { above, below, sum, capped, worth: { value, size: category.combine === 'points' ? below : size } };
}
