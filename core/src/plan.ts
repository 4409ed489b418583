import type { Arithmetic, Rounding } from './arithmetic';
import type {
  Assessment,
  Category,
  Course,
  CourseNode,
  LatePolicy,
  MissingPolicy,
  Moment,
  Round,
} from './course';
import { statusOf, type Status } from './course';
import { lateness, losing, penaltyOf, type Lateness } from './late';
import { fractionOfPercent, rational, type Rational } from './rational';
import { enteredValue, isOverdue } from './settle';

/**
 * A course made ready for computing: text turned into numbers, inherited policies resolved, promised pieces put in their
 * place. The document stays the only record; a plan is made anew for each document and moment.
 */
export interface Plan<N> {
  readonly course: Course;
  readonly now: Moment;
  readonly arithmetic: Arithmetic<N>;
  readonly root: PlannedCategory<N>;
  /** Every piece that is counted, listed, promised or standing for an empty category, in tree order. */
  readonly pieces: readonly PlannedPiece<N>[];
}

/** What a listed piece is for the computation, after policies and the calendar have spoken. */
export type Settlement = 'settled' | 'unsettled' | 'none';

interface PlannedFields<N> {
  readonly id: string;
  readonly name: string;
  /** Its own weight, or nothing. */
  readonly weight: N | undefined;
  /** Has `extraCredit` of its own. */
  readonly extra: boolean;
  /** Is, or stands inside, extra credit. */
  readonly insideExtra: boolean;
  /** Can stand in R or E of its category: neither weight 0 nor, where weights are needed, without one. */
  readonly weighs: boolean;
  /** Can stand in R or E of every category above it: no weight on its way up leaves it out. */
  readonly takesPart: boolean;
  readonly parent: PlannedCategory<N> | undefined;
}

export interface PlannedPiece<N> extends PlannedFields<N> {
  readonly kind: 'piece';
  /** Listed in the document, promised by `planned`, or the empty category that is itself a piece. */
  readonly origin: 'listed' | 'promised' | 'empty';
  readonly source: Assessment | undefined;
  /** Full marks in points; 0 for an empty category. */
  readonly size: N;
  readonly settlement: Settlement;
  /** The status in force: an overdue piece is missing. */
  readonly status: Status;
  readonly overdue: boolean;
  /** Its value before lateness and cap, where it is settled. */
  readonly entered: N | undefined;
  readonly assumed: N | undefined;
  readonly lateness: Lateness | undefined;
  /** Lateness, applied to any value that it gets. */
  readonly afterLate: (value: N) => N;
  /** Cap and (for an empty category) rounding, applied after lateness. */
  readonly afterCap: (value: N) => N;
}

export interface PlannedCategory<N> extends PlannedFields<N> {
  readonly kind: 'category';
  readonly source: Category;
  readonly combine: NonNullable<Category['combine']>;
  readonly drop: Required<NonNullable<Category['drop']>>;
  readonly cap: N | undefined;
  readonly round: Rounding<N> | undefined;
  /** Its counted children in order, the promised pieces last. */
  readonly children: PlannedNode<N>[];
  /** Has unsettled or promised work outside extra credit, so that `when: complete` holds its drops up. */
  incomplete: boolean;
}

export type PlannedNode<N> = PlannedPiece<N> | PlannedCategory<N>;

/** A rounding of the document (percent points) as a fraction of the whole. */
export function rounding<N>(round: Round | undefined, arithmetic: Arithmetic<N>): Rounding<N> | undefined {
  if (!round) return undefined;
  return { step: arithmetic.from(fractionOfPercent(round.step)), mode: round.mode ?? 'half-up' };
}

/**
 * Makes a course ready for computing.
 *
 * @param course - a valid document
 * @param now - the moment at which overdue work is judged
 * @param arithmetic - the numbers to compute with
 */
export function planCourse<N>(course: Course, now: Moment, arithmetic: Arithmetic<N>): Plan<N> {
  return new Planner(course, now, arithmetic).plan();
}

interface Inherited<N> {
  readonly parent: PlannedCategory<N> | undefined;
  readonly missing: MissingPolicy;
  readonly late: LatePolicy | undefined;
  readonly insideExtra: boolean;
  readonly takesPart: boolean;
}

class Planner<N> {
  readonly #pieces: PlannedPiece<N>[] = [];

  constructor(
    readonly course: Course,
    readonly now: Moment,
    readonly arithmetic: Arithmetic<N>,
  ) {}

  plan(): Plan<N> {
    const { course, now, arithmetic } = this;
    const root = this.#category(course.root, {
      parent: undefined,
      missing: course.policy?.missing ?? { counts: 'percent', percent: '0' },
      late: course.policy?.late,
      insideExtra: false,
      takesPart: true,
    });
    return { course, now, arithmetic, root, pieces: this.#pieces };
  }

  #category(source: Category, inherited: Inherited<N>): PlannedCategory<N> {
    const { arithmetic } = this;
    const category: PlannedCategory<N> = {
      kind: 'category',
      source,
      ...this.#fields(source, inherited),
      combine: source.combine ?? 'points',
      drop: { lowest: 0, highest: 0, by: 'percent', when: 'always', ...source.drop },
      cap: source.cap === undefined ? undefined : arithmetic.from(fractionOfPercent(source.cap)),
      round: rounding(source.round, arithmetic),
      children: [],
      incomplete: false,
    };
    const below: Inherited<N> = {
      parent: category,
      missing: source.missing ?? inherited.missing,
      late: source.late === undefined ? inherited.late : (source.late ?? undefined),
      insideExtra: category.insideExtra,
      takesPart: category.takesPart,
    };
    const counted = source.children.filter((child) => child.counted !== false);
    for (const child of counted) category.children.push(this.#node(child, below));
    this.#addPromised(category, below);
    category.incomplete = category.children.some(holdsDropsUp);
    return category;
  }

  #node(node: CourseNode, inherited: Inherited<N>): PlannedNode<N> {
    if (node.kind === 'assessment') return this.#listed(node, inherited);
    const empty = node.children.length === 0 && !node.planned;
    if (empty && inherited.parent!.combine !== 'points' && !node.extraCredit)
      return this.#empty(node, inherited);
    return this.#category(node, inherited);
  }

  #fields(node: CourseNode, inherited: Inherited<N>): PlannedFields<N> {
    const weight = node.weight === undefined ? undefined : rational(node.weight);
    const extra = node.extraCredit === true;
    const weighs = isWeighed(inherited.parent?.combine, weight);
    return {
      id: node.id,
      name: node.name,
      weight: weight && this.arithmetic.from(weight),
      extra,
      insideExtra: extra || inherited.insideExtra,
      weighs,
      takesPart: inherited.takesPart && weighs,
      parent: inherited.parent,
    };
  }

  #add(piece: PlannedPiece<N>): PlannedPiece<N> {
    this.#pieces.push(piece);
    return piece;
  }

  #listed(source: Assessment, inherited: Inherited<N>): PlannedPiece<N> {
    const { arithmetic, course, now } = this;
    const overdue = isOverdue(source, course, now);
    const status = overdue ? 'missing' : statusOf(source);
    const entered = enteredValue(source, status, inherited.missing, course.scale);
    const unsettled = status === 'open' || status === 'awaiting';
    const late = lateness(source, inherited.late);
    const penalty = status === 'missing' ? undefined : penaltyOf(late);
    const cap = source.cap === undefined ? undefined : arithmetic.from(fractionOfPercent(source.cap));
    return this.#add({
      kind: 'piece',
      origin: 'listed',
      source,
      ...this.#fields(source, inherited),
      size: arithmetic.from(rational(source.possible)),
      settlement: entered ? 'settled' : unsettled ? 'unsettled' : 'none',
      status,
      overdue,
      entered: entered && arithmetic.from(entered),
      assumed:
        unsettled && source.assume !== undefined
          ? arithmetic.from(fractionOfPercent(source.assume))
          : undefined,
      lateness: late,
      afterLate: penalty ? losing(penalty, arithmetic) : unchanged,
      afterCap: cap === undefined ? unchanged : (value) => capped(value, cap, arithmetic),
    });
  }

  #empty(source: Category, inherited: Inherited<N>): PlannedPiece<N> {
    const { arithmetic } = this;
    const cap = source.cap === undefined ? undefined : arithmetic.from(fractionOfPercent(source.cap));
    const round = rounding(source.round, arithmetic);
    return this.#add({
      kind: 'piece',
      origin: 'empty',
      source: undefined,
      ...this.#fields(source, inherited),
      size: arithmetic.zero,
      ...UNSETTLED,
      afterCap: (value) => {
        const most = capped(value, cap, arithmetic);
        return round ? arithmetic.round(most, round) : most;
      },
    });
  }

  #addPromised(category: PlannedCategory<N>, inherited: Inherited<N>): void {
    const { planned, children } = category.source;
    if (!planned) return;
    const listed = children.filter((child) => child.counted !== false && !child.extraCredit).length;
    const size = this.arithmetic.from(rational(planned.possible ?? '100'));
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
          afterCap: unchanged,
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
  afterLate: unchanged,
} as const;

function unchanged<N>(value: N): N {
  return value;
}

/** Under `points` and `weights`, a child of weight 0 takes no part, and under `weights` neither does one without a weight. */
function isWeighed(combine: Category['combine'], weight: Rational | undefined): boolean {
  if (combine === undefined || combine === 'equal') return true;
  return weight === undefined ? combine === 'points' : weight.n !== 0n;
}

function holdsDropsUp<N>(child: PlannedNode<N>): boolean {
  if (child.extra) return false;
  if (child.kind === 'category') return child.incomplete;
  return child.settlement === 'unsettled' && child.origin !== 'empty';
}

function capped<N>(value: N, cap: N | undefined, arithmetic: Arithmetic<N>): N {
  return cap !== undefined && arithmetic.compare(value, cap) > 0 ? cap : value;
}
