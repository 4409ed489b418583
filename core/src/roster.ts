import type { Arithmetic } from './arithmetic';
import type { Drop } from './course';

/** What a node is worth: a fraction of full marks, and the points that full marks are. */
export interface Worth<N> {
  readonly value: N;
  /** Of a piece its possible points, of a category its M. */
  readonly size: N;
}

/** What a thing adds to the quotient of its category. */
export interface Addition<N> {
  /** Above the line: weight × earned, r, or weight × r. */
  readonly above: N;
  /** Below the line: weight × possible, 1, or weight. */
  readonly below: N;
}

/** A member of R: what it is worth, and what it adds to its category. */
export interface Member<N> extends Addition<N> {
  readonly worth: Worth<N>;
}

/**
 * R in list order, beside floats near what a drop looks at, which are kept while members come and go. A place may stand empty
 * for a while; drops are chosen from a full roster.
 */
export class Roster<N> {
  private constructor(
    readonly by: Required<Drop>['by'],
    readonly members: readonly (Member<N> | undefined)[],
    /** Of each member its percent or points; under `benefit` what it adds above the line. */
    readonly keys: Float64Array,
    /** Under `benefit`, what each adds below the line. */
    readonly below: Float64Array,
  ) {}

  static of<N>(by: Required<Drop>['by'], members: readonly Member<N>[], a: Arithmetic<N>): Roster<N> {
    const roster = Roster.empty<N>(by, members.length);
    for (let place = 0; place < members.length; place += 1) roster.put(place, members[place]!, a);
    return roster;
  }

  static empty<N>(by: Required<Drop>['by'], size: number): Roster<N> {
    const members = new Array<Member<N> | undefined>(size).fill(undefined);
    return new Roster(by, members, new Float64Array(size), new Float64Array(by === 'benefit' ? size : 0));
  }

  /** The same members in a roster of its own, and in other numbers. */
  copy<M>(inOther: (member: Member<N>) => Member<M>): Roster<M> {
    const members = this.members.map((member) => member && inOther(member));
    return new Roster(this.by, members, this.keys.slice(), this.below.slice());
  }

  put(place: number, member: Member<N>, a: Arithmetic<N>): void {
    (this.members as Member<N>[])[place] = member;
    if (this.by === 'benefit') {
      this.keys[place] = a.approximate(member.above);
      this.below[place] = a.approximate(member.below);
      return;
    }
    const { value, size } = member.worth;
    this.keys[place] = a.approximate(value) * (this.by === 'points' ? a.approximate(size) : 1);
  }

  get size(): number {
    return this.members.length;
  }
}
