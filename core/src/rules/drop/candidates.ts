import type { Arithmetic } from '../../numbers/arithmetic';
import type { Drop } from './form';

/** What a node is worth: a fraction of full marks, and the points that full marks are. */
export interface Worth<N> {
  readonly value: N;
  /** Of a piece its possible points, of a category its M. */
  readonly size: N;
}

/** What a thing adds to the quotient of its category. */
export interface Addition<N> {
  /** Above the line: weight × earned, r, or weight × r. */
  readonly numerator: N;
  /** Below the line: weight × possible, 1, or weight. */
  readonly denominator: N;
}

/** A member of R: what it is worth, and what it adds to its category. */
export interface Member<N> extends Addition<N> {
  readonly worth: Worth<N>;
}

/**
 * R in list order, beside floats near what a drop looks at, which are kept while members come and go. A place may stand empty
 * for a while; drops are chosen from a full list of candidates.
 */
export class Candidates<N> {
  #last: { readonly member: Member<N>; readonly key: number; readonly denominator: number } | undefined;

  private constructor(
    readonly by: Required<Drop>['by'],
    readonly members: readonly (Member<N> | undefined)[],
    /** Of each member its percent or points; under `benefit` what it adds above the line. */
    readonly keys: Float64Array,
    /** Under `benefit`, what each adds below the line. */
    readonly denominators: Float64Array,
  ) {}

  static of<N>(by: Required<Drop>['by'], members: readonly Member<N>[], a: Arithmetic<N>): Candidates<N> {
    const candidates = Candidates.empty<N>(by, members.length);
    for (let place = 0; place < members.length; place += 1) candidates.put(place, members[place]!, a);
    return candidates;
  }

  static empty<N>(by: Required<Drop>['by'], size: number): Candidates<N> {
    const members = new Array<Member<N> | undefined>(size).fill(undefined);
    return new Candidates(by, members, new Float64Array(size), new Float64Array(by === 'benefit' ? size : 0));
  }

  /** The same candidates in a list of its own, and in other numbers. */
  copy<M>(inOther: (member: Member<N>) => Member<M>): Candidates<M> {
    const members = this.members.map((member) => member && inOther(member));
    return new Candidates(this.by, members, this.keys.slice(), this.denominators.slice());
  }

  put(place: number, member: Member<N>, a: Arithmetic<N>): void {
    (this.members as Member<N>[])[place] = member;
    const isBenefit = this.by === 'benefit';
    // One that is put in many places after one another is approximated once.
    if (member !== this.#last?.member) {
      const { worth, numerator, denominator } = member;
      const key = isBenefit
        ? a.approximate(numerator)
        : a.approximate(worth.value) * (this.by === 'points' ? a.approximate(worth.size) : 1);
      this.#last = { member, key, denominator: isBenefit ? a.approximate(denominator) : 0 };
    }
    this.keys[place] = this.#last.key;
    if (isBenefit) this.denominators[place] = this.#last.denominator;
  }

  get size(): number {
    return this.members.length;
  }
}
