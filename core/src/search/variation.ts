import { adjusted, adjustmentIn, bendOf, topBend, type Adjustment } from '../grading/adjustment';
import { withAncestors, type Derivation } from '../grading/combine';
import type { PlannedNode, PlannedPiece } from '../grading/plan';
import type { Arithmetic } from '../numbers/arithmetic';
import type { Worth } from '../rules/drop/candidates';
import { Composition } from './composition';

/** What the moving pieces bring, by their index, before lateness and cap. */
export type Bring<N> = (index: number) => N;

/** The course as a function of what some pieces bring, everything else standing still. */
export class Variation<N> {
  readonly #root: MovingCategory<N>;

  /**
   * @param base - a derivation of the course's root in which everything else has its value
   * @param moving - the pieces that move
   * @param arithmetic - the numbers to answer in
   */
  constructor(
    base: Derivation,
    moving: readonly PlannedPiece[],
    readonly arithmetic: Arithmetic<N>,
  ) {
    const places = new Map<PlannedNode, number>(moving.map((piece, index) => [piece, index]));
    this.#root = build({ places, moves: withAncestors(moving), arithmetic }, base, false);
  }

  /** The course's value, a fraction of one; nothing where it has none. */
  valueAt(bring: Bring<N>): N | undefined {
    return this.#worth(this.#root, bring)?.value;
  }

  /**
   * All that is chosen on the way to the course's value: who is dropped in each category, and, below a category that compares
   * what moves, which straight piece of its lateness, cap or rounding a value lies on.
   *
   * Let all moving pieces rise together, from one level to another. Where the choices at both levels are the same, they are
   * the same at every level between, and between them the course only rises. For, from the pieces up: on one bend a value is
   * a straight line of the level. With straight values and unchanging units, "this one lies below that one" changes at
   * most once (straight lines cross once, and a tie goes by place), so a set of lowest or highest that is there at both
   * ends is there between; and a set with the best quotient at both ends has it between, as two quotients over unchanging
   * units are straight lines too. With unchanging sets, units are unchanging, and a category's value is a straight line up
   * to its cap and rounding, of which the bend is noted wherever a category above compares it. Where none does, it is enough
   * that sums, caps and roundings of what rises rise: one thing that rises passes each of those that stand still but once.
   */
  choicesAt(bring: Bring<N>): string {
    const choices: string[] = [];
    this.#worth(this.#root, bring, choices);
    return choices.join(';');
  }

  #worth(category: MovingCategory<N>, bring: Bring<N>, choices?: string[]): Worth<N> | undefined {
    const { composition, children, straight } = category;
    const { rule, drops, compares } = composition;
    const { sum, worth, dropped } = composition.with((index) => {
      const child = children[index]!;
      return child.kind === 'piece'
        ? this.#pieceWorth(child, bring, straight || compares ? choices : undefined)
        : this.#worth(child, bring, choices);
    });
    if (choices && drops) choices.push(`${dropped.lowest.join()}/${dropped.highest.join()}`);
    if (choices && straight && sum !== undefined) choices.push(topBend(sum, rule, this.arithmetic));
    return worth;
  }

  #pieceWorth({ place, handling, size }: MovingPiece<N>, bring: Bring<N>, choices?: string[]): Worth<N> {
    const brought = bring(place);
    choices?.push(bendOf(brought, handling, this.arithmetic));
    return { value: adjusted(brought, handling, this.arithmetic), size };
  }
}

interface MovingPiece<N> {
  readonly kind: 'piece';
  /** Its index among the moving pieces. */
  readonly place: number;
  readonly handling: Adjustment<N>;
  readonly size: N;
}

interface MovingCategory<N> {
  readonly kind: 'category';
  readonly composition: Composition<N>;
  readonly children: readonly (MovingPiece<N> | MovingCategory<N>)[];
  /** Whether a category above compares it with others that move, so that its value must be a straight line. */
  readonly straight: boolean;
}

interface Moves<N> {
  readonly places: ReadonlyMap<PlannedNode, number>;
  readonly moves: ReadonlySet<PlannedNode>;
  readonly arithmetic: Arithmetic<N>;
}

function build<N>(what: Moves<N>, derivation: Derivation, straight: boolean): MovingCategory<N> {
  const { places, moves, arithmetic } = what;
  const composition = new Composition(derivation, ({ node }) => moves.has(node), arithmetic);
  const children = composition.moving.map((part) =>
    part.node.kind === 'piece'
      ? movingPiece(part.node, places.get(part.node)!, arithmetic)
      : build(what, part.derivation!, straight || composition.compares),
  );
  return { kind: 'category', composition, children, straight };
}

function movingPiece<N>({ handling, size }: PlannedPiece, place: number, a: Arithmetic<N>): MovingPiece<N> {
  return { kind: 'piece', place, handling: adjustmentIn(handling, a), size: a.from(size) };
}
