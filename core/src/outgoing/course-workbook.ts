import type { Assessment, Category, Course, MissingPolicy, Moment } from '../document/course';
import { adjusted } from '../grading/adjustment';
import { courseLetters } from '../grading/letter';
import { outlooksOf, type Outlooks } from '../grading/outlook';
import {
  planCourse,
  type Plan,
  type PlannedCategory,
  type PlannedNode,
  type PlannedPiece,
  type PlannedRequirement,
} from '../grading/plan';
import { childIn } from '../grading/requirement';
import { isWeighed, writtenWeightings } from '../grading/weighting';
import { exact } from '../numbers/arithmetic';
import { fractionOfPercent, ONE, rational, toFloat, ZERO, type Rational } from '../numbers/rational';
import { bendingOf } from '../rules/curve/bend';
import { penaltyOf } from '../rules/late/lateness';
import { missingValue } from '../rules/missing';
import { openIn, replaced, same, whyAsValues } from './carry';
import { missingPolicies, pointsOf } from './facts';
import { categoryCells, countsText } from './pieces-csv';
import { formula, Sheet, type Cell, type Workbook } from './sheet';
import { wallMoment, wallShift } from './wall-clock';
import { cappedTerm, curvedTerm, lateTerm, roundedTerm, sure, term } from './terms';

/** The outlooks that a workbook has, and what unsettled work counts as in each. */
const OUTLOOKS = ['standing', 'floor', 'ceiling'] as const;
const UNSETTLED = ['""', '0', '1'] as const;

/** Columns of the sheet of pieces. */
const PIECE = {
  id: 0,
  name: 1,
  category: 2,
  due: 3,
  status: 4,
  score: 5,
  possible: 6,
  weight: 7,
  counts: 8,
} as const;
const PIECE_HEADS = [
  ...['id', 'name', 'category', 'due', 'status', 'score', 'possible', 'weight', 'counts'],
  // For whoever reads the sheet alone; no formula looks at them.
  ...['category weight', 'adds up'],
];
/** Columns of the sheet of values: the status in force, whether it is unsettled, then three for each outlook. */
const VALUE = { id: 0, status: 1, unsettled: 2, first: 3, each: 3 } as const;
/** Columns of a block of the sheet of the course: three, then so many for each outlook. */
const BLOCK = { name: 0, id: 1, weight: 2, first: 3, each: 15 } as const;

/** Where the value and the points of a node stand, for each outlook. */
interface Place {
  readonly value: (outlook: number) => string;
  readonly size: (outlook: number) => string;
}

/**
 * A course as a workbook whose derived numbers are formulas: who types a score and `scored` in the sheet of pieces sees the grade that Fidens
 * would show. What formulas cannot carry honestly is written as values, and named.
 *
 * @param course - a valid document
 * @param now - the moment at which overdue work is judged
 */
export function courseWorkbook(course: Course, now: Moment): Workbook {
  return new Writer(course, now).write();
}

class Writer {
  readonly #plan: Plan;
  readonly #found: Outlooks;
  readonly #pieces = new Sheet('Pieces');
  readonly #values = new Sheet('Values');
  readonly #course = new Sheet('Course');
  readonly #places = new Map<PlannedNode, Place>();
  readonly #rows = new Map<string, number>();
  readonly #missing: ReadonlyMap<string, MissingPolicy>;
  readonly #asValues: string[] = [];

  constructor(
    readonly course: Course,
    readonly now: Moment,
  ) {
    this.#plan = planCourse(course, now);
    this.#found = outlooksOf(this.#plan);
    this.#missing = missingPolicies(course);
  }

  write(): Workbook {
    this.#pieces.add(...PIECE_HEADS);
    this.#values.add(
      'id',
      'in force',
      'open',
      ...OUTLOOKS.flatMap((name) => [`${name}: entered`, `${name}: curved`, `${name}: counts`]),
    );
    this.#pieceRows([this.course.root]);
    this.#course.add(this.course.title);
    const heads = this.#heads();
    this.#category(this.#plan.root);
    heads();
    const [standing, floor, ceiling, letter] = [2, 3, 4, 5].map((row) => this.#course.ref(1, row));
    return {
      sheets: [this.#pieces, this.#course, this.#values],
      names: { standing: standing!, floor: floor!, ceiling: ceiling!, letter: letter! },
      asValues: this.#asValues,
    };
  }

  /** The grades on top, whose formulas follow once the course has its place. */
  #heads(): () => void {
    for (const name of [...OUTLOOKS, 'letter']) this.#course.add(name);
    this.#course.add('judged at', wallMoment(new Date(this.now)));
    const bands = this.#course.rows.length + 2;
    this.#course.add();
    this.course.scale.bands.forEach(({ label, from }) => this.#course.add(label, toFloat(rational(from))));
    this.#course.add();
    return () => {
      const root = this.#places.get(this.#plan.root)!;
      OUTLOOKS.forEach((_, outlook) => {
        const value = root.value(outlook);
        this.#course.put(
          2 + outlook,
          1,
          formula(() => `IF(${value}="","",${value}*100)`),
        );
      });
      this.#course.put(
        5,
        1,
        formula(() => this.#letter(bands)),
      );
    };
  }

  #letter(first: number): string {
    const last = first + this.course.scale.bands.length - 1;
    const value = this.#places.get(this.#plan.root)!.value(0);
    const { round } = courseLetters(this.#plan);
    const percent = `ROUND(${roundedTerm(value, round)}*100,9)`;
    const reached = `SUMPRODUCT((${this.#course.range(1, first, last)}>${percent})*1)+1`;
    const held = this.#plan.requirements.map(
      (requirement) => `IF(${this.#fails(requirement)},${requirement.band + 2},0)`,
    );
    const place = held.length === 0 ? reached : `MAX(${[reached, ...held].join(',')})`;
    return `IF(${value}="","",INDEX(${this.#course.range(0, first, last)},${place}))`;
  }

  /** Whether a requirement fails in the standing. */
  #fails({ source, of }: PlannedRequirement): string {
    if (!of) return 'FALSE()';
    if ('atMost' in source) {
      const row = this.#rows.get(source.of)!;
      const score = this.#pieces.ref(PIECE.score, row);
      return `IF(${this.#pieces.ref(PIECE.status, row)}="scored",${sure(score)}>${source.atMost},FALSE())`;
    }
    if ('atLeast' in source) {
      // What deducts, and a category with nothing in it, have no value.
      const place = of.kind === 'deduction' ? undefined : this.#places.get(of);
      if (!place) return 'FALSE()';
      const value = place.value(0);
      return `IF(${value}="",FALSE(),${sure(value)}<${term(fractionOfPercent(source.atLeast))})`;
    }
    if (of.kind !== 'category') return 'FALSE()';
    const pieces = of.children.filter(
      (child): child is PlannedPiece => child.kind === 'piece' && !child.extra && child.origin !== 'empty',
    );
    const each = fractionOfPercent(source.each ?? '0');
    const [there, able, mayCome] = [[] as string[], [] as string[], [] as string[]];
    for (const piece of pieces) {
      const row = this.#rows.get(piece.id)!;
      const [status, open] = [this.#values.ref(VALUE.status, row), this.#values.ref(VALUE.unsettled, row)];
      const value = this.#places.get(piece)!.value(0);
      there.push(`IF(${open}=1,1,IF(${value}="",0,1))`);
      able.push(
        `IF(${value}="",0,IF(${status}="missing",0,IF(${value}>0,IF(${sure(value)}>=${term(each)},1,0),0)))`,
      );
      mayCome.push(open);
    }
    const sum = (terms: readonly string[]) => (terms.length === 0 ? '0' : terms.join('+'));
    return `(${sum(able)}+${sum(mayCome)})<MIN(${source.pieces},${sum(there)})`;
  }

  /** The rows of a category's pieces: those that are listed, then those that are promised. */
  #pieceRows(path: readonly Category[]): void {
    const category = path.at(-1)!;
    for (const node of category.children)
      if (node.kind === 'category') this.#pieceRows([...path, node]);
      else this.#listed(node, path);
    this.#promised(category, path);
  }

  #listed(piece: Assessment, ancestors: readonly Category[]): void {
    const { id, name, score, possible, weight } = piece;
    const [category, ...rules] = categoryCells(ancestors);
    const due = piece.extended ?? piece.due;
    const row = this.#pieces.add(
      id,
      name,
      category,
      due === undefined ? null : wallMoment(new Date(due)),
      piece.status ?? 'open',
      score ? pointsOf(score, piece, this.course) : null,
      toFloat(rational(possible)),
      weight === undefined ? null : toFloat(rational(weight)),
      countsText(piece, ancestors),
      ...rules,
    );
    this.#rows.set(id, row);
    const planned = this.#plan.pieces.find((each) => each.id === id && each.origin === 'listed');
    if (planned) this.#valueRow(planned, row);
    else this.#values.add(id);
  }

  #promised(category: Category, path: readonly Category[]): void {
    const [name, ...rules] = categoryCells(path);
    for (const piece of this.#plan.pieces) {
      if (piece.origin !== 'promised' || piece.parent?.source !== category) continue;
      const row = this.#pieces.add(
        piece.id,
        piece.name,
        name,
        null,
        'open',
        null,
        toFloat(piece.size),
        null,
        'promised',
        ...rules,
      );
      this.#rows.set(piece.id, row);
      this.#valueRow(piece, row);
    }
  }

  /** The way of a piece from its entry to its value, for each outlook. */
  #valueRow(piece: PlannedPiece, row: number): void {
    const status = this.#pieces.ref(PIECE.status, row);
    const inForce = this.#values.ref(VALUE.status, row);
    const open = this.#values.ref(VALUE.unsettled, row);
    const { source } = piece;
    const curve = source?.curve && bendingOf(source.curve, piece.size);
    const penalty = penaltyOf(piece.lateness);
    const { cap } = piece.handling;
    const missing = missingValue(this.#missing.get(piece.id) ?? { counts: 'percent', percent: '0' });
    const cells: Cell[] = [
      piece.id,
      formula(() => this.#inForce(piece, row, status)),
      formula(() => `IF(OR(${inForce}="open",${inForce}="awaiting"),1,0)`),
    ];
    OUTLOOKS.forEach((_, outlook) => {
      const column = VALUE.first + VALUE.each * outlook;
      const [entered, curved] = [this.#values.ref(column, row), this.#values.ref(column + 1, row)];
      const scored = `${this.#pieces.ref(PIECE.score, row)}/${this.#pieces.ref(PIECE.possible, row)}`;
      cells.push(
        formula(
          () =>
            `IF(${inForce}="scored",${scored},IF(${inForce}="missing",${missing ? term(missing) : '""'},IF(${open}=1,${UNSETTLED[outlook]},"")))`,
        ),
        formula(() => {
          const onCurve = curvedTerm(entered, curve);
          // Nobody curves what was never handed in, nor what the missing policy gives.
          const acts = curve
            ? `IF(OR(${inForce}="missing",AND(${open}=1,${entered}=0)),${entered},${onCurve})`
            : entered;
          return `IF(${entered}="","",${acts})`;
        }),
        formula(() => {
          const late = penalty ? `IF(${inForce}="missing",${curved},${lateTerm(curved, penalty)})` : curved;
          return `IF(${curved}="","",${cappedTerm(late, cap)})`;
        }),
      );
    });
    this.#values.add(...cells);
    this.#places.set(piece, {
      value: (outlook) => this.#values.ref(VALUE.first + VALUE.each * outlook + 2, row),
      size: () => this.#pieces.ref(PIECE.possible, row),
    });
  }

  #inForce({ source }: PlannedPiece, row: number, status: string): string {
    const overdue = this.course.policy?.overdue;
    if (!source || !overdue || (source.extended ?? source.due) === undefined) return status;
    const due = this.#pieces.ref(PIECE.due, row);
    const shift = wallShift(new Date((source.extended ?? source.due)!), new Date(this.now));
    const passed = `${this.#course.ref(1, 6)}-${due}${shift === 0 ? '' : `+(${shift})`}`;
    const after = `ROUND(${passed},9)>${overdue.after}`;
    return `IF(${status}="open",IF(${due}="","open",IF(${after},"missing","open")),${status})`;
  }

  #category(category: PlannedCategory): void {
    for (const child of category.children) if (child.kind === 'category') this.#category(child);
    const why = whyAsValues(category);
    this.#course.add(category.name);
    if (why !== undefined) this.#valuesOnly(category, why);
    else this.#formulas(category);
    this.#course.add();
  }

  /** A category that formulas cannot carry: what it comes to now. */
  #valuesOnly(category: PlannedCategory, why: string): void {
    this.#asValues.push(`${category.name}: ${why}`);
    const row = this.#course.add('as values', why);
    OUTLOOKS.forEach((name, outlook) => {
      const worth =
        childIn(this.#found[name], category)?.own ??
        (category === this.#plan.root ? this.#found[name].worth : undefined);
      this.#course.put(row, BLOCK.first + BLOCK.each * outlook, worth ? toFloat(worth.value) : '');
      this.#course.put(row, BLOCK.first + BLOCK.each * outlook + 1, worth ? toFloat(worth.size) : 0);
    });
    this.#places.set(category, {
      value: (outlook) => this.#course.ref(BLOCK.first + BLOCK.each * outlook, row),
      size: (outlook) => this.#course.ref(BLOCK.first + BLOCK.each * outlook + 1, row),
    });
  }

  #formulas(category: PlannedCategory): void {
    const sums = writtenWeightings(category.children, category.source).map(({ scheme, weights }) =>
      this.#block(category, scheme, weights),
    );
    const row = this.#course.add('counts', category.id);
    const cell = (outlook: number, place: number) =>
      this.#course.ref(BLOCK.first + BLOCK.each * outlook + place, row);
    OUTLOOKS.forEach((_, outlook) => {
      const put = (place: number, text: () => string) =>
        this.#course.put(row, BLOCK.first + BLOCK.each * outlook + place, formula(text));
      const all = sums.map(({ sum }) => sum(outlook));
      put(0, () =>
        category.beginsFull
          ? '1'
          : all.length === 1
            ? all[0]!
            : `IF(COUNT(${all.join(',')})=0,"",MAX(${all.join(',')}))`,
      );
      put(1, () =>
        sums
          .slice(1)
          .reduceRight(
            (rest, each, index) =>
              `IF(${same(sums[index]!.sum(outlook), cell(outlook, 0))},${sums[index]!.size(outlook)},${rest || each.size(outlook)})`,
            sums.at(-1)!.size(outlook),
          ),
      );
      put(2, () => `IF(${cell(outlook, 0)}="","",${curvedTerm(cell(outlook, 0), category.curve)})`);
      put(3, () => `IF(${cell(outlook, 2)}="","",${this.#left(category, cell(outlook, 2))})`);
      put(
        4,
        () =>
          `IF(${cell(outlook, 3)}="","",${roundedTerm(cappedTerm(cell(outlook, 3), category.cap), category.round)})`,
      );
    });
    this.#places.set(category, { value: (outlook) => cell(outlook, 4), size: (outlook) => cell(outlook, 1) });
  }

  /** What deductions leave. */
  #left({ deductions }: PlannedCategory, x: string): string {
    if (deductions.length === 0) return x;
    const lost = deductions.map(({ id, free, each }) => {
      const row = this.#rows.get(id)!;
      const more = `MAX(0,${this.#pieces.ref(PIECE.score, row)}-${term(free)})*${term(each)}`;
      return `IF(${this.#pieces.ref(PIECE.status, row)}="scored",${more},0)`;
    });
    return `MAX(0,${x}-(${lost.join('+')}))`;
  }

  /** A category added up with one set of weights: a row a child, and the sum. */
  #block(category: PlannedCategory, scheme: string | undefined, weights: readonly (Rational | undefined)[]) {
    const { combine, drop, children } = category;
    const moves = combine === 'weights' && children.some(({ weightTo }) => weightTo !== undefined);
    const first = this.#course.rows.length + 2;
    const last = first + children.length - 1;
    const head = [
      'value',
      'points',
      'there',
      'with source',
      'in R',
      'takes part',
      'looked at',
      'lowest',
      'highest',
      'kept',
      'below',
      'above',
      'points kept',
      'weight',
      'ranked',
    ];
    this.#course.add(
      scheme ?? 'by its rules',
      'id',
      'weight',
      ...OUTLOOKS.flatMap((name) => head.map((word) => `${name}: ${word}`)),
    );
    const row = last + 1;
    const column = (outlook: number, place: number) => BLOCK.first + BLOCK.each * outlook + place;
    const all = (outlook: number, place: number) => this.#course.range(column(outlook, place), first, last);
    children.forEach((child, index) => {
      const at = first + index;
      const weight = weights[index];
      this.#course.add(child.name, child.id, weight ? toFloat(weight) : null);
      OUTLOOKS.forEach((_, outlook) => {
        const own = (place: number) => this.#course.ref(column(outlook, place), at);
        const put = (place: number, cell: Cell) => this.#course.put(at, column(outlook, place), cell);
        const before = (place: number) =>
          index === 0 ? undefined : this.#course.range(column(outlook, place), first, at - 1);
        const source = this.#sourceOf(category, outlook);
        const takesPart = moves || isWeighed(combine, weight);
        const canBeReplaced = source !== undefined && !child.extra && takesPart;
        const isIn = moves ? `IF(${own(13)}=0,0,IF(${own(3)}="",0,1))` : `IF(${own(3)}="",0,1)`;
        put(0, this.#valueOf(child, outlook));
        put(1, this.#sizeOf(child, outlook));
        put(
          2,
          formula(() => this.#revived(category, child, own(0), source)),
        );
        put(
          3,
          formula(() =>
            canBeReplaced ? replaced(category, own(2), source, all(outlook, 14), before(14)) : own(2),
          ),
        );
        put(
          14,
          formula(() => (canBeReplaced ? own(2) : '""')),
        );
        if (moves) {
          put(
            13,
            formula(() => this.#weightInUse(category, weights, index, outlook, first)),
          );
        }
        put(
          4,
          formula(() => (takesPart && !child.extra ? isIn : '0')),
        );
        put(
          5,
          formula(() => (takesPart ? isIn : '0')),
        );
        const looked = drop.by === 'points' ? `ROUND(${own(3)}*${own(1)},9)` : sure(own(3));
        put(
          6,
          formula(() => `IF(${own(4)}=1,${looked},0)`),
        );
        const ties = (more: string) => {
          const [inR, keys, low] = [before(4), before(6), before(7)];
          if (!inR) return '0';
          return `SUMPRODUCT((${inR}=1)*(${keys}=${own(6)})${more === 'low' ? '' : `*(${low}=0)`})`;
        };
        const dropCell = (place: number) => this.#course.ref(column(outlook, place), row);
        put(
          7,
          formula(() =>
            drop.lowest === 0
              ? '0'
              : `IF(${own(4)}=1,IF(SUMPRODUCT((${all(outlook, 4)}=1)*(${all(outlook, 6)}<${own(6)}))+${ties('low')}<${dropCell(7)},1,0),0)`,
          ),
        );
        put(
          8,
          formula(() =>
            drop.highest === 0
              ? '0'
              : `IF(${own(4)}=1,IF(${own(7)}=0,IF(SUMPRODUCT((${all(outlook, 4)}=1)*(${all(outlook, 7)}=0)*(${all(outlook, 6)}>${own(6)}))+${ties('high')}<${dropCell(8)},1,0),0),0)`,
          ),
        );
        put(
          9,
          formula(() => `IF(${own(5)}=1,IF(${own(7)}+${own(8)}>0,0,1),0)`),
        );
        const unit =
          combine === 'equal'
            ? '1'
            : combine === 'weights'
              ? moves
                ? own(13)
                : term(weight ?? ZERO)
              : weight
                ? `${term(weight)}*${own(1)}`
                : own(1);
        put(
          10,
          formula(() => `IF(${own(9)}*${own(4)}=1,${unit},0)`),
        );
        put(
          11,
          formula(() => `IF(${own(9)}=1,${own(3)}*${unit},0)`),
        );
        put(
          12,
          formula(() => `IF(${own(9)}*${own(4)}=1,${own(1)},0)`),
        );
      });
    });
    this.#course.add('sum', category.id);
    OUTLOOKS.forEach((_, outlook) => {
      const put = (place: number, text: () => string) =>
        this.#course.put(row, column(outlook, place), formula(text));
      const total = (place: number) => (children.length === 0 ? '0' : `SUM(${all(outlook, place)})`);
      const here = (place: number) => this.#course.ref(column(outlook, place), row);
      put(4, () => total(4));
      put(7, () =>
        drop.lowest === 0
          ? '0'
          : `IF(${this.#held(category, outlook)},0,MAX(0,MIN(${drop.lowest},${here(4)}-1)))`,
      );
      put(8, () =>
        drop.highest === 0
          ? '0'
          : `IF(${this.#held(category, outlook)},0,MAX(0,MIN(${drop.highest},${here(4)}-1-${here(7)})))`,
      );
      put(10, () => total(10));
      put(11, () => total(11));
      put(12, () => total(12));
      put(0, () => `IF(${here(10)}=0,"",${here(11)}/${here(10)})`);
      put(1, () => (combine === 'points' ? here(10) : here(12)));
    });
    return {
      sum: (outlook: number) => this.#course.ref(column(outlook, 0), row),
      size: (outlook: number) => this.#course.ref(column(outlook, 1), row),
    };
  }

  /** A child's weight with what moves to it: that of each sibling that is gone, over siblings that are gone too. */
  #weightInUse(
    { children }: PlannedCategory,
    weights: readonly (Rational | undefined)[],
    index: number,
    outlook: number,
    first: number,
  ): string {
    const gone = (place: number) => {
      const { id } = children[place]!;
      const there = this.#course.ref(BLOCK.first + BLOCK.each * outlook + 2, first + place);
      const status = this.#values.ref(VALUE.status, this.#rows.get(id)!);
      return `IF(${there}="",IF(OR(${status}="excused",${status}="missing"),1,0),0)`;
    };
    const placeOf = (id: string | undefined) => children.findIndex((child) => child.id === id);
    const moved = children.flatMap((from, start) => {
      const weight = weights[start];
      if (from.weightTo === undefined || from.kind !== 'piece' || !weight) return [];
      const way: string[] = [];
      for (let place = start; place >= 0 && place !== index; place = placeOf(children[place]!.weightTo)) {
        // What has no row of its own, such as a category that is empty yet, is never excused.
        if (!this.#rows.has(children[place]!.id)) return [];
        way.push(gone(place));
        if (placeOf(children[place]!.weightTo) === index) return [`${term(weight)}*${way.join('*')}`];
      }
      return [];
    });
    return [term(weights[index] ?? ZERO), ...moved].join('+');
  }

  /** Whether drops wait, as work is open. */
  #held(category: PlannedCategory, outlook: number): string {
    if (category.drop.when === 'always' || outlook !== 0) return 'FALSE()';
    const open = openIn(category);
    if (open.some(({ origin }) => origin === 'promised')) return 'TRUE()';
    const flags = open.map(({ id }) => this.#values.ref(VALUE.unsettled, this.#rows.get(id)!));
    return flags.length === 0 ? 'FALSE()' : `${flags.join('+')}>0`;
  }

  #valueOf(child: PlannedNode, outlook: number): Cell {
    if (child.kind === 'piece' && child.origin === 'empty') {
      if (outlook === 0) return '';
      return toFloat(adjusted(outlook === 1 ? ZERO : ONE, child.handling, exact));
    }
    return formula(() => this.#places.get(child)!.value(outlook));
  }

  #sizeOf(child: PlannedNode, outlook: number): Cell {
    if (child.kind === 'piece' && child.origin === 'empty') return 0;
    return formula(() => this.#places.get(child)!.size(outlook));
  }

  #sourceOf({ replacement }: PlannedCategory, outlook: number): (() => string) | undefined {
    const source = replacement?.source;
    return source && (() => this.#places.get(source)!.value(outlook));
  }

  /** A value, or that of the source where the piece is gone. */
  #revived(
    { replacement }: PlannedCategory,
    child: PlannedNode,
    value: string,
    source: (() => string) | undefined,
  ): string {
    const canBe =
      replacement?.excused && source && child.kind === 'piece' && child.origin === 'listed' && !child.extra;
    if (!canBe) return value;
    const status = this.#values.ref(VALUE.status, this.#rows.get(child.id)!);
    return `IF(${value}="",IF(OR(${status}="excused",${status}="missing"),${source()},""),${value})`;
  }
}
