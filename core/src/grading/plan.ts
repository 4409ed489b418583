import {
  statusOf,
  type Assessment,
  type Category,
  type Course,
  type CourseNode,
  type Moment,
  type Requirement,
} from '../document/course';
import { isDeduction, isRegularChild, type Deduction } from '../document/tree';
import { fractionOfPercent, HUNDRED, rational, ZERO, type Rational } from '../numbers/rational';
import { bendingOf, type Bending } from '../rules/curve/bend';
import type { Curve } from '../rules/curve/form';
import { rounding } from '../rules/round';
import { schemeWeight } from '../rules/schemes';
import type { Rule } from './add-up';
import type { Adjustment } from './adjustment';
import {
  coursePolicies,
  percentOf,
  policiesBelow,
  recordOf,
  type InheritedPolicies,
  type RecordedPiece,
} from './settle';
import { isWeighed, weightingsOf, type Weighting } from './weighting';

/**
 * A course made ready for computing: text turned into numbers, inherited policies resolved, promised pieces put in their
 * place. The document stays the only record; a plan is made anew for each document and moment.
 */
export interface Plan {
  readonly course: Course;
  readonly now: Moment;
  readonly root: PlannedCategory;
  /** Every piece that is counted, listed, promised or standing for an empty category, in tree order. */
  readonly pieces: readonly PlannedPiece[];
  readonly deductions: readonly PlannedDeduction[];
  readonly requirements: readonly PlannedRequirement[];
}

/** What a letter needs beside the percent, with what it is about; nothing where that is not counted. */
export interface PlannedRequirement {
  readonly source: Requirement;
  /** The place of its letter in the scale: it is needed for that one and all before it. */
  readonly band: number;
  readonly of: PlannedNode | PlannedDeduction | undefined;
}

interface PlannedFields {
  readonly id: string;
  readonly name: string;
  /** Its own weight, or nothing; a scheme may give it another (`Weighting`). */
  readonly weight: Rational | undefined;
  /** The sibling that its weight goes to where it is gone. */
  readonly weightTo: string | undefined;
  /** Has `extraCredit` of its own. */
  readonly extra: boolean;
  /** Is, or stands inside, extra credit. */
  readonly insideExtra: boolean;
  /** Can stand in R or E of its category: in some weighting neither of weight 0 nor, where weights are needed, without one. */
  readonly weighs: boolean;
  /** Can stand in R or E of every category above it: no weight on its way up leaves it out. */
  readonly takesPart: boolean;
  readonly parent: PlannedCategory | undefined;
  /** The categories whose pieces its value may replace, wherever they stand. */
  readonly replacesIn: PlannedCategory[];
}

/** Occurrences that take something away from their category: no piece of work. */
export interface PlannedDeduction {
  readonly kind: 'deduction';
  readonly id: string;
  readonly name: string;
  readonly source: Deduction;
  readonly parent: PlannedCategory;
  /** What each takes, a fraction of the category's full marks. */
  readonly each: Rational;
  readonly free: Rational;
  /** Occurrences, where they are recorded; and where they are only supposed. */
  readonly counted: Rational | undefined;
  readonly assumed: Rational | undefined;
}

/** How the weakest of a category are replaced. */
export interface PlannedReplacement {
  readonly lowest: number;
  readonly excused: boolean;
  /** Whose value it is. */
  readonly source: PlannedNode;
}

export interface PlannedPiece extends PlannedFields, RecordedPiece {
  readonly kind: 'piece';
  /** Listed in the document, promised by `planned`, or the empty category that is itself a piece. */
  readonly origin: 'listed' | 'promised' | 'empty';
  readonly source: Assessment | undefined;
  /** The empty category that it stands for. */
  readonly home: Category | undefined;
  readonly assumed: Rational | undefined;
}

export interface PlannedCategory
  extends PlannedFields, Rule, Pick<Adjustment<Rational>, 'curve' | 'cap' | 'round'> {
  readonly kind: 'category';
  readonly source: Category;
  /** Its counted children in order, the promised pieces last. */
  readonly children: PlannedNode[];
  readonly deductions: PlannedDeduction[];
  /** Nothing but deductions is counted in it, so that it begins at full marks. */
  beginsFull: boolean;
  /** Nothing where its source is not counted. */
  replacement: PlannedReplacement | undefined;
  /**
   * What it is added up with, its own weights first, by whether excused work has a value by replacement (and so keeps its weight).
   */
  weightings: (revives: boolean) => readonly Weighting[];
  /** Has unsettled or promised work outside extra credit, so that `when: complete` holds its drops up. */
  incomplete: boolean;
}

export type PlannedNode = PlannedPiece | PlannedCategory;

/**
 * Makes a course ready for computing.
 *
 * @param course - a valid document
 * @param now - the moment at which overdue work is judged
 */
export function planCourse(course: Course, now: Moment): Plan {
  return new Planner(course, now).plan();
}

interface Inherited extends InheritedPolicies {
  readonly parent: PlannedCategory | undefined;
  readonly insideExtra: boolean;
  readonly takesPart: boolean;
}

class Planner {
  readonly #pieces: PlannedPiece[] = [];
  readonly #deductions: PlannedDeduction[] = [];
  readonly #replacing: PlannedCategory[] = [];

  constructor(
    readonly course: Course,
    readonly now: Moment,
  ) {}

  plan(): Plan {
    const { course, now } = this;
    const root = this.#category(course.root, {
      parent: undefined,
      ...coursePolicies(course),
      insideExtra: false,
      takesPart: true,
    });
    const byId = this.#replacing.length > 0 || course.requirements ? nodesOf(root) : undefined;
    for (const category of this.#replacing) findSource(category, byId!);
    const requirements = (course.requirements ?? []).map((source) => ({
      source,
      band: course.scale.bands.findIndex(({ label }) => label === source.for),
      of: byId!.get(source.of),
    }));
    return { course, now, root, pieces: this.#pieces, deductions: this.#deductions, requirements };
  }

  #category(source: Category, inherited: Inherited): PlannedCategory {
    const category: PlannedCategory = {
      kind: 'category',
      source,
      ...this.#fields(source, inherited),
      combine: source.combine ?? 'points',
      drop: { lowest: 0, highest: 0, by: 'percent', when: 'always', ...source.drop },
      curve: source.curve && bendingOf(source.curve, HUNDRED),
      cap: percentOf(source.cap),
      round: rounding(source.round),
      children: [],
      deductions: [],
      beginsFull: false,
      replacement: undefined,
      weightings: () => [],
      incomplete: false,
    };
    const below: Inherited = {
      parent: category,
      ...policiesBelow(source, inherited),
      insideExtra: category.insideExtra,
      takesPart: category.takesPart,
    };
    const counted = source.children.filter((child) => child.counted !== false);
    for (const child of counted) {
      if (isDeduction(child)) category.deductions.push(this.#deduction(child, category));
      else category.children.push(this.#node(child, below));
    }
    this.#addPromised(category, below);
    category.incomplete = category.children.some(holdsDropsUp);
    category.beginsFull =
      !source.planned &&
      category.children.length === 0 &&
      category.deductions.some(({ each }) => each.n > 0n);
    category.weightings = weightingsOf(category, isAway);
    if (source.replace) this.#replacing.push(category);
    return category;
  }

  #deduction(source: Deduction, parent: PlannedCategory): PlannedDeduction {
    const { each, free = '0' } = source.deduct;
    const status = statusOf(source);
    const { score } = source;
    const isOpen = status === 'open' || status === 'awaiting';
    const supposed = isOpen ? percentOf(source.assume) : undefined;
    const deduction: PlannedDeduction = {
      kind: 'deduction',
      id: source.id,
      name: source.name,
      source,
      parent,
      each: fractionOfPercent(each),
      free: rational(free),
      counted: score && 'points' in score ? rational(score.points) : undefined,
      assumed: supposed?.mul(rational(source.possible)),
    };
    this.#deductions.push(deduction);
    return deduction;
  }

  #node(node: CourseNode, inherited: Inherited): PlannedNode {
    if (node.kind === 'assessment') return this.#listed(node, inherited);
    const empty = node.children.length === 0 && !node.planned;
    if (empty && inherited.parent!.combine !== 'points' && !node.extraCredit)
      return this.#empty(node, inherited);
    return this.#category(node, inherited);
  }

  #fields(node: CourseNode, inherited: Inherited): PlannedFields {
    const weight = node.weight === undefined ? undefined : rational(node.weight);
    const extra = node.extraCredit === true;
    const weighs = canWeigh(node, weight, inherited.parent);
    return {
      id: node.id,
      name: node.name,
      weight,
      weightTo: node.weightTo,
      extra,
      insideExtra: extra || inherited.insideExtra,
      weighs,
      takesPart: inherited.takesPart && weighs,
      parent: inherited.parent,
      replacesIn: [],
    };
  }

  #add(piece: PlannedPiece): PlannedPiece {
    this.#pieces.push(piece);
    return piece;
  }

  #listed(source: Assessment, inherited: Inherited): PlannedPiece {
    const { id, name, weight, weightTo, extra, insideExtra, weighs, takesPart, parent, replacesIn } =
      this.#fields(source, inherited);
    const { size, settlement, status, overdue, entered, lateness, handling } = recordOf(
      source,
      this.course,
      this.now,
      inherited,
    );
    const assumed = settlement === 'unsettled' ? percentOf(source.assume) : undefined;
    // Every piece of every document is planned anew: it is written out, which is many times faster than spreading.
    return this.#add({
      kind: 'piece',
      origin: 'listed',
      source,
      home: undefined,
      id,
      name,
      weight,
      weightTo,
      extra,
      insideExtra,
      weighs,
      takesPart,
      parent,
      replacesIn,
      size,
      settlement,
      status,
      overdue,
      entered,
      lateness,
      handling,
      assumed,
    });
  }

  #empty(source: Category, inherited: Inherited): PlannedPiece {
    return this.#add({
      kind: 'piece',
      origin: 'empty',
      source: undefined,
      home: source,
      ...this.#fields(source, inherited),
      size: ZERO,
      ...UNSETTLED,
      handling: {
        curve: bending(source.curve, HUNDRED),
        zeroStays: true,
        penalty: undefined,
        cap: percentOf(source.cap),
        round: rounding(source.round),
      },
    });
  }

  #addPromised(category: PlannedCategory, inherited: Inherited): void {
    const { planned, children } = category.source;
    if (!planned) return;
    const listed = children.filter(isRegularChild).length;
    const size = rational(planned.possible ?? '100');
    for (let number = listed + 1; number <= planned.pieces; number += 1) {
      category.children.push(
        this.#add({
          kind: 'piece',
          origin: 'promised',
          source: undefined,
          home: undefined,
          id: `${category.id}#${number}`,
          name: `${category.name} ${number}`,
          weight: undefined,
          weightTo: undefined,
          extra: false,
          insideExtra: inherited.insideExtra,
          weighs: true,
          takesPart: inherited.takesPart,
          parent: category,
          replacesIn: [],
          size,
          ...UNSETTLED,
          handling: AS_IT_IS,
        }),
      );
    }
  }
}

/** An assessment that is excused, or missing where that counts nothing. */
export function isAway(node: PlannedNode): node is PlannedPiece {
  return node.kind === 'piece' && node.settlement === 'none';
}

/** Everything that is counted, by its id. */
function nodesOf(root: PlannedCategory): Map<string, PlannedNode | PlannedDeduction> {
  const found = new Map<string, PlannedNode | PlannedDeduction>();
  const visit = (node: PlannedNode) => {
    found.set(node.id, node);
    if (node.kind === 'piece') return;
    for (const deduction of node.deductions) found.set(deduction.id, deduction);
    node.children.forEach(visit);
  };
  visit(root);
  return found;
}

function findSource(
  category: PlannedCategory,
  byId: ReadonlyMap<string, PlannedNode | PlannedDeduction>,
): void {
  const { by, lowest = 1, excused = false } = category.source.replace!;
  const source = byId.get(by);
  if (!source || source.kind === 'deduction') return;
  category.replacement = { lowest, excused, source };
  source.replacesIn.push(category);
}

const UNSETTLED = {
  settlement: 'unsettled',
  status: 'open',
  overdue: false,
  entered: undefined,
  assumed: undefined,
  lateness: undefined,
} as const;

const AS_IT_IS: Adjustment<Rational> = {
  curve: undefined,
  zeroStays: true,
  penalty: undefined,
  cap: undefined,
  round: undefined,
};

function bending(curve: Curve | undefined, whole: Rational): Bending<Rational> | undefined {
  return curve && bendingOf(curve, whole);
}

/** Whether a child has a weight that counts in any weighting of its category, one that moves to it included. */
function canWeigh(
  { id }: CourseNode,
  weight: Rational | undefined,
  parent: PlannedCategory | undefined,
): boolean {
  if (isWeighed(parent?.combine, weight)) return true;
  const { schemes = [], children = [] } = parent?.source ?? {};
  const inScheme = schemes.some(({ weights }) => isWeighed('weights', percentOf(schemeWeight(weights, id))));
  return inScheme || (parent?.combine === 'weights' && children.some(({ weightTo }) => weightTo === id));
}

function holdsDropsUp(child: PlannedNode): boolean {
  if (child.extra) return false;
  if (child.kind === 'category') return child.incomplete;
  return child.settlement === 'unsettled' && child.origin !== 'empty';
}
