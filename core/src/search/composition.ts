import { addUp, gain, minus, unit, type Rule, type Total } from '../grading/add-up';
import { isRegular, tallyOf, type Derivation, type Part } from '../grading/combine';
import { exact, roundingIn, type Arithmetic } from '../numbers/arithmetic';
import type { Rational } from '../numbers/rational';
import { Candidates, type Member, type Worth } from '../rules/drop/candidates';
import { canDrop, type Dropped } from '../rules/drop/choose';

/**
 * A category of which some children move, everything else in it standing still. What stands still is summed once, here; only
 * the moving children are added for each question.
 */
export class Composition<N> {
  readonly rule: Rule<N>;
  /** The children that move, in order. */
  readonly moving: readonly Part[];
  /** Whether it may leave a child out. */
  readonly drops: boolean;
  /** Whether what it leaves out can hang on how moving children compare with one another. */
  readonly compares: boolean;
  readonly #arithmetic: Arithmetic<N>;
  readonly #slots: readonly Slot<N>[];
  /** R in order; what moves is put in its place for each question. */
  readonly #regular: Candidates<N> | undefined;
  /** What the last question dropped: where the search for the next begins. */
  #dropped: Dropped | undefined;
  /** What is summed: first what stands still, then what each moving child adds, put in for each question. */
  readonly #numerator: N[];
  readonly #denominator: N[];
  readonly #size: N[];

  /**
   * @param derivation - the category, with what stands still at its value
   * @param moves - which of its children move; of these, only such as take part can change it
   * @param arithmetic - the numbers to answer in
   */
  constructor(
    { category, members, whole, candidates }: Derivation,
    moves: (part: Part) => boolean,
    arithmetic: Arithmetic<N>,
  ) {
    const isMoving = (part: Part) => part.node.weighs && moves(part);
    const inR = members.filter((part) => (isMoving(part) ? !part.node.extra : isRegular(part)));
    const moving = members.filter(isMoving);
    const still = minus(whole, tallyOf(category, moving), exact);
    this.#arithmetic = arithmetic;
    this.moving = moving;
    this.drops = canDrop(category, inR.length);
    this.compares =
      this.drops && (category.drop.by === 'benefit' || moving.filter(({ node }) => !node.extra).length > 1);
    this.rule = ruleIn(category, arithmetic);
    this.#slots = this.moving.map((part) => ({
      weight: part.node.weight && arithmetic.from(part.node.weight),
      place: part.node.extra ? undefined : inR.indexOf(part),
    }));
    this.#regular = this.drops ? candidatesIn(inR, isMoving, candidates, category, arithmetic) : undefined;
    const none = this.moving.map(() => arithmetic.zero);
    this.#numerator = [arithmetic.from(still.numerator), ...none];
    this.#denominator = [arithmetic.from(still.denominator), ...none];
    this.#size = [arithmetic.from(still.size), ...none];
  }

  /**
   * What the category comes to.
   *
   * @param worthOf - what a moving child is worth, by its index; nothing where it has no value
   */
  with(worthOf: (index: number) => Worth<N> | undefined): Total<N> {
    const a = this.#arithmetic;
    const { combine } = this.rule;
    const missing = new Set<number>();
    for (let index = 0; index < this.#slots.length; index += 1) {
      const { weight, place } = this.#slots[index]!;
      const worth = worthOf(index);
      const denominator = worth && unit(combine, weight, worth.size, a);
      const numerator = worth && gain(combine, worth.value, denominator!, a);
      this.#numerator[index + 1] = numerator ?? a.zero;
      if (place === undefined) continue;
      this.#denominator[index + 1] = denominator ?? a.zero;
      this.#size[index + 1] = worth?.size ?? a.zero;
      if (worth) this.#regular?.put(place, { worth, numerator: numerator!, denominator: denominator! }, a);
      else missing.add(place);
    }
    const whole = {
      numerator: a.sum(this.#numerator, itself),
      denominator: a.sum(this.#denominator, itself),
      size: combine === 'points' ? a.zero : a.sum(this.#size, itself),
    };
    if (missing.size > 0) return addUp(this.rule, this.#without(missing), whole, a);
    const total = addUp(this.rule, this.#regular, whole, a, this.#dropped);
    this.#dropped = total.dropped;
    return total;
  }

  #without(missing: ReadonlySet<number>): Candidates<N> | undefined {
    if (!this.#regular) return undefined;
    const there = this.#regular.members.filter((_, place) => !missing.has(place)) as Member<N>[];
    return Candidates.of(this.#regular.by, there, this.#arithmetic);
  }
}

interface Slot<N> {
  readonly weight: N | undefined;
  /** Its place in R; nothing for extra credit. */
  readonly place: number | undefined;
}

const itself = <T>(value: T) => value;

/** R with what stands still in it. */
function candidatesIn<N>(
  inR: readonly Part[],
  isMoving: (part: Part) => boolean,
  before: Candidates<Rational> | undefined,
  { drop }: Rule<Rational>,
  a: Arithmetic<N>,
): Candidates<N> {
  if (before?.size === inR.length) return before.copy((member) => memberIn(member, a));
  const candidates = Candidates.empty<N>(drop.by, inR.length);
  inR.forEach((part, place) => {
    if (!isMoving(part)) candidates.put(place, memberIn(part as Member<Rational>, a), a);
  });
  return candidates;
}

function memberIn<N>({ worth, numerator, denominator }: Member<Rational>, a: Arithmetic<N>): Member<N> {
  return {
    worth: { value: a.from(worth.value), size: a.from(worth.size) },
    numerator: a.from(numerator),
    denominator: a.from(denominator),
  };
}

function ruleIn<N>({ combine, drop, cap, round }: Rule<Rational>, a: Arithmetic<N>): Rule<N> {
  return { combine, drop, cap: cap && a.from(cap), round: roundingIn(round, a) };
}
