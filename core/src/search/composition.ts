import { addUp, gain, highest, minus, unit, type Rule, type Total } from '../grading/add-up';
import { finished, type Finish } from '../grading/adjustment';
import {
  canRevive,
  isRegular,
  sumsOf,
  tallyOf,
  type Child,
  type Derivation,
  type Part,
  type Sum,
} from '../grading/combine';
import type { PlannedCategory } from '../grading/plan';
import { isWeighed } from '../grading/weighting';
import { exact, roundingIn, type Arithmetic } from '../numbers/arithmetic';
import type { Rational } from '../numbers/rational';
import { bendingIn } from '../rules/curve/bend';
import { Candidates, type Member, type Worth } from '../rules/drop/candidates';
import { canDrop, type Dropped } from '../rules/drop/choose';
import { chooseReplaced, NONE_REPLACED, type Replaced } from '../rules/replace/choose';

/** What a category comes to where some of its children move. */
export interface Composed<N> {
  /** What each of its weightings brings, its own first. */
  readonly totals: readonly SumTotal<N>[];
  /** Which of them counts. */
  readonly counts: number;
  readonly sum: N | undefined;
  readonly worth: Worth<N> | undefined;
}

/** One weighting's total, and whose value was replaced, if any was: places in R. */
export interface SumTotal<N> {
  readonly total: Total<N>;
  readonly replaced: Replaced;
}

/**
 * A category of which some children move, everything else in it standing still. What stands still is summed once, here; only
 * the moving children are added for each question.
 */
export class Composition<N> {
  readonly finish: Finish<N>;
  /** The children that are put in for each question: those that move, and those that the source's value may stand for. */
  readonly slots: readonly Child[];
  /** Whether it may leave a child out. */
  readonly drops: boolean;
  /** Whether what it leaves out or replaces can hang on how moving children, and its source, compare with one another. */
  readonly compares: boolean;
  readonly #still: readonly (Worth<N> | undefined)[];
  /** What is put in the slots, for the question that is asked. */
  readonly #worths: (Worth<N> | undefined)[];
  readonly #derivation: Derivation;
  readonly #places: readonly number[];
  /** A sum for each weighting, where its source has a value and where it has none; each made when it is first asked for. */
  #known: readonly MovingSum<N>[] | undefined;
  #unknown: readonly MovingSum<N>[] | undefined;

  /**
   * @param derivation - the category, with what stands still at its value
   * @param moves - which of its children move
   * @param arithmetic - the numbers to answer in
   * @param sourceMoves - whether the value of its source moves too
   */
  constructor(
    derivation: Derivation,
    moves: (child: Child) => boolean,
    readonly arithmetic: Arithmetic<N>,
    sourceMoves = false,
  ) {
    const { category, children, lost } = derivation;
    const a = arithmetic;
    const { replacement } = category;
    const replaceable = replacement && replaceableIn(derivation, moves);
    const places: number[] = [];
    let regular = 0;
    let moving = 0;
    children.forEach((child, place) => {
      const { weighs, extra } = child.node;
      if (!weighs) return;
      const isMoving = moves(child);
      if (!extra) regular += 1;
      if (isMoving && !extra) moving += 1;
      if (isMoving || replaceable?.has(child)) places.push(place);
    });
    const among = moving + (sourceMoves ? 1 : 0);
    this.slots = places.map((place) => children[place]!);
    this.#worths = places.map(() => undefined);
    this.#still = this.slots.map((child) => (child.own && !moves(child) ? worthIn(child.own, a) : undefined));
    this.drops = canDrop(category, regular);
    this.compares =
      (this.drops && (category.drop.by === 'benefit' || among > 1)) ||
      (replacement !== undefined && replacement.lowest > 0 && moving > 1);
    this.finish = {
      curve: bendingIn(category.curve, a),
      lost: a.from(lost),
      cap: category.cap && a.from(category.cap),
      round: roundingIn(category.round, a),
    };
    this.#derivation = derivation;
    this.#places = places;
  }

  /** What a child that stands still is worth. */
  still(index: number): Worth<N> | undefined {
    return this.#still[index];
  }

  /**
   * What the category comes to.
   *
   * @param worthOf - what a child in a slot is worth, by its index; nothing where it has no value
   * @param by - the value of its source, if it has one
   */
  with(worthOf: (index: number) => Worth<N> | undefined, by: N | undefined): Composed<N> {
    const a = this.arithmetic;
    for (let index = 0; index < this.#worths.length; index += 1) this.#worths[index] = worthOf(index);
    const sums =
      by === undefined ? (this.#unknown ??= this.#sums(false)) : (this.#known ??= this.#sums(true));
    const first = sums[0]!.with(this.#worths, by);
    const totals =
      sums.length === 1 ? [first] : [first, ...sums.slice(1).map((sum) => sum.with(this.#worths, by))];
    const counts = totals.length === 1 ? 0 : highest(totals, ({ total }) => total.sum, a);
    const { sum, size } = totals[counts]!.total;
    const worth = sum === undefined ? undefined : { value: finished(sum, this.finish, a).value, size };
    return { totals, counts, sum, worth };
  }

  /** The sums of the category where its source has a value, or has none. */
  #sums(known: boolean): readonly MovingSum<N>[] {
    const { category, children, source, sums, assumption } = this.#derivation;
    const isBase = !category.replacement || known === (source !== undefined);
    // The value itself does not matter: whatever it can replace stands in a slot.
    const base = isBase ? sums : sumsOf(category, children, known ? exact.one : undefined, assumption);
    return base.map((sum) => new MovingSum(category, sum, this.#places, this.arithmetic));
  }
}

/**
 * The children that stand still and whose place a source may take: of each weighting the lowest of them, as no other can be among the
 * lowest of all; and what is gone, to which the source may give a value.
 */
function replaceableIn(
  { category, children }: Derivation,
  moves: (child: Child) => boolean,
): ReadonlySet<Child> {
  const { lowest } = category.replacement!;
  const found = new Set(children.filter(({ node }) => canRevive(node)));
  if (lowest === 0) return found;
  const still = children.filter((child) => child.own && !child.node.extra && !moves(child));
  const weightings = [...category.weightings(true), ...category.weightings(false)];
  for (const { weights } of weightings) {
    const inR = still.filter((child) => isWeighed(category.combine, weights[children.indexOf(child)]));
    inR.sort((a, b) => a.own!.value.compare(b.own!.value));
    inR.slice(0, lowest).forEach((child) => found.add(child));
  }
  return found;
}

/** A category added up with one set of weights, some of its children in slots. */
class MovingSum<N> {
  readonly #rule: Rule;
  readonly #lowest: number;
  readonly #arithmetic: Arithmetic<N>;
  readonly #slots: readonly Slot<N>[];
  /** R in order; what is in a slot is put in its place for each question. */
  readonly #regular: Candidates<N> | undefined;
  /** What the last question dropped: where the search for the next begins. */
  #dropped: Dropped | undefined;
  /** What is summed: first what stands still, then what each slot adds, put in for each question. */
  readonly #numerator: N[];
  readonly #denominator: N[];
  readonly #size: N[];

  constructor(
    category: PlannedCategory,
    { members, whole, candidates }: Sum,
    places: readonly number[],
    a: Arithmetic<N>,
  ) {
    const { combine, replacement } = category;
    const weighed = places.map((place) => isWeighed(combine, members[place]!.weight));
    const taken = places.flatMap((place, index) => (weighed[index] ? [members[place]!] : []));
    const inSlot = new Set(taken);
    const isSlot = (part: Part) => inSlot.has(part);
    const inR = members.filter((part) => (isSlot(part) ? !part.node.extra : isRegular(part)));
    const still = minus(whole, tallyOf(category, taken), exact);
    const drops = canDrop(category, inR.length);
    this.#rule = category;
    this.#lowest = replacement?.lowest ?? 0;
    this.#arithmetic = a;
    this.#slots = places.map((memberPlace, index) => {
      const part = members[memberPlace]!;
      const { node, weight } = part;
      const weighs = weighed[index]!;
      return {
        weighs,
        weight: weight && a.from(weight),
        place: weighs && !node.extra ? inR.indexOf(part) : undefined,
        revived: replacement?.excused && canRevive(node) ? a.from(node.size) : undefined,
      };
    });
    this.#regular = drops ? candidatesIn(inR, isSlot, candidates, category, a) : undefined;
    const none = places.map(() => a.zero);
    this.#numerator = [a.from(still.numerator), ...none];
    this.#denominator = [a.from(still.denominator), ...none];
    this.#size = [a.from(still.size), ...none];
  }

  with(own: readonly (Worth<N> | undefined)[], by: N | undefined): SumTotal<N> {
    const a = this.#arithmetic;
    const { combine } = this.#rule;
    const replacing = by === undefined ? undefined : this.#replace(own, by);
    const worths = replacing?.worths ?? own;
    const replaced = replacing?.replaced ?? NONE_REPLACED;
    let missing: Set<number> | undefined;
    let member: Member<N> | undefined;
    let before: N | undefined;
    for (let index = 0; index < this.#slots.length; index += 1) {
      const { weighs, weight, place } = this.#slots[index]!;
      const worth = weighs ? worths[index] : undefined;
      // Pieces that are alike are worth the same, and come one after another.
      if (worth && (worth !== member?.worth || weight !== before)) {
        const denominator = unit(combine, weight, worth.size, a);
        member = { worth, numerator: gain(combine, worth.value, denominator, a), denominator };
        before = weight;
      }
      const added = worth && member;
      this.#numerator[index + 1] = added?.numerator ?? a.zero;
      if (place === undefined) continue;
      this.#denominator[index + 1] = added?.denominator ?? a.zero;
      this.#size[index + 1] = worth?.size ?? a.zero;
      if (added) this.#regular?.put(place, added, a);
      else (missing ??= new Set()).add(place);
    }
    const whole = {
      numerator: a.sum(this.#numerator, itself),
      denominator: a.sum(this.#denominator, itself),
      size: combine === 'points' ? a.zero : a.sum(this.#size, itself),
    };
    if (missing) return { total: addUp(this.#rule, this.#without(missing), whole, a), replaced };
    const total = addUp(this.#rule, this.#regular, whole, a, this.#dropped);
    this.#dropped = total.dropped;
    return { total, replaced };
  }

  /** The slots with the source's value for what is gone and for the lowest; indexes of those in slots. */
  #replace(
    own: readonly (Worth<N> | undefined)[],
    by: N,
  ): { readonly replaced: Replaced; readonly worths: readonly (Worth<N> | undefined)[] } {
    const worths = own.slice();
    const there: number[] = [];
    const values: N[] = [];
    for (let index = 0; index < worths.length; index += 1) {
      const { revived, place } = this.#slots[index]!;
      if (revived !== undefined) worths[index] = { value: by, size: revived };
      const worth = worths[index];
      if (!worth || place === undefined) continue;
      there.push(index);
      values.push(worth.value);
    }
    const chosen = chooseReplaced(values, this.#lowest, by, this.#arithmetic);
    for (const place of chosen.replaced) {
      const index = there[place]!;
      worths[index] = { value: by, size: worths[index]!.size };
    }
    return { replaced: chosen, worths };
  }

  #without(missing: ReadonlySet<number>): Candidates<N> | undefined {
    if (!this.#regular) return undefined;
    const there = this.#regular.members.filter((_, place) => !missing.has(place)) as Member<N>[];
    return Candidates.of(this.#regular.by, there, this.#arithmetic);
  }
}

interface Slot<N> {
  /** Whether its weight lets it take part. */
  readonly weighs: boolean;
  readonly weight: N | undefined;
  /** Its place in R; nothing for extra credit, or where it takes no part. */
  readonly place: number | undefined;
  /** The points of a piece that is gone, to which the source can give a value. */
  readonly revived: N | undefined;
}

const itself = <T>(value: T) => value;

/** R with what stands still in it. */
function candidatesIn<N>(
  inR: readonly Part[],
  isSlot: (part: Part) => boolean,
  before: Candidates<Rational> | undefined,
  { drop }: Rule,
  a: Arithmetic<N>,
): Candidates<N> {
  if (before?.size === inR.length) return before.copy((member) => memberIn(member, a));
  const candidates = Candidates.empty<N>(drop.by, inR.length);
  inR.forEach((part, place) => {
    if (!isSlot(part)) candidates.put(place, memberIn(part as Member<Rational>, a), a);
  });
  return candidates;
}

function memberIn<N>({ worth, numerator, denominator }: Member<Rational>, a: Arithmetic<N>): Member<N> {
  return { worth: worthIn(worth, a), numerator: a.from(numerator), denominator: a.from(denominator) };
}

function worthIn<N>({ value, size }: Worth<Rational>, a: Arithmetic<N>): Worth<N> {
  return { value: a.from(value), size: a.from(size) };
}
