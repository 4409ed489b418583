import type { Assessment, Category, Combine, Course, CourseNode, Drop, Moment } from '../document/course';
import { find, isCounted, isDeduction, type Deduction, type Placed } from '../document/tree';
import { addUp, gain, highest, unit } from '../grading/add-up';
import { adjusted, adjustmentIn, finished } from '../grading/adjustment';
import {
  coursePolicies,
  percentOf,
  policiesAt,
  policiesBelow,
  recordOf,
  type InheritedPolicies,
} from '../grading/settle';
import { weightingsOf } from '../grading/weighting';
import { floating, roundingIn } from '../numbers/arithmetic';
import { fractionOfPercent, HUNDRED, rational, toFloat, type Rational } from '../numbers/rational';
import { bendingIn, bendingOf } from '../rules/curve/bend';
import { Candidates, type Member } from '../rules/drop/candidates';
import { canDrop } from '../rules/drop/choose';
import { chooseReplaced } from '../rules/replace/choose';
import { rounding } from '../rules/round';
import { isSameBut } from './merge';

/** A node with what it comes to in the standing, under the policies that hold where it stands. */
export interface Item {
  readonly id: string;
  readonly name: string;
  readonly weight: Rational | undefined;
  readonly weightText: string | undefined;
  /** Its weight as a float. */
  readonly near: number | undefined;
  readonly weightTo: string | undefined;
  readonly extra: boolean;
  readonly isPiece: boolean;
  /** A fraction of full marks; nothing where it has none. */
  readonly value: number | undefined;
  /** Of a piece its possible points, of a category its M. */
  readonly size: number;
  /** Whether it holds up drops that wait until all is settled. */
  readonly holdsUp: boolean;
  /** Excused, or missing where that counts nothing. */
  readonly isAway: boolean;
  /** Whether it hangs on nothing outside of itself but the policies in force. */
  readonly isOwn: boolean;
  /** What it was added up from, of a category. */
  readonly group: Group | undefined;
  /** What it adds to its category by each weight that it was asked about. */
  readonly members: KnownMember[];
}

interface KnownMember {
  readonly combine: Combine;
  readonly weight: number | undefined;
  readonly member: Member<number>;
}

type Valued = Pick<Item, 'value' | 'size' | 'holdsUp' | 'isAway' | 'isOwn' | 'group'>;

/** A category's own rules, what stands in it, and what its occurrences take. */
interface Group {
  readonly category: Category;
  readonly items: readonly Item[];
  readonly lost: number;
  /** Whether an occurrence can take something, so that it begins at full marks where nothing else stands in it. */
  readonly takes: boolean;
  /** The value of its source, if it has one. */
  readonly by: number | undefined;
}

/** The weightings of a category's items. */
interface Weighed extends Pick<Group, 'category' | 'items'> {
  readonly hasSource: boolean;
  /** The weights in use of each weighting, as floats. */
  readonly weightings: readonly (readonly (number | undefined)[])[];
}

/** What is known of a node under some policies. */
interface Known {
  readonly under: InheritedPolicies;
  readonly isEmpty: boolean;
  readonly item: Item;
}

/**
 * The standings of many courses that are made of one by a few edits each, in floats: what did not change is the very same object in all of
 * them, and is added up once. They guide a search, and decide nothing (grading rules, preamble).
 */
export class Standings {
  readonly #known = new WeakMap<CourseNode, Known[]>();
  readonly #rationals = new Map<string, Rational>();
  readonly #weights = new WeakMap<Rational, number>();
  /** Where sources were found: their places among the children, from the root down. */
  readonly #ways = new Map<string, readonly number[]>();
  readonly #schemes = new WeakMap<object, Weighed[]>();

  /** @param now - the moment at which overdue work is judged */
  constructor(readonly now: Moment) {}

  /** A course's standing, a fraction of one; nothing where it has none. */
  of(course: Course): number | undefined {
    return this.evaluated(course).value;
  }

  /** A course added up, to be put together with another (`together`). */
  evaluated(course: Course): Item {
    return this.#item(course.root, false, coursePolicies(course), course);
  }

  /**
   * What a course comes to under two changes at once, of which each was added up by itself: where one changed what the other left as it was,
   * no document is needed. Neither may change a policy, nor anything that a source is made of.
   *
   * @returns its root; nothing where both changed the same
   */
  together(base: Item, one: Item, other: Item): Item | undefined {
    if (one === base) return other;
    if (other === base || one === other) return one;
    const [was, a, b] = [base.group, one.group, other.group];
    if (!was || !a || !b) return undefined;
    const rules = hasSameRules(was, a) ? b : hasSameRules(was, b) ? a : undefined;
    const items = rules && this.#itemsTogether(was.items, a.items, b.items);
    if (!items) return undefined;
    const { category, lost, takes, by } = rules;
    const { value, size, holdsUp, isAway, isOwn, group } = this.#grouped({
      category,
      items,
      lost,
      takes,
      by,
    });
    const { id, name, weight, weightText, near, weightTo, extra, isPiece } = rules === a ? one : other;
    // Written out, which is many times faster than spreading.
    return {
      id,
      name,
      weight,
      weightText,
      near,
      weightTo,
      extra,
      isPiece,
      value,
      size,
      holdsUp,
      isAway,
      isOwn,
      group,
      members: [],
    };
  }

  #itemsTogether(
    base: readonly Item[],
    one: readonly Item[],
    other: readonly Item[],
  ): readonly Item[] | undefined {
    if (areSame(base, one)) return other;
    if (areSame(base, other)) return one;
    const [more, less] = one.length >= other.length ? [one, other] : [other, one];
    // Where both have new ones, nobody knows which of them comes first.
    if (less.length > base.length) return undefined;
    const items: Item[] = [];
    let [was, b] = [0, 0];
    for (const a of more) {
      const place = indexOf(base, a.id, was);
      if (place < 0) {
        items.push(a);
        continue;
      }
      was = place + 1;
      const at = indexOf(less, a.id, b);
      if (at < 0) continue;
      b = at + 1;
      const item = this.together(base[place]!, a, less[at]!);
      if (!item) return undefined;
      items.push(item);
    }
    return items;
  }

  /** @param isEmpty - whether it is an empty category that is itself a piece */
  #item(node: CourseNode, isEmpty: boolean, under: InheritedPolicies, course: Course): Item {
    const known = this.#known.get(node) ?? [];
    for (const { under: other, isEmpty: wasEmpty, item } of known)
      if (item.isOwn && wasEmpty === isEmpty && isUnderSame(other, under)) return item;
    const { value, size, holdsUp, isAway, isOwn, group } = isEmpty
      ? EMPTY
      : this.#valued(node, under, course);
    for (const { item } of known) if (item.group && group && isSameGroup(item.group, group)) return item;
    const { id, name, weight, weightTo } = node;
    const item: Item = {
      id,
      name,
      weight: this.#weight(weight),
      weightText: weight,
      near: this.#near(this.#weight(weight)),
      weightTo,
      extra: node.extraCredit === true,
      isPiece: node.kind === 'assessment',
      value,
      size,
      holdsUp,
      isAway,
      isOwn,
      group,
      members: [],
    };
    known.push({ under, isEmpty, item });
    this.#known.set(node, known);
    return item;
  }

  #valued(node: CourseNode, under: InheritedPolicies, course: Course): Valued {
    return node.kind === 'category' ? this.#category(node, under, course) : this.#piece(node, under, course);
  }

  #piece(piece: Assessment, under: InheritedPolicies, course: Course): Valued {
    const { entered, handling, settlement, size } = recordOf(piece, course, this.now, under);
    const a = floating;
    return {
      value: entered && adjusted(a.from(entered), adjustmentIn(handling, a), a),
      size: a.from(size),
      holdsUp: settlement === 'unsettled',
      isAway: settlement === 'none',
      isOwn: true,
      group: undefined,
    };
  }

  #category(category: Category, under: InheritedPolicies, course: Course): Valued {
    const { children, replace } = category;
    const below = policiesBelow(category, under);
    const items: Item[] = [];
    let [lost, takes] = [0, false];
    for (const child of children) {
      if (child.counted === false) continue;
      if (isDeduction(child)) {
        lost += lostBy(child);
        takes ||= Number(child.deduct.each) > 0;
      } else items.push(this.#item(child, isEmptyIn(category, child), below, course));
    }
    const by = replace && this.#sourceOf(replace.by, course);
    return this.#grouped({ category, items, lost, takes, by });
  }

  #grouped(group: Group): Valued {
    const { category, items, lost, takes, by } = group;
    const { planned, replace } = category;
    let [listed, holdsUp, isOwn] = [0, false, !replace];
    for (const item of items) {
      isOwn &&= item.isOwn;
      if (item.extra) continue;
      listed += 1;
      holdsUp ||= item.holdsUp;
    }
    holdsUp ||= planned !== undefined && planned.pieces > listed;
    const best = this.#best(category, items, by, holdsUp);
    const sum = !planned && items.length === 0 && takes ? 1 : best.sum;
    return {
      value: sum === undefined ? undefined : finishedIn(category, sum, lost),
      size: best.size,
      holdsUp,
      isAway: false,
      isOwn,
      group,
    };
  }

  /** A node and its place, most often the one where it was found before. */
  #foundAgain(course: Course, id: string): Placed | undefined {
    const known = this.#ways.get(id);
    const again = known && along(course, known, id);
    if (again) return again;
    const placed = find(course, id);
    if (placed) this.#ways.set(id, wayOf(placed));
    return placed;
  }

  /** The value of a node wherever it stands; nothing where it is not counted. */
  #sourceOf(id: string, course: Course): number | undefined {
    const placed = this.#foundAgain(course, id);
    if (!placed || !isCounted(placed)) return undefined;
    const { node, ancestors } = placed;
    const parent = ancestors.at(-1);
    const under = policiesAt(course, ancestors);
    return this.#item(node, parent !== undefined && isEmptyIn(parent, node), under, course).value;
  }

  #best(
    category: Category,
    items: readonly Item[],
    by: number | undefined,
    holdsUp: boolean,
  ): { readonly sum: number | undefined; readonly size: number } {
    const { schemes } = category;
    if (!schemes && !items.some(({ weightTo }) => weightTo !== undefined))
      return this.#total(category, items, undefined, by, holdsUp);
    const totals = this.#weightings(category, items, by !== undefined).map((weights) =>
      this.#total(category, items, weights, by, holdsUp),
    );
    return totals[highest(totals, ({ sum }) => sum, floating)]!;
  }

  #weightings(category: Category, items: readonly Item[], hasSource: boolean): Weighed['weightings'] {
    const schemes = category.schemes ?? NO_SCHEMES;
    const known = this.#schemes.get(schemes) ?? [];
    for (const made of known)
      if (made.hasSource === hasSource && weighsAlike(made, category, items)) return made.weightings;
    const { combine = 'points' } = category;
    const made = weightingsOf({ children: items, combine, source: category }, isAwayPiece)(hasSource);
    const weightings = made.map(({ weights }) => weights.map((weight) => this.#near(weight)));
    known.push({ category, items, hasSource, weightings });
    this.#schemes.set(schemes, known);
    return weightings;
  }

  /** @param weights - those in use, where they are not the items' own */
  #total(
    category: Category,
    items: readonly Item[],
    weights: readonly (number | undefined)[] | undefined,
    by: number | undefined,
    holdsUp: boolean,
  ) {
    const { combine = 'points', replace, drop } = category;
    const members: (Member<number> | undefined)[] = [];
    for (let index = 0; index < items.length; index += 1) {
      const item = items[index]!;
      const weight = weights ? weights[index] : item.near;
      const isRevived = by !== undefined && replace!.excused === true && canRevive(item);
      const value = isRevived ? by : item.value;
      const counts = value !== undefined && weighs(combine, weight);
      members.push(counts ? memberOf(combine, value, weight, item, isRevived) : undefined);
    }
    if (by !== undefined) replaceLowest(category, items, members, by);
    let [numerator, denominator, size] = [0, 0, 0];
    const regular: Member<number>[] = [];
    for (let index = 0; index < items.length; index += 1) {
      const member = members[index];
      if (!member) continue;
      numerator += member.numerator;
      if (items[index]!.extra) continue;
      denominator += member.denominator;
      size += member.worth.size;
      regular.push(member);
    }
    const rule = drop ? { combine, drop: { ...NO_DROP, ...drop } } : { combine, drop: NO_DROP };
    const drops = (rule.drop.when === 'always' || !holdsUp) && canDrop(rule, regular.length);
    const candidates = drops ? Candidates.of(rule.drop.by, regular, floating) : undefined;
    return addUp(rule, candidates, { numerator, denominator, size }, floating);
  }

  #weight(text: string | undefined): Rational | undefined {
    if (text === undefined) return undefined;
    const weight = this.#rationals.get(text) ?? rational(text);
    this.#rationals.set(text, weight);
    return weight;
  }

  #near(weight: Rational | undefined): number | undefined {
    if (weight === undefined) return undefined;
    let near = this.#weights.get(weight);
    if (near === undefined) this.#weights.set(weight, (near = toFloat(weight)));
    return near;
  }
}

/** An empty category that is itself a piece, and open. */
const EMPTY: Valued = {
  value: undefined,
  size: 0,
  holdsUp: false,
  isAway: false,
  isOwn: true,
  group: undefined,
};
const NO_SCHEMES = {};

/** Whether a category's items have the weights of others, and the same of them are gone. */
function weighsAlike(made: Weighed, category: Category, items: readonly Item[]): boolean {
  const { combine, replace } = category;
  const isSameRule = made.category.combine === combine && made.category.replace?.excused === replace?.excused;
  if (!isSameRule || made.items.length !== items.length) return false;
  for (let index = 0; index < items.length; index += 1) {
    const [one, other] = [made.items[index]!, items[index]!];
    if (one === other) continue;
    const isSame =
      one.id === other.id &&
      one.weightText === other.weightText &&
      one.weightTo === other.weightTo &&
      one.isAway === other.isAway &&
      one.isPiece === other.isPiece;
    if (!isSame) return false;
  }
  return true;
}

function isUnderSame(one: InheritedPolicies, other: InheritedPolicies): boolean {
  return one.missing === other.missing && one.late === other.late && one.scale === other.scale;
}

/** Whether the same category was added up from the same. */
function isSameGroup(one: Group, other: Group): boolean {
  return one.by === other.by && areSame(one.items, other.items);
}

/** Whether a category has the same rules, and the same occurrences. */
function hasSameRules(was: Group, now: Group): boolean {
  if (was.category === now.category) return true;
  const isAlike = was.lost === now.lost && was.takes === now.takes;
  return isAlike && isSameBut(was.category, now.category, 'children');
}

/** Where an item stands from a place on; -1 where it does not. */
function indexOf(items: readonly Item[], id: string, from: number): number {
  for (let index = from; index < items.length; index += 1) if (items[index]!.id === id) return index;
  return -1;
}

function areSame(base: readonly Item[], other: readonly Item[]): boolean {
  if (base.length !== other.length) return false;
  for (let index = 0; index < base.length; index += 1) if (base[index] !== other[index]) return false;
  return true;
}

const NO_DROP: Required<Drop> = { lowest: 0, highest: 0, by: 'percent', when: 'always' };

function wayOf({ node, ancestors }: Placed): number[] {
  return ancestors.map(({ children }, depth) => children.indexOf(ancestors[depth + 1] ?? node));
}

/** The node at the end of a way, if it is the one that is looked for. */
function along(course: Course, way: readonly number[], id: string): Placed | undefined {
  const ancestors: Category[] = [];
  let node: CourseNode | undefined = course.root;
  for (const place of way) {
    if (node?.kind !== 'category') return undefined;
    ancestors.push(node);
    node = node.children[place];
  }
  return node?.id === id ? { node, ancestors } : undefined;
}

function isEmptyIn({ combine }: Category, child: CourseNode): boolean {
  if (child.kind === 'assessment' || child.children.length > 0 || child.planned) return false;
  return combine !== undefined && combine !== 'points' && !child.extraCredit;
}

function isAwayPiece({ isAway, isPiece }: Item): boolean {
  return isAway && isPiece;
}

function canRevive(item: Item): boolean {
  return isAwayPiece(item) && !item.extra;
}

/** Whether a weight counts (`isWeighed`), in floats. */
function weighs(combine: Combine, weight: number | undefined): boolean {
  if (combine === 'equal') return true;
  return weight === undefined ? combine === 'points' : weight !== 0;
}

function memberOf(
  combine: Combine,
  value: number,
  weight: number | undefined,
  { size, members }: Item,
  isRevived: boolean,
): Member<number> {
  if (!isRevived)
    for (const known of members)
      if (known.weight === weight && known.combine === combine) return known.member;
  const denominator = unit(combine, weight, size, floating);
  const member = {
    worth: { value, size },
    numerator: gain(combine, value, denominator, floating),
    denominator,
  };
  if (!isRevived) members.push({ combine, weight, member });
  return member;
}

/** Puts a source's value in the place of the lowest. */
function replaceLowest(
  { combine = 'points', replace }: Category,
  items: readonly Item[],
  members: (Member<number> | undefined)[],
  by: number,
): void {
  const inR = items.flatMap(({ extra }, index) => (members[index] && !extra ? [index] : []));
  const own = inR.map((index) => members[index]!.worth.value);
  for (const place of chooseReplaced(own, replace!.lowest ?? 1, by, floating).replaced) {
    const { worth, denominator } = members[inR[place]!]!;
    const numerator = gain(combine, by, denominator, floating);
    members[inR[place]!] = { worth: { value: by, size: worth.size }, numerator, denominator };
  }
}

/** What occurrences take away, a fraction of the category's full marks. */
function lostBy({ deduct: { each, free = '0' }, score }: Deduction): number {
  if (!score || !('points' in score)) return 0;
  return Math.max(0, Number(score.points) - Number(free)) * toFloat(fractionOfPercent(each));
}

function finishedIn({ curve, cap, round }: Category, sum: number, lost: number): number {
  const a = floating;
  const highestOf = percentOf(cap);
  return finished(
    sum,
    {
      curve: curve && bendingIn(bendingOf(curve, HUNDRED), a),
      lost,
      cap: highestOf && a.from(highestOf),
      round: roundingIn(rounding(round), a),
    },
    a,
  ).value;
}
