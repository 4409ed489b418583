import { exact } from '../numbers/arithmetic';
import { ONE, ZERO, type Rational } from '../numbers/rational';
import { Candidates, type Member, type Worth } from '../rules/drop/candidates';
import { canDrop } from '../rules/drop/choose';
import { chooseReplaced } from '../rules/replace/choose';
import { addUp, gain, highest, unit, type Tally, type Total } from './add-up';
import { adjusted, afterCurve, finished } from './adjustment';
import {
  isAway,
  type PlannedCategory,
  type PlannedDeduction,
  type PlannedNode,
  type PlannedPiece,
} from './plan';
import { isWeighed, type MovedWeight, type Weighting } from './weighting';

/** Why a counted child takes no part in its category. */
export type LeftOut = 'no value' | 'weight 0' | 'no weight';

/** A child of a category with its own value. */
export interface Child {
  readonly node: PlannedNode;
  /** What it is worth by itself, before a replacement. */
  readonly own: Worth<Rational> | undefined;
  /** Its derivation, where it is a category. */
  readonly derivation: Derivation | undefined;
  /** Whether unsettled work on which its value hangs has none. */
  readonly lacks: boolean;
}

/** One child's part in the sum of its category: a line of the working. */
export interface Part extends Child {
  /** What it is worth in this sum. */
  readonly worth: Worth<Rational> | undefined;
  /** Whether that is the value of the category's source and not its own. */
  readonly replaced: boolean;
  /** Its weight in use, what moved to it included. */
  readonly weight: Rational | undefined;
  readonly role: 'regular' | 'extra' | 'dropped lowest' | 'dropped highest' | LeftOut;
  /** What it adds to the quotient of its category. */
  readonly numerator: Rational;
  readonly denominator: Rational;
}

/** A category added up once, with one set of weights. */
export interface Sum extends Pick<Total<Rational>, 'sum' | 'size'> {
  /** The scheme's name; nothing of the category's own weights. */
  readonly scheme: string | undefined;
  readonly moved: readonly MovedWeight[];
  /** Its children's parts before drops, and their sums. */
  readonly members: readonly Part[];
  readonly whole: Tally<Rational>;
  /** R, where a drop may act. */
  readonly candidates: Candidates<Rational> | undefined;
  /** Its children's parts after drops: the lines of the working. */
  readonly parts: readonly Part[];
  readonly numerator: Rational;
  readonly denominator: Rational;
}

/** What a deduction takes away. */
export interface Deducted {
  readonly deduction: PlannedDeduction;
  /** Occurrences; nothing where none are known. */
  readonly count: Rational | undefined;
  /** A fraction of the category's full marks. */
  readonly lost: Rational;
}

/** How one category came to its value: every step that a student needs to redo it by hand. The sum is the one that counts. */
export interface Derivation extends Sum {
  readonly category: PlannedCategory;
  readonly assumption: Assumption;
  readonly children: readonly Child[];
  /** With its own weights, then with each scheme; one of them counts. */
  readonly sums: readonly Sum[];
  /** Whose value may replace its weakest; nothing where that has no value. */
  readonly source: Child | undefined;
  readonly deducted: readonly Deducted[];
  /** What all deductions take together. */
  readonly lost: Rational;
  /** False where `when: complete` held the drops up. */
  readonly dropsApply: boolean;
  /** After the curve, after deductions, after the cap; each the same as the one before where nothing acts. */
  readonly curved: Rational | undefined;
  readonly left: Rational | undefined;
  readonly capped: Rational | undefined;
  readonly worth: Worth<Rational> | undefined;
  /** Its value without its own curve and deductions: what a forecast is taken from. */
  readonly plain: Rational | undefined;
  /** Whether unsettled work on which its value hangs has none. */
  readonly lacks: boolean;
  /** The values of all nodes of the course that are sources, filled in as they are needed. */
  readonly sources: ReadonlyMap<PlannedNode, Child>;
}

/** How unsettled work is valued, and whether `when: complete` waits (in the standing alone). */
export interface Assumption {
  /** What an unsettled piece brings, before its curve, lateness and cap; nothing = it has none. */
  readonly valueOf: (piece: PlannedPiece) => Rational | undefined;
  /** What a piece that brings nothing else has from the standing of a category: the curves are in it already. */
  readonly standingOf?: ((piece: PlannedPiece) => Rational | undefined) | undefined;
  readonly waits: boolean;
  /** Whether occurrences that are only assumed are taken away too: in forecast and reach. */
  readonly supposes: boolean;
}

/**
 * Adds a category up from its children (grading rules, sections 3, 4 and 14 to 18).
 *
 * @param category - the category of a plan
 * @param assumption - what unsettled work counts as
 * @returns the whole derivation, down to the last piece
 */
export function deriveCategory(category: PlannedCategory, assumption: Assumption): Derivation {
  return new Evaluation(assumption).derive(category);
}

/**
 * Derives a category again where only some pieces have moved; all else is taken from an earlier derivation.
 *
 * @param before - a derivation under an assumption that differs for the moving pieces alone
 * @param moves - what moves with them (`movedBy`)
 * @returns the same as `deriveCategory` would
 */
export function rederive(
  before: Derivation,
  moves: ReadonlySet<PlannedNode>,
  assumption: Assumption,
): Derivation {
  return new Evaluation(assumption, before, moves).derive(before.category, before);
}

/** Some nodes and all whose value hangs on theirs: the categories above each, and those that one of them replaces in. */
export function movedBy(nodes: Iterable<PlannedNode>): Set<PlannedNode> {
  const moves = new Set<PlannedNode>();
  const add = (node: PlannedNode | undefined): void => {
    for (let at = node; at && !moves.has(at); at = at.parent) {
      moves.add(at);
      at.replacesIn.forEach(add);
    }
  };
  for (const node of nodes) add(node);
  return moves;
}

class Evaluation {
  readonly #sources = new Map<PlannedNode, Child>();

  constructor(
    readonly assumption: Assumption,
    readonly before?: Derivation,
    readonly moves?: ReadonlySet<PlannedNode>,
  ) {}

  derive(category: PlannedCategory, before?: Derivation): Derivation {
    const children = category.children.map((node, index) => this.#child(node, before?.children[index]));
    const source = this.#sourceOf(category);
    const sums = sumsOf(category, children, source?.own?.value, this.assumption, before?.sums);
    return this.#finish(category, children, source, sums);
  }

  #child(node: PlannedNode, before: Child | undefined): Child {
    if (node.replacesIn.length === 0) return this.#evaluate(node, before);
    const known = this.#sources.get(node);
    if (known) return known;
    const child = this.#evaluate(node, before);
    this.#sources.set(node, child);
    return child;
  }

  #evaluate(node: PlannedNode, before: Child | undefined): Child {
    if (before && !this.moves!.has(node)) return before;
    if (node.kind === 'piece') return pieceChild(node, this.assumption);
    const derivation = this.derive(node, before?.derivation);
    return { node, own: derivation.worth, derivation, lacks: derivation.lacks };
  }

  #sourceOf({ replacement }: PlannedCategory): Child | undefined {
    const node = replacement?.source;
    return node && this.#child(node, this.before?.sources.get(node));
  }

  #finish(
    category: PlannedCategory,
    children: readonly Child[],
    source: Child | undefined,
    sums: readonly Sum[],
  ): Derivation {
    const { assumption } = this;
    const { curve, cap, round, deductions } = category;
    const best = sums[sums.length === 1 ? 0 : highest(sums, (each) => each.sum, exact)]!;
    const sum = category.beginsFull ? ONE : best.sum;
    const deducted = deductions.map((deduction) => deductedBy(deduction, assumption));
    const lost = deducted.length === 0 ? ZERO : exact.sum(deducted, (each) => each.lost);
    const after = sum && finished(sum, { curve, lost, cap, round }, exact);
    const acts = curve !== undefined || lost.n !== 0n;
    const plain = acts && sum ? finished(sum, { curve: undefined, lost: ZERO, cap, round }, exact) : after;
    return {
      scheme: best.scheme,
      moved: best.moved,
      members: best.members,
      whole: best.whole,
      candidates: best.candidates,
      parts: best.parts,
      numerator: best.numerator,
      denominator: best.denominator,
      size: best.size,
      category,
      assumption,
      children,
      sums,
      source: source?.own && source,
      deducted,
      lost,
      dropsApply: dropsApply(category, assumption),
      sum,
      curved: after?.curved,
      left: after?.left,
      capped: after?.capped,
      worth: after && { value: after.value, size: best.size },
      plain: plain?.value,
      lacks: source?.lacks === true || children.some((child) => child.lacks && weighsIn(child, sums)),
      sources: this.#sources,
    };
  }
}

function weighsIn({ node }: Child, sums: readonly Sum[]): boolean {
  return sums.some(({ members }) => members.some((part) => part.node === node && isIn(part)));
}

/** Whether its weight lets a part into the sum, whether or not it has a value. */
function isIn({ role }: Part): boolean {
  return role !== 'weight 0' && role !== 'no weight';
}

function dropsApply({ drop, incomplete }: PlannedCategory, { waits }: Assumption): boolean {
  return drop.when === 'always' || !waits || !incomplete;
}

function deductedBy(deduction: PlannedDeduction, { supposes }: Assumption): Deducted {
  const { counted, assumed, free, each } = deduction;
  const count = counted ?? (supposes ? assumed : undefined);
  const more = count && count.compare(free) > 0 ? count.sub(free) : ZERO;
  return { deduction, count, lost: more.mul(each) };
}

/**
 * Adds a category up with each of its weightings, before curve, deductions, cap and rounding.
 *
 * @param by - the value of its source, if it has one
 * @param before - the sums of the same category with some of the same children: parts of those are taken over
 */
export function sumsOf(
  category: PlannedCategory,
  children: readonly Child[],
  by: Rational | undefined,
  assumption: Assumption,
  before?: readonly Sum[],
): Sum[] {
  return category
    .weightings(by !== undefined)
    .map((weighting, index) =>
      sumOf(category, children, weighting, by, assumption, before?.[index]?.members),
    );
}

function sumOf(
  category: PlannedCategory,
  children: readonly Child[],
  { scheme, weights, moved }: Weighting,
  by: Rational | undefined,
  assumption: Assumption,
  before: readonly Part[] | undefined,
): Sum {
  const { combine, replacement } = category;
  const isSimple = !replacement && moved.length === 0;
  const own = children.map((child, index) => {
    const old = isSimple ? before?.[index] : undefined;
    return old && old.own === child.own && old.derivation === child.derivation
      ? old
      : partOf(combine, child, weights[index], child.own, false);
  });
  const members = replacement && by ? replacing(category, own, by) : own;
  const regular = members.filter(isRegular);
  const whole = tallyOf(category, members);
  const drops = dropsApply(category, assumption) && canDrop(category, regular.length);
  const candidates = drops ? Candidates.of(category.drop.by, regular, exact) : undefined;
  const { dropped, tally, sum, size } = addUp(category, candidates, whole, exact);
  const roles = new Map<Part, Part['role']>();
  for (const index of dropped.lowest) roles.set(regular[index]!, 'dropped lowest');
  for (const index of dropped.highest) roles.set(regular[index]!, 'dropped highest');
  const parts = members.map((part) => {
    const role = roles.get(part);
    return role ? { ...part, role } : part;
  });
  const { numerator, denominator } = tally;
  return { scheme, moved, members, whole, candidates, parts, numerator, denominator, sum, size };
}

/** A category's parts with its source's value for what is excused, and for the lowest. */
function replacing(
  { combine, replacement }: PlannedCategory,
  own: readonly Part[],
  by: Rational,
): readonly Part[] {
  const { lowest, excused } = replacement!;
  const withBy = (part: Part, size: Rational) =>
    partOf(combine, part, part.weight, { value: by, size }, true);
  const there = own.map((part) =>
    excused && canRevive(part.node) && isIn(part) ? withBy(part, part.node.size) : part,
  );
  const regular = there.filter(isRegular);
  const { replaced } = chooseReplaced(
    regular.map(({ worth }) => worth.value),
    lowest,
    by,
    exact,
  );
  const chosen = new Set<Part>(replaced.map((index) => regular[index]!));
  return there.map((part) => (chosen.has(part) ? withBy(part, part.worth!.size) : part));
}

/** Whether a replacement can give a child that is gone a value: a listed assessment that is no extra credit. */
export function canRevive(node: PlannedNode): node is PlannedPiece {
  return isAway(node) && !node.extra;
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

/** The value of a piece under an assumption, after its curve, lateness and cap, or nothing. */
export function pieceValue(piece: PlannedPiece, assumption: Assumption): Rational | undefined {
  if (piece.settlement !== 'unsettled')
    return piece.entered && adjusted(piece.entered, piece.handling, exact);
  const value = assumption.valueOf(piece);
  if (value !== undefined) return adjusted(value, piece.handling, exact);
  const standing = assumption.standingOf?.(piece);
  return standing && afterCurve(standing, piece.handling, exact);
}

function pieceChild(node: PlannedPiece, assumption: Assumption): Child {
  const value = pieceValue(node, assumption);
  return {
    node,
    own: value && { value, size: node.size },
    derivation: undefined,
    lacks: value === undefined && node.settlement === 'unsettled',
  };
}

/** One child's part, before drops. */
function partOf(
  combine: PlannedCategory['combine'],
  { node, own, derivation, lacks }: Child,
  weight: Rational | undefined,
  worth: Worth<Rational> | undefined,
  replaced: boolean,
): Part {
  const leftOut = whyLeftOut(combine, weight, worth);
  const denominator = leftOut ? ZERO : unit(combine, weight, worth!.size, exact);
  const numerator = leftOut ? ZERO : gain(combine, worth!.value, denominator, exact);
  const role = leftOut ?? (node.extra ? 'extra' : 'regular');
  // Every piece of every outlook has a part: it is written out, which is many times faster than spreading.
  return { node, own, derivation, lacks, worth, replaced, weight, role, numerator, denominator };
}

function whyLeftOut(
  combine: PlannedCategory['combine'],
  weight: Rational | undefined,
  worth: Worth<Rational> | undefined,
): LeftOut | undefined {
  if (!isWeighed(combine, weight)) return weight === undefined ? 'no weight' : 'weight 0';
  return worth ? undefined : 'no value';
}
