import { addUp, canDrop, gain, unit, type Rule, type Tally } from './add-up';
import type { Arithmetic } from './arithmetic';
import { isRegular, tallyOf, withAncestors, type Derivation, type Part } from './combine';
import type { Member, Worth } from './drop';
import { bendOf, handled, topBend, type Handling } from './handling';
import type { PlannedNode, PlannedPiece } from './plan';
import type { Rational } from './rational';

/** What the moving pieces bring, by their index, before lateness and cap. */
export type Bring<N> = (index: number) => N;

/**
 * The course as a function of what some pieces bring, everything else standing still. Only those and the categories above
 * them are added up for each question; what stands still is summed once, here.
 */
export class Variation<N> {
  readonly #root: MovingCategory<N>;
  readonly #arithmetic: Arithmetic<N>;

  /**
   * @param base - a derivation of the course's root in which everything else has its value
   * @param moving - the pieces that move
   * @param arithmetic - the numbers to answer in
   */
  constructor(base: Derivation, moving: readonly PlannedPiece[], arithmetic: Arithmetic<N>) {
    const places = new Map<PlannedNode, number>(moving.map((piece, index) => [piece, index]));
    this.#arithmetic = arithmetic;
    this.#root = new Builder(places, withAncestors(moving), arithmetic).category(base, false);
  }

  /** The course's value, a fraction of one; nothing where it has none. */
  valueAt(bring: Bring<N>): N | undefined {
    return this.#evaluate(this.#root, bring)?.value;
  }

  /**
   * All that is chosen on the way to the course's value: who is dropped in each category, and, below a category that drops,
   * which straight piece of its lateness, cap or rounding a value lies on.
   *
   * Let all moving pieces rise together, from one level to another. Where the choices at both levels are the same, they are
   * the same at every level between, and between them the course only rises. For, from the pieces up: on one bend a value is
   * a straight line of the level. With straight values and unchanging units, "this one lies below that one" changes at
   * most once (straight lines cross once, and a tie goes by place), so a set of lowest or highest that is there at both
   * ends is there between; and a set with the best quotient at both ends has it between, as two quotients over unchanging
   * units are straight lines too. With unchanging sets, units are unchanging, and a category's value is a
   * straight line up to its cap and rounding, of which the bend is noted wherever a category above it drops. Where none
   * does, sums, caps and roundings of what rises rise.
   */
  choicesAt(bring: Bring<N>): string {
    const choices: string[] = [];
    this.#evaluate(this.#root, bring, choices);
    return choices.join(';');
  }

  #evaluate(category: MovingCategory<N>, bring: Bring<N>, choices?: string[]): Worth<N> | undefined {
    const { rule, moving, drops, bends, regular, above, below, size } = category;
    const a = this.#arithmetic;
    let complete = true;
    for (let index = 0; index < moving.length; index += 1) {
      const child = moving[index]!;
      const member =
        child.kind === 'piece'
          ? this.#piece(rule, child, bring, bends ? choices : undefined)
          : this.#category(rule, child, bring, choices);
      above[index + 1] = member?.above ?? a.zero;
      if (child.extra) continue;
      if (child.kind === 'category') {
        below[index + 1] = member?.below ?? a.zero;
        size[index + 1] = member?.worth.size ?? a.zero;
      }
      regular[child.slot] = member;
      complete &&= member !== undefined;
    }
    const whole = { above: a.sum(above), below: a.sum(below), size: a.sum(size) };
    const members = complete ? (regular as Member<N>[]) : regular.filter(isThere);
    const total = addUp(rule, drops ? members : undefined, whole, a);
    if (choices && drops) choices.push(`${total.dropped.lowest}/${total.dropped.highest}`);
    if (choices && category.bendsAbove && total.sum !== undefined) choices.push(topBend(total.sum, rule, a));
    return total.worth;
  }

  #piece(
    { combine }: Rule<N>,
    { place, handling, below, size }: MovingPiece<N>,
    bring: Bring<N>,
    choices: string[] | undefined,
  ): Member<N> {
    const a = this.#arithmetic;
    const brought = bring(place);
    choices?.push(bendOf(brought, handling, a));
    const value = handled(brought, handling, a);
    return { worth: { value, size }, above: gain(combine, value, below, a), below };
  }

  #category(
    { combine }: Rule<N>,
    child: MovingCategory<N>,
    bring: Bring<N>,
    choices: string[] | undefined,
  ): Member<N> | undefined {
    const a = this.#arithmetic;
    const worth = this.#evaluate(child, bring, choices);
    if (!worth) return undefined;
    const below = unit(combine, child.weight, worth.size, a);
    return { worth, above: gain(combine, worth.value, below, a), below };
  }
}

type Moving<N> = MovingPiece<N> | MovingCategory<N>;

interface MovingFields<N> {
  readonly extra: boolean;
  readonly weight: N | undefined;
  /** Its place in R, where it is a regular child. */
  readonly slot: number;
}

interface MovingPiece<N> extends MovingFields<N> {
  readonly kind: 'piece';
  /** Its index among the moving pieces. */
  readonly place: number;
  readonly handling: Handling<N>;
  readonly size: N;
  readonly below: N;
}

interface MovingCategory<N> extends MovingFields<N> {
  readonly kind: 'category';
  readonly rule: Rule<N>;
  /** R in order; what moves is put in its slot for each question. */
  readonly regular: (Member<N> | undefined)[];
  /**
   * What is summed. First what stands still: the other children, and what moving pieces add below the line. Then what each
   * moving child adds, put in for each question.
   */
  readonly above: N[];
  readonly below: N[];
  readonly size: N[];
  readonly moving: readonly Moving<N>[];
  /** Whether it may leave a child out. */
  readonly drops: boolean;
  /** Whether a category above it may; and whether it or one above it may. */
  readonly bendsAbove: boolean;
  readonly bends: boolean;
}

class Builder<N> {
  constructor(
    readonly places: ReadonlyMap<PlannedNode, number>,
    readonly moves: ReadonlySet<PlannedNode>,
    readonly arithmetic: Arithmetic<N>,
  ) {}

  category({ category, members }: Derivation, bendsAbove: boolean, slot = 0): MovingCategory<N> {
    const moves = ({ node }: Part) => node.weighs && this.moves.has(node);
    const inR = members.filter((part) => (moves(part) ? !part.node.extra : isRegular(part)));
    const drops = canDrop(category, inR.length);
    const bends = bendsAbove || drops;
    const still = members.filter((part) => !moves(part));
    const moving = members.filter(moves).map((part): Moving<N> => {
      const place = inR.indexOf(part);
      return part.node.kind === 'piece'
        ? this.#piece(category, part.node, place)
        : this.category(part.derivation!, bends, place);
    });
    const fixed = this.#fixed(still, moving);
    const none = moving.map(() => this.arithmetic.zero);
    return {
      kind: 'category',
      extra: category.extra,
      weight: this.#number(category.weight),
      slot,
      rule: this.#rule(category),
      regular: inR.map((part) => (moves(part) || !drops ? undefined : this.#member(part))),
      above: [fixed.above, ...none],
      below: [fixed.below, ...none],
      size: [fixed.size, ...none],
      moving,
      drops,
      bendsAbove,
      bends,
    };
  }

  #piece({ combine }: Rule<Rational>, piece: PlannedPiece, slot: number): MovingPiece<N> {
    const { extra, handling } = piece;
    const { penalty, cap } = handling;
    const size = this.arithmetic.from(piece.size);
    const weight = this.#number(piece.weight);
    return {
      kind: 'piece',
      extra,
      weight,
      slot,
      place: this.places.get(piece)!,
      handling: {
        penalty: penalty && {
          ...penalty,
          loss: this.arithmetic.from(penalty.loss),
          floor: this.arithmetic.from(penalty.floor),
        },
        cap: this.#number(cap),
        round: this.#rounding(handling),
      },
      size,
      below: unit(combine, weight, size, this.arithmetic),
    };
  }

  #fixed(still: readonly Part[], moving: readonly Moving<N>[]): Tally<N> {
    const { above, below, size } = tallyOf(still);
    const a = this.arithmetic;
    const pieces = moving.filter((child) => child.kind === 'piece' && !child.extra) as MovingPiece<N>[];
    return {
      above: a.from(above),
      below: a.sum([a.from(below), ...pieces.map((piece) => piece.below)]),
      size: a.sum([a.from(size), ...pieces.map((piece) => piece.size)]),
    };
  }

  #member({ worth, above, below }: Part): Member<N> {
    const { from } = this.arithmetic;
    return {
      worth: { value: from(worth!.value), size: from(worth!.size) },
      above: from(above),
      below: from(below),
    };
  }

  #rule(category: Rule<Rational>): Rule<N> {
    const { combine, drop, cap } = category;
    return { combine, drop, cap: this.#number(cap), round: this.#rounding(category) };
  }

  #rounding({ round }: Pick<Rule<Rational>, 'round'>): Rule<N>['round'] {
    return round && { step: this.arithmetic.from(round.step), mode: round.mode };
  }

  #number(value: Rational | undefined): N | undefined {
    return value && this.arithmetic.from(value);
  }
}

const isThere = <T>(value: T | undefined): value is T => value !== undefined;
