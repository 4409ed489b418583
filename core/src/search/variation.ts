import {
  adjusted,
  adjustmentIn,
  bendOf,
  finishBend,
  isAdjusting,
  type Adjustment,
} from '../grading/adjustment';
import { movedBy, type Derivation } from '../grading/combine';
import type { PlannedCategory, PlannedNode, PlannedPiece } from '../grading/plan';
import { childIn } from '../grading/requirement';
import type { Arithmetic } from '../numbers/arithmetic';
import type { Worth } from '../rules/drop/candidates';
import { Composition, type Composed } from './composition';
import { isSizeUsed } from './monotone';

/** What the moving pieces bring, by their index, before their curve, lateness and cap. */
export type Bring<N> = (index: number) => N;

/** The course as a function of what some pieces bring, everything else standing still. */
export class Variation<N> {
  readonly #root: Mover<N>;
  readonly #others: ReadonlyMap<PlannedNode, Mover<N>>;
  /** The categories whose choices are noted; those that are straight for one of them are looked at with it. */
  readonly #watched: readonly Mover<N>[];
  /** Counts the questions, so that a category that several look at is added up once for each. */
  #question = 0;

  /**
   * @param base - a derivation of the course's root in which everything else has its value
   * @param moving - the pieces that move
   * @param arithmetic - the numbers to answer in
   * @param others - further nodes whose values are asked for
   * @param watch - whose choices are noted: all, unless it is known that a category only rises
   */
  constructor(
    base: Derivation,
    moving: readonly PlannedPiece[],
    readonly arithmetic: Arithmetic<N>,
    others: readonly PlannedNode[] = [],
    watch: (category: PlannedCategory) => boolean = () => true,
  ) {
    const builder = new Builder(base, moving, arithmetic, watch);
    this.#root = builder.mover(base.category);
    this.#others = new Map(others.map((node) => [node, builder.mover(node)]));
    this.#watched = builder.watched;
  }

  /** The course's value, a fraction of one; nothing where it has none. */
  valueAt(bring: Bring<N>): N | undefined {
    this.#question += 1;
    return this.#worth(this.#root, bring)?.value;
  }

  /** The value of one of the further nodes. */
  valueOf(node: PlannedNode, bring: Bring<N>): N | undefined {
    this.#question += 1;
    return this.#worth(this.#others.get(node)!, bring)?.value;
  }

  /**
   * All that is chosen on the way to the course's value, and to that of each further node: who is dropped in each category, whom its source
   * replaces, which weighting counts where that changes its points, and, below a category that compares what moves, which straight piece of
   * its curve, lateness, cap or rounding a value lies on.
   *
   * Only what is watched is noted: a category that rises with what is in it does so whatever it chooses (`Rises`).
   *
   * Let all moving pieces rise together, from one level to another. Where the choices at both levels are the same, they are
   * the same at every level between, and between them the course only rises. For, from the pieces up: on one bend a value is
   * a straight line of the level. With straight values and unchanging units, "this one lies below that one" changes at
   * most once (straight lines cross once, and a tie goes by place), so a set of lowest or highest that is there at both
   * ends is there between; and a set with the best quotient at both ends has it between, as two quotients over unchanging
   * units are straight lines too. With unchanging sets, units are unchanging, and a category's value is a straight line up
   * to its curve, cap and rounding, of which the bend is noted wherever a category above compares it. Where none does, it is enough
   * that sums, curves, caps and roundings of what rises rise: one thing that rises passes each of those that stand still but once.
   *
   * A source that rises is one more thing that rises. While the same ones are lowest, each of them is worth the larger of its own value and
   * the source's, which rises; where values are compared, it is noted which of the two it is, so that it is straight. Of several weightings
   * the highest counts, and the highest of what rises rises; where it matters which, all are straight, and the highest of straight lines is
   * the same one on a whole stretch.
   */
  choicesAt(bring: Bring<N>): string {
    this.#question += 1;
    const choices: string[] = [];
    for (const mover of this.#watched) this.#worth(mover, bring, choices);
    return choices.join(';');
  }

  #worth(mover: Mover<N>, bring: Bring<N>, choices?: string[]): Worth<N> | undefined {
    if (mover.kind === 'still') return mover.worth;
    if (mover.kind === 'piece') return this.#pieceWorth(mover, bring, mover.straight ? choices : undefined);
    if (mover.asked === this.#question) return mover.answer;
    const answer = this.#categoryWorth(mover, bring, choices);
    mover.asked = this.#question;
    mover.answer = answer;
    return answer;
  }

  #categoryWorth(mover: MovingCategory<N>, bring: Bring<N>, choices?: string[]): Worth<N> | undefined {
    const { composition, children, source } = mover;
    const by = source && this.#worth(source, bring, choices)?.value;
    const composed = composition.with((index) => this.#worth(children[index]!, bring, choices), by);
    if (choices && (mover.watched || mover.straight)) this.#note(mover, composed, choices);
    return composed.worth;
  }

  #note(mover: MovingCategory<N>, composed: Composed<N>, choices: string[]): void {
    const { straight, source, composition } = mover;
    const { drops, compares, finish } = composition;
    for (const {
      total: { dropped },
      replaced: { lowest, replaced },
    } of composed.totals) {
      if (source) choices.push(lowest.join());
      if (source && (straight || compares)) choices.push(replaced.join());
      if (drops) choices.push(`${dropped.lowest.join()}/${dropped.highest.join()}`);
    }
    if (straight && composed.totals.length > 1) choices.push(String(composed.counts));
    if (straight && composed.sum !== undefined)
      choices.push(finishBend(composed.sum, finish, this.arithmetic));
  }

  #pieceWorth({ place, like }: MovingPiece<N>, bring: Bring<N>, choices?: string[]): Worth<N> {
    const brought = bring(place);
    const { handling, size, last } = like;
    choices?.push(bendOf(brought, handling, this.arithmetic));
    if (last?.brought === brought) return last.worth;
    const worth = { value: adjusted(brought, handling, this.arithmetic), size };
    like.last = { brought, worth };
    return worth;
  }
}

interface MovingPiece<N> {
  readonly kind: 'piece';
  /** Its index among the moving pieces. */
  readonly place: number;
  readonly like: Likeness<N>;
  straight: boolean;
}

/** What makes a piece what it is among those that move: what brings the same is worth the same in all that share it. */
interface Likeness<N> {
  readonly handling: Adjustment<N>;
  readonly size: N;
  /** What one of them brought last, and its worth. */
  last: { readonly brought: N; readonly worth: Worth<N> } | undefined;
}

interface MovingCategory<N> {
  readonly kind: 'category';
  readonly composition: Composition<N>;
  /** What stands in the composition's slots, and what replaces the weakest of it. */
  readonly children: readonly Mover<N>[];
  readonly source: Mover<N> | undefined;
  /** Whether its choices are noted: it may fall as what is in it rises. */
  readonly watched: boolean;
  /** Whether its value is compared with others that move, so that it must be a straight line. */
  straight: boolean;
  /** The question that it was last added up for, and its answer. */
  asked: number;
  answer: Worth<N> | undefined;
}

/** What stands still, wherever it is looked at. */
interface StillNode<N> {
  readonly kind: 'still';
  readonly worth: Worth<N> | undefined;
}

type Mover<N> = MovingPiece<N> | MovingCategory<N> | StillNode<N>;

/** Makes each node's mover once, whoever looks at it. */
class Builder<N> {
  readonly watched: MovingCategory<N>[] = [];
  readonly #movers = new Map<PlannedNode, Mover<N>>();
  /** Of pieces to whose values nothing is done, by their points. */
  readonly #likes = new Map<string, Likeness<N>>();
  readonly #places: ReadonlyMap<PlannedNode, number>;
  readonly #moves: ReadonlySet<PlannedNode>;

  constructor(
    readonly base: Derivation,
    moving: readonly PlannedPiece[],
    readonly arithmetic: Arithmetic<N>,
    readonly watch: (category: PlannedCategory) => boolean,
  ) {
    this.#places = new Map(moving.map((piece, index) => [piece, index]));
    this.#moves = movedBy(moving);
  }

  /** @param derivation - where the node is a category, its derivation in the base, if that is at hand */
  mover(node: PlannedNode, derivation?: Derivation): Mover<N> {
    const known = this.#movers.get(node);
    if (known) return known;
    const made = this.#make(node, derivation);
    this.#movers.set(node, made);
    return made;
  }

  #make(node: PlannedNode, derivation: Derivation | undefined): Mover<N> {
    const a = this.arithmetic;
    const isRoot = node === this.base.category;
    const isFull = node.kind === 'category' && node.beginsFull;
    if ((!this.#moves.has(node) && !isRoot) || isFull) {
      const own = childIn(this.base, node)?.own;
      return { kind: 'still', worth: own && { value: a.from(own.value), size: a.from(own.size) } };
    }
    if (node.kind === 'piece')
      return { kind: 'piece', place: this.#places.get(node)!, like: this.#likeness(node), straight: false };
    return this.#category(node, derivation ?? childIn(this.base, node)!.derivation!);
  }

  #likeness({ handling, size }: PlannedPiece): Likeness<N> {
    const points = isAdjusting(handling) ? undefined : `${size.n}/${size.d} ${handling.zeroStays}`;
    const known = points === undefined ? undefined : this.#likes.get(points);
    if (known) return known;
    const a = this.arithmetic;
    const like = { handling: adjustmentIn(handling, a), size: a.from(size), last: undefined };
    if (points !== undefined) this.#likes.set(points, like);
    return like;
  }

  #category(category: PlannedCategory, derivation: Derivation): MovingCategory<N> {
    const sourceNode = category.replacement?.source;
    const composition = new Composition(
      derivation,
      ({ node }) => this.#moves.has(node),
      this.arithmetic,
      sourceNode && this.#moves.has(sourceNode),
    );
    const children = composition.slots.map((child, index): Mover<N> =>
      this.#moves.has(child.node)
        ? this.mover(child.node, child.derivation)
        : { kind: 'still', worth: composition.still(index) },
    );
    const source = sourceNode && this.mover(sourceNode);
    const made: MovingCategory<N> = {
      kind: 'category',
      composition,
      children,
      source,
      watched: this.watch(category),
      straight: false,
      asked: 0,
      answer: undefined,
    };
    if (composition.compares && made.watched) [...children, ...(source ? [source] : [])].forEach(straighten);
    const isWeighted = category.source.schemes && isSizeUsed(category);
    if (isWeighted) straighten(made);
    if (made.watched || isWeighted) this.watched.push(made);
    return made;
  }
}

/** Makes a value, and all that it is made of, straight. */
function straighten<N>(mover: Mover<N>): void {
  if (mover.kind === 'still' || mover.straight) return;
  mover.straight = true;
  if (mover.kind === 'piece') return;
  mover.children.forEach(straighten);
  if (mover.source) straighten(mover.source);
}
