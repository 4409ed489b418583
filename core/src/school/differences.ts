import {
  statusOf,
  type Assessment,
  type Category,
  type Course,
  type CourseNode,
  type Decimal,
  type Moment,
} from '../document/course';
import { isCounted, isDeduction, walk, type Placed } from '../document/tree';
import { takingAlong } from '../editing/along';
import { courseSetting, setting, type Edit } from '../editing/edit';
import { deriveCategory, type Derivation, type Part } from '../grading/combine';
import { STANDING } from '../grading/outlook';
import { planCourse } from '../grading/plan';
import { instant } from '../numbers/moment';

/** What a school may do otherwise than the record (`docs/grading-rules.md`, section 20). */
export type DifferenceCode =
  | 'no-drops'
  | 'early-drops'
  | 'zero'
  | 'past-due-zero'
  | 'blank-zero'
  | 'missing-left-out'
  | 'empty-zero'
  | 'pooled'
  | 'equal'
  | 'points-total'
  | 'extra-regular'
  | 'extra-out'
  | 'late-ignored'
  | 'late-applied'
  | 'rounded'
  | 'left-out'
  | 'counted'
  | 'twice'
  | 'score'
  | 'weights-swapped'
  | 'rule-ignored';

/** A rule that a school may not know. */
export type IgnoredRule = 'cap' | 'curve' | 'replace' | 'deduct' | 'weightTo' | 'schemes';

/** One difference between the school's course and the record, with the change of the document that makes the record the school's. */
export interface Difference {
  readonly code: DifferenceCode;
  /** The node that it is about, the root where it is about the course; two where their weights are exchanged. */
  readonly at: string | readonly [string, string];
  /** Of `rule-ignored`. */
  readonly rule?: IgnoredRule;
  /** Of `score`: the points that the school has. */
  readonly score?: Decimal;
  readonly edits: readonly Edit[];
}

/** Everything that one difference can be in a course, but for scores, which are searched for (`score-search.ts`). */
export function differencesIn(course: Course, now: Moment): Difference[] {
  return new Lister(course, now).list();
}

const LEFT_OUT = { counts: 'nothing' } as const;
const WHOLE_PERCENT = { step: '1', mode: 'half-up' } as const;
const SCORED_ZERO = { status: 'scored', score: { points: '0' }, late: undefined } as const;

class Lister {
  readonly #found: Difference[] = [];
  readonly #placed: readonly Placed[];
  readonly #valued: ReadonlySet<string>;
  readonly #ids: ReadonlySet<string>;
  readonly #unsettled: readonly Assessment[];

  constructor(
    readonly course: Course,
    readonly now: Moment,
  ) {
    const plan = planCourse(course, now);
    this.#placed = [...walk(course)];
    this.#ids = new Set(this.#placed.map(({ node }) => node.id));
    this.#valued = valuedIn(deriveCategory(plan.root, STANDING));
    this.#unsettled = plan.pieces.flatMap(({ source, settlement }) =>
      source && settlement === 'unsettled' ? [source] : [],
    );
  }

  list(): Difference[] {
    this.#ofCourse();
    for (const placed of this.#placed) {
      const { node, ancestors } = placed;
      if (node.counted === false && ancestors.every((above) => above.counted !== false))
        this.#add('counted', node.id, [setting(node.id, { counted: undefined })]);
      if (!isCounted(placed)) continue;
      this.#ofNode(node);
      if (node.kind === 'category') this.#ofCategory(node);
      else if (!isDeduction(node)) this.#ofPiece(node, ancestors.at(-1)!);
    }
    return this.#found;
  }

  #add(
    code: DifferenceCode,
    at: Difference['at'],
    edits: readonly Edit[],
    more: Partial<Difference> = {},
  ): void {
    if (edits.length > 0) this.#found.push({ code, at, edits, ...more });
  }

  #ofCourse(): void {
    const { root, policy } = this.course;
    const zero = ({ id }: Assessment) => setting(id, SCORED_ZERO);
    const isPast = ({ extended, due }: Assessment) => {
      const moment = extended ?? due;
      return moment !== undefined && instant(moment) < instant(this.now);
    };
    this.#add('past-due-zero', root.id, this.#unsettled.filter(isPast).map(zero));
    this.#add('blank-zero', root.id, this.#unsettled.map(zero));
    const categories = this.#placed.flatMap(({ node }) => (node.kind === 'category' ? [node] : []));
    this.#add('missing-left-out', root.id, [
      courseSetting({ policy: { ...policy, missing: LEFT_OUT } }),
      ...categories.flatMap(({ id, missing }) => (missing ? [setting(id, { missing: LEFT_OUT })] : [])),
    ]);
    const emptied = this.#emptyZero();
    this.#add('empty-zero', root.id, takingAlong(this.course, emptied)?.edits ?? emptied);
    this.#add(
      'points-total',
      root.id,
      categories.flatMap((category) => combining(category, 'points')),
    );
    const below = categories.filter((category) => category !== root);
    this.#add(
      'rounded',
      root.id,
      below.map(({ id }) => setting(id, { round: WHOLE_PERCENT })),
    );
  }

  /** What counts by its weight and has nothing in it yet, as a piece of 0 points. */
  #emptyZero(): Edit[] {
    const edits: Edit[] = [];
    const visit = (parent: Category) => {
      parent.children.forEach((child, index) => {
        if (child.counted === false || isDeduction(child)) return;
        const isEmpty =
          parent.combine === 'weights' &&
          !child.extraCredit &&
          child.weight !== undefined &&
          !this.#valued.has(child.id);
        if (isEmpty) edits.push(...emptied(child, parent, index));
        else if (child.kind === 'category') visit(child);
      });
    };
    visit(this.course.root);
    return edits;
  }

  #ofNode(node: CourseNode): void {
    const { id } = node;
    if (node.extraCredit) {
      this.#add('extra-regular', id, [setting(id, { extraCredit: undefined })]);
      this.#add('extra-out', id, [setting(id, { counted: false })]);
    }
    for (const rule of ['cap', 'curve', 'weightTo'] as const)
      if (node[rule] !== undefined)
        this.#add('rule-ignored', id, [setting(id, { [rule]: undefined })], { rule });
    if (isDeduction(node))
      this.#add('rule-ignored', id, [setting(id, { counted: false })], { rule: 'deduct' });
    if (id !== this.course.root.id && this.#valued.has(id) && !isDeduction(node))
      this.#add('left-out', id, [setting(id, { counted: false })]);
  }

  #ofCategory(category: Category): void {
    const { id, drop, round, children } = category;
    if (drop && (drop.lowest ?? 0) + (drop.highest ?? 0) > 0) {
      this.#add('no-drops', id, [setting(id, { drop: undefined })]);
      if (drop.when === 'complete')
        this.#add('early-drops', id, [setting(id, { drop: { ...drop, when: 'always' } })]);
    }
    for (const rule of ['replace', 'schemes'] as const)
      if (category[rule] !== undefined)
        this.#add('rule-ignored', id, [setting(id, { [rule]: undefined })], { rule });
    this.#add('pooled', id, combining(category, 'points'));
    if (category.combine !== 'equal') this.#add('equal', id, combining(category, 'equal'));
    const isWhole = round?.step === '1' && (round.mode ?? 'half-up') === 'half-up';
    if (id !== this.course.root.id && !isWhole)
      this.#add('rounded', id, [setting(id, { round: WHOLE_PERCENT })]);
    if (category.combine !== 'equal') this.#swaps(children);
  }

  #swaps(children: readonly CourseNode[]): void {
    const weighed = children.filter(({ weight, counted }) => weight !== undefined && counted !== false);
    weighed.forEach((one, index) => {
      for (const other of weighed.slice(index + 1)) {
        if (one.weight === other.weight) continue;
        this.#add(
          'weights-swapped',
          [one.id, other.id],
          [setting(one.id, { weight: other.weight }), setting(other.id, { weight: one.weight })],
        );
      }
    });
  }

  #ofPiece(piece: Assessment, parent: Category): void {
    const { id, late } = piece;
    const isUnsettled = this.#unsettled.includes(piece);
    if (isUnsettled || statusOf(piece) === 'excused') this.#add('zero', id, [setting(id, SCORED_ZERO)]);
    if (late) {
      this.#add('late-ignored', id, [setting(id, { late: undefined })]);
      if (late.waived) {
        const { waived: _waived, ...counted } = late;
        this.#add('late-applied', id, [setting(id, { late: counted })]);
      }
    }
    if (!this.#valued.has(id)) return;
    const next = parent.children[parent.children.indexOf(piece) + 1];
    const copy = { ...piece, id: this.#freeId(id) };
    this.#add('twice', id, [{ op: 'add', parent: parent.id, ...(next && { before: next.id }), node: copy }]);
  }

  #freeId(id: string): string {
    let number = 2;
    while (this.#ids.has(`${id}-${number}`)) number += 1;
    return `${id}-${number}`;
  }
}

/** The edits that make a child without a value a piece scored 0 of its weight. */
function emptied(child: CourseNode, parent: Category, index: number): Edit[] {
  const { id, name, weight } = child;
  if (child.kind === 'assessment') return [setting(id, SCORED_ZERO)];
  const next = parent.children[index + 1];
  return [
    { op: 'remove', id },
    {
      op: 'add',
      parent: parent.id,
      ...(next && { before: next.id }),
      node: {
        kind: 'assessment',
        id,
        name,
        ...(weight !== undefined && { weight }),
        possible: '100',
        status: 'scored',
        score: { points: '0' },
      },
    },
  ];
}

/** Every node that has a value of its own in a derivation. */
function valuedIn(derivation: Derivation): Set<string> {
  const valued = new Set<string>();
  const visit = ({ parts }: { readonly parts: readonly Part[] }) => {
    for (const { node, own, derivation: below } of parts) {
      if (own) valued.add(node.id);
      if (below) visit(below);
    }
  };
  visit(derivation);
  return valued;
}

/** The edits that make a category add up in another way, with what fits that way alone taken away; empty where nothing changes. */
function combining(category: Category, combine: 'points' | 'equal'): Edit[] {
  const { id, combine: before = 'points', schemes, children } = category;
  const edits: Edit[] = [];
  const isOther = before !== combine;
  if (isOther || schemes) edits.push(setting(id, { combine, ...(schemes && { schemes: undefined }) }));
  for (const child of children) {
    const gone = {
      ...(combine === 'points' && child.weight !== undefined && { weight: undefined }),
      ...(child.weightTo !== undefined && { weightTo: undefined }),
    };
    if (Object.keys(gone).length > 0) edits.push(setting(child.id, gone));
  }
  return edits;
}
