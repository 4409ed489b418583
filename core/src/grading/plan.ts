import {
  statusOf,
  type Assessment,
  type Category,
  type Course,
  type CourseNode,
  type Decimal,
  type LatePolicy,
  type MissingPolicy,
  type Moment,
  type Status,
} from '../document/course';
import { scaleNamed } from '../document/scale';
import { fractionOfPercent, rational, ZERO, type Rational } from '../numbers/rational';
import { lateness, penaltyOf, type Lateness } from '../rules/late/lateness';
import { rounding } from '../rules/round';
import type { Rule } from './add-up';
import type { Adjustment } from './adjustment';
import { enteredValue, isOverdue } from './settle';

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
}

/** What a listed piece is for the computation, after policies and the calendar have spoken. */
export type Settlement = 'settled' | 'unsettled' | 'none';

interface PlannedFields {
  readonly id: string;
  readonly name: string;
  /** Its own weight, or nothing. */
  readonly weight: Rational | undefined;
  /** Has `extraCredit` of its own. */
  readonly extra: boolean;
  /** Is, or stands inside, extra credit. */
  readonly insideExtra: boolean;
  /** Can stand in R or E of its category: neither weight 0 nor, where weights are needed, without one. */
  readonly weighs: boolean;
  /** Can stand in R or E of every category above it: no weight on its way up leaves it out. */
  readonly takesPart: boolean;
  readonly parent: PlannedCategory | undefined;
}

export interface PlannedPiece extends PlannedFields {
  readonly kind: 'piece';
  /** Listed in the document, promised by `planned`, or the empty category that is itself a piece. */
  readonly origin: 'listed' | 'promised' | 'empty';
  readonly source: Assessment | undefined;
  /** Full marks in points; 0 for an empty category. */
  readonly size: Rational;
  readonly settlement: Settlement;
  /** The status in force: an overdue piece is missing. */
  readonly status: Status;
  readonly overdue: boolean;
  /** Its value before lateness and cap, where it is settled. */
  readonly entered: Rational | undefined;
  readonly assumed: Rational | undefined;
  readonly lateness: Lateness | undefined;
  /** What is done to any value that it gets. */
  readonly handling: Adjustment<Rational>;
}

export interface PlannedCategory extends PlannedFields, Rule<Rational> {
  readonly kind: 'category';
  readonly source: Category;
  /** Its counted children in order, the promised pieces last. */
  readonly children: PlannedNode[];
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

interface Inherited {
  readonly parent: PlannedCategory | undefined;
  readonly missing: MissingPolicy;
  readonly late: LatePolicy | undefined;
  readonly scale: string | undefined;
  readonly insideExtra: boolean;
  readonly takesPart: boolean;
}

class Planner {
  readonly #pieces: PlannedPiece[] = [];

  constructor(
    readonly course: Course,
    readonly now: Moment,
  ) {}

  plan(): Plan {
    const { course, now } = this;
    const root = this.#category(course.root, {
      parent: undefined,
      missing: course.policy?.missing ?? { counts: 'percent', percent: '0' },
      late: course.policy?.late,
      scale: undefined,
      insideExtra: false,
      takesPart: true,
    });
    return { course, now, root, pieces: this.#pieces };
  }

  #category(source: Category, inherited: Inherited): PlannedCategory {
    const category: PlannedCategory = {
      kind: 'category',
      source,
      ...this.#fields(source, inherited),
      combine: source.combine ?? 'points',
      drop: { lowest: 0, highest: 0, by: 'percent', when: 'always', ...source.drop },
      cap: percentOf(source.cap),
      round: rounding(source.round),
      children: [],
      incomplete: false,
    };
    const below: Inherited = {
      parent: category,
      missing: source.missing ?? inherited.missing,
      late: source.late === undefined ? inherited.late : (source.late ?? undefined),
      scale: source.scale ?? inherited.scale,
      insideExtra: category.insideExtra,
      takesPart: category.takesPart,
    };
    const counted = source.children.filter((child) => child.counted !== false);
    for (const child of counted) category.children.push(this.#node(child, below));
    this.#addPromised(category, below);
    category.incomplete = category.children.some(holdsDropsUp);
    return category;
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
    const weighs = isWeighed(inherited.parent?.combine, weight);
    return {
      id: node.id,
      name: node.name,
      weight,
      extra,
      insideExtra: extra || inherited.insideExtra,
      weighs,
      takesPart: inherited.takesPart && weighs,
      parent: inherited.parent,
    };
  }

  #add(piece: PlannedPiece): PlannedPiece {
    this.#pieces.push(piece);
    return piece;
  }

  #listed(source: Assessment, inherited: Inherited): PlannedPiece {
    const { course, now } = this;
    const overdue = isOverdue(source, course, now);
    const status = overdue ? 'missing' : statusOf(source);
    const scale = scaleNamed(course, source.scale ?? inherited.scale);
    const entered = enteredValue(source, status, inherited.missing, scale);
    const unsettled = status === 'open' || status === 'awaiting';
    const late = lateness(source, inherited.late);
    return this.#add({
      kind: 'piece',
      origin: 'listed',
      source,
      ...this.#fields(source, inherited),
      size: rational(source.possible),
      settlement: entered ? 'settled' : unsettled ? 'unsettled' : 'none',
      status,
      overdue,
      entered,
      assumed: unsettled ? percentOf(source.assume) : undefined,
      lateness: late,
      handling: {
        penalty: status === 'missing' ? undefined : penaltyOf(late),
        cap: percentOf(source.cap),
        round: undefined,
      },
    });
  }

  #empty(source: Category, inherited: Inherited): PlannedPiece {
    return this.#add({
      kind: 'piece',
      origin: 'empty',
      source: undefined,
      ...this.#fields(source, inherited),
      size: ZERO,
      ...UNSETTLED,
      handling: { penalty: undefined, cap: percentOf(source.cap), round: rounding(source.round) },
    });
  }

  #addPromised(category: PlannedCategory, inherited: Inherited): void {
    const { planned, children } = category.source;
    if (!planned) return;
    const listed = children.filter((child) => child.counted !== false && !child.extraCredit).length;
    const size = rational(planned.possible ?? '100');
    for (let number = listed + 1; number <= planned.pieces; number += 1) {
      category.children.push(
        this.#add({
          kind: 'piece',
          origin: 'promised',
          source: undefined,
          id: `${category.id}#${number}`,
          name: `${category.name} ${number}`,
          weight: undefined,
          extra: false,
          insideExtra: inherited.insideExtra,
          weighs: true,
          takesPart: inherited.takesPart,
          parent: category,
          size,
          ...UNSETTLED,
          handling: AS_IT_IS,
        }),
      );
    }
  }
}

const UNSETTLED = {
  settlement: 'unsettled',
  status: 'open',
  overdue: false,
  entered: undefined,
  assumed: undefined,
  lateness: undefined,
} as const;

const AS_IT_IS: Adjustment<Rational> = { penalty: undefined, cap: undefined, round: undefined };

function percentOf(percent: Decimal | undefined): Rational | undefined {
  return percent === undefined ? undefined : fractionOfPercent(percent);
}

/** Under `points` and `weights`, a child of weight 0 takes no part, and under `weights` neither does one without a weight. */
function isWeighed(combine: Category['combine'], weight: Rational | undefined): boolean {
  if (combine === undefined || combine === 'equal') return true;
  return weight === undefined ? combine === 'points' : weight.n !== 0n;
}

function holdsDropsUp(child: PlannedNode): boolean {
  if (child.extra) return false;
  if (child.kind === 'category') return child.incomplete;
  return child.settlement === 'unsettled' && child.origin !== 'empty';
}
