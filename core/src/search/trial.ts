import type { Band } from '../document/course';
import type { Derivation } from '../grading/combine';
import type { Plan, PlannedCategory, PlannedNode, PlannedPiece } from '../grading/plan';
import { exact, floating } from '../numbers/arithmetic';
import { toFloat, type Rational } from '../numbers/rational';
import { Rises } from './monotone';
import { Variation } from './variation';

/** What is asked for: a band of the scale, or a percent of one's own, which is asked for as a band that begins there. */
export interface Goal extends Band {
  readonly own?: true;
}

/** The levels that some pieces are tried at together, from the lowest to the highest. */
export interface Trial {
  readonly plan: Plan;
  /** The course with everything else at its value. */
  readonly base: Derivation;
  readonly moving: readonly PlannedPiece[];
  /** The pieces whose scores are only tried: the moving ones, and any that stands at a score that is tried too. */
  readonly tried: readonly PlannedPiece[];
  /** The grid is 0, 1, … last. */
  readonly last: number;
  /** What the moving pieces bring at a place, a fraction of full marks. */
  readonly valueAt: (place: number) => Rational;
  /** How a place is written in an answer. */
  readonly textOf: (place: number) => string;
}

/** A question about each place of a trial, exactly and as floats guess it; each place is asked once. */
interface AlongTrial<T, G> {
  readonly exact: (place: number) => T;
  readonly guess: (place: number) => G;
}

/** All that is asked along a trial: the course's value, those of further nodes, and what is chosen on the way. */
export class Asked {
  readonly grades: AlongTrial<Rational | undefined, number>;
  readonly choices: AlongTrial<string, string>;
  readonly rises: Rises;
  readonly #truly: Variation<Rational>;
  readonly #nearly: Variation<number>;

  constructor(
    readonly trial: Trial,
    readonly nodes: readonly PlannedNode[],
  ) {
    const { base, moving } = trial;
    const moves = new Set(moving);
    this.rises = new Rises((piece) => moves.has(piece), nodes);
    const watch = (category: PlannedCategory) => this.rises.mustWatch(category);
    this.#truly = new Variation(base, moving, exact, nodes, watch);
    this.#nearly = new Variation(base, moving, floating, nodes, watch);
    this.grades = this.#along(
      (variation, level) => variation.valueAt(() => level),
      (variation, level) => variation.valueAt(() => level) ?? NaN,
    );
    this.choices = this.#along(
      (variation, level) => variation.choicesAt(() => level),
      (variation, level) => variation.choicesAt(() => level),
    );
  }

  /** The value of one of the further nodes. */
  valueOf(node: PlannedNode): AlongTrial<Rational | undefined, number> {
    return this.#along(
      (variation, level) => variation.valueOf(node, () => level),
      (variation, level) => variation.valueOf(node, () => level) ?? NaN,
    );
  }

  #along<T, G>(
    ask: (variation: Variation<Rational>, level: Rational) => T,
    guess: (variation: Variation<number>, level: number) => G,
  ): AlongTrial<T, G> {
    const { valueAt } = this.trial;
    return {
      exact: remember((place) => ask(this.#truly, valueAt(place))),
      guess: remember((place) => guess(this.#nearly, toFloat(valueAt(place)))),
    };
  }
}

/** Remembers the answers of a function of a whole number. */
function remember<T>(answer: (place: number) => T): (place: number) => T {
  const known = new Map<number, T>();
  return (place) => {
    if (!known.has(place)) known.set(place, answer(place));
    return known.get(place)!;
  };
}
