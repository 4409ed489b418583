import Fraction from 'fraction.js';
import type {
  Assessment,
  Category,
  Course,
  CourseNode,
  Curve,
  LatePolicy,
  MissingPolicy,
  Requirement,
  Round,
} from '../src';

/**
 * A second implementation of the grading rules, slow and simple, written from their text and sharing no code with the first:
 * drops by trying every subset, one value at a time. It is for tests alone.
 */

type Number_ = Fraction;
/** A fraction of full marks, and the points that full marks are; or nothing. */
type Value = { r: Number_; size: Number_ } | null;
/**
 * What unsettled work counts as before curve, lateness and cap; `undefined` for none. `key` names it: an id, or `category#promised`. What is
 * taken from a standing has the curves in it already.
 */
export type Supposition = (work: Work) => Number_ | { standing: Number_ } | undefined;

export interface Work {
  key: string;
  extra: boolean;
  assume: Number_ | undefined;
  above: Category[];
}

const zero = new Fraction(0);
const one = new Fraction(1);
const of = (text: string | number) => new Fraction(text);
const percent = (text: string) => of(text).div(100);
const sum = (values: Number_[]) => values.reduce((total, value) => total.add(value), zero);
const larger = (a: Number_, b: Number_) => (a.compare(b) >= 0 ? a : b);
const lesser = (a: Number_, b: Number_) => (a.compare(b) <= 0 ? a : b);

export function round(value: Number_, { step, mode = 'half-up' }: Round): Number_ {
  const steps = value.div(percent(step));
  const down = steps.floor();
  const rest = steps.sub(down);
  if (rest.equals(0)) return value;
  const half = rest.compare(of('0.5'));
  const goesUp =
    mode === 'up' ||
    half > 0 ||
    (half === 0 && (mode === 'half-up' || (mode === 'half-even' && !down.mod(2).equals(0))));
  return (mode === 'down' || !goesUp ? down : down.add(1)).mul(percent(step));
}

export interface Context {
  course: Course;
  now: string;
  suppose: Supposition;
  standing: boolean;
  /** Occurrences that are only assumed count (forecast and reach). */
  supposes?: boolean;
}

interface Inherited {
  missing: MissingPolicy;
  late: LatePolicy | null;
  scale: Course['scale'];
  above: Category[];
  extra: boolean;
}

/** The course's value in one outlook, a fraction of one, or nothing. */
export function value(
  course: Course,
  now: string,
  suppose: Supposition,
  standing: boolean,
  supposes = false,
): Number_ | null {
  return valueOf(course.root.id, { course, now, suppose, standing, supposes })?.r ?? null;
}

function inheritedBy(course: Course): Inherited {
  return {
    missing: course.policy?.missing ?? { counts: 'percent' },
    late: course.policy?.late ?? null,
    scale: course.scale,
    above: [],
    extra: false,
  };
}

interface Place {
  node: CourseNode;
  parent: Category | undefined;
  inherited: Inherited;
}

/** A counted node and what it inherits. */
function place(id: string, course: Course): Place | undefined {
  const visit = (node: CourseNode, parent: Category | undefined, inherited: Inherited): Place | undefined => {
    if (node.counted === false) return undefined;
    if (node.id === id) return { node, parent, inherited };
    if (node.kind === 'assessment') return undefined;
    const below = inside(node, inherited, course);
    for (const child of [...node.children, ...promised(node)]) {
      const found = visit(child, node, below);
      if (found) return found;
    }
    return undefined;
  };
  return visit(course.root, undefined, inheritedBy(course));
}

function inside(node: Category, inherited: Inherited, course: Course): Inherited {
  return {
    ...passedOn(node, inherited, course),
    above: [...inherited.above, node],
    extra: inherited.extra || !!node.extraCredit,
  };
}

/** The value of a node by itself, wherever it stands; nothing where it is not counted. */
function valueOf(id: string, context: Context): Value {
  const found = place(id, context.course);
  if (!found) return null;
  const { node, parent, inherited } = found;
  if (!parent) return ofCategory(node as Category, inherited, context);
  return ofChild(node, parent, inherited, context);
}

/** The standing of one category without its own curve and deductions. */
function standingOf(target: Category, { course, now }: Pick<Context, 'course' | 'now'>): Number_ | null {
  const { inherited } = place(target.id, course)!;
  const { curve: _curve, ...bare } = target;
  const children = target.children.filter((child) => !isDeduction(child));
  const context = { course, now, suppose: () => undefined, standing: true };
  return ofCategory({ ...bare, children }, inherited, context)?.r ?? null;
}

type Deduction = Assessment & { deduct: NonNullable<Assessment['deduct']> };

function isDeduction(node: CourseNode): node is Deduction {
  return node.kind === 'assessment' && node.deduct !== undefined;
}

/** The forecast's supposition. */
export function forecast(course: Course, now: string): Supposition {
  return ({ assume, extra, above }) => {
    if (assume) return assume;
    if (extra) return zero;
    for (const category of [...above].reverse()) {
      const standing = standingOf(category, { course, now });
      if (standing) return { standing: lesser(standing, one) };
    }
    return undefined;
  };
}

function passedOn(
  node: Category,
  { missing, late, scale }: Pick<Inherited, 'missing' | 'late' | 'scale'>,
  course: Course,
) {
  return {
    missing: node.missing ?? missing,
    late: node.late === undefined ? late : node.late,
    scale: node.scale === undefined ? scale : course.scales![node.scale]!,
  };
}

/** The weights of a category's children under a scheme, with what moves. */
function weightsOf(node: Category, scheme: Record<string, string>, isGone: (child: CourseNode) => boolean) {
  const children = node.children.filter((child) => child.counted !== false);
  const own = (child: CourseNode) => {
    const weight = Object.hasOwn(scheme, child.id) ? scheme[child.id] : child.weight;
    return weight === undefined ? undefined : of(weight);
  };
  const weights = new Map(children.map((child) => [child.id, own(child)]));
  for (const child of children) {
    if (node.combine !== 'weights' || !isGone(child)) continue;
    let to: CourseNode | undefined = child;
    while (to && isGone(to)) {
      const next: string = to.weightTo!;
      to = children.find(({ id }) => id === next);
    }
    const moved = own(child) ?? zero;
    if (to && !moved.equals(0)) weights.set(to.id, (weights.get(to.id) ?? zero).add(moved));
  }
  return (child: CourseNode) => weights.get(child.id);
}

type Member = { value: NonNullable<Value>; weight: Number_; extra: boolean };

function ofCategory(node: Category, inherited: Inherited, context: Context): Value {
  const below = inside(node, inherited, context.course);
  const counted = node.children.filter((child) => child.counted !== false);
  const deductions = counted.filter(isDeduction);
  let best: { sum: Number_; size: Number_ } | null = null;
  for (const scheme of [{}, ...(node.schemes ?? []).map(({ weights }) => weights)]) {
    const found = added(node, scheme, below, context);
    if (found && (!best || found.sum.compare(best.sum) > 0)) best = found;
  }
  const takes = deductions.some(({ deduct }) => !of(deduct.each).equals(0));
  if (!node.planned && takes && deductions.length === counted.length) best = { sum: one, size: zero };
  if (!best) return null;
  const curved = node.curve ? afterCurve(best.sum, node.curve, of(100)) : best.sum;
  const lost = sum(deductions.map((deduction) => lostBy(deduction, context)));
  const left = larger(zero, curved.sub(lost));
  const capped = node.cap === undefined ? left : lesser(left, percent(node.cap));
  return { r: node.round ? round(capped, node.round) : capped, size: best.size };
}

function lostBy(piece: Assessment, context: Context): Number_ {
  const { each, free = '0' } = piece.deduct!;
  const count = occurrences(piece, context) ?? zero;
  return larger(zero, count.sub(of(free))).mul(percent(each));
}

function occurrences(piece: Assessment, { supposes }: Context): Number_ | undefined {
  if (piece.status === 'scored') return of((piece.score as { points: string }).points);
  const isUnsettled = piece.status === undefined || piece.status === 'open' || piece.status === 'awaiting';
  return supposes && isUnsettled && piece.assume !== undefined
    ? percent(piece.assume).mul(of(piece.possible))
    : undefined;
}

/** A category added up with one scheme, before curve, deductions, cap and rounding. */
function added(
  node: Category,
  scheme: Record<string, string>,
  below: Inherited,
  context: Context,
): { sum: Number_; size: Number_ } | null {
  const { combine = 'points' } = node;
  const by = node.replace && (valueOf(node.replace.by, context)?.r ?? undefined);
  const revives = (child: CourseNode) =>
    by !== undefined && !!node.replace!.excused && !child.extraCredit && isAway(child, below, context);
  const isGone = (child: CourseNode) =>
    child.weightTo !== undefined && isAway(child, below, context) && !revives(child);
  const weightOf = weightsOf(node, scheme, isGone);
  const members: Member[] = [];
  const counted = node.children.filter((child) => child.counted !== false && !isDeduction(child));
  for (const child of [...counted, ...promised(node)]) {
    const found = revives(child)
      ? { r: by!, size: of((child as Assessment).possible) }
      : ofChild(child, node, below, context);
    const weight = weightOf(child) ?? (combine === 'weights' ? zero : one);
    if (found && (combine === 'equal' || !weight.equals(0)))
      members.push({ value: found, weight, extra: !!child.extraCredit });
  }
  const extra = members.filter((member) => member.extra);
  const regular = withReplaced(
    members.filter((member) => !member.extra),
    node,
    by,
  );
  const ratio = (kept: Member[]): Number_ | null => {
    const all = [...kept, ...extra];
    const unit = ({ value: { size }, weight }: Member) =>
      combine === 'equal' ? one : combine === 'weights' ? weight : weight.mul(size);
    const under = sum(kept.map(unit));
    return under.equals(0) ? null : sum(all.map((member) => unit(member).mul(member.value.r))).div(under);
  };
  const waits = context.standing && node.drop?.when === 'complete' && isIncomplete(node, context);
  const kept = waits ? regular : afterDrops(regular, node, ratio);
  const found = ratio(kept);
  if (!found) return null;
  const size = sum(
    kept.map(({ value: { size }, weight }) => (combine === 'points' ? weight.mul(size) : size)),
  );
  return { sum: found, size };
}

/** The lowest so many, one after the other, with the source's value where that is better. */
function withReplaced(regular: Member[], { replace }: Category, by: Number_ | undefined): Member[] {
  if (by === undefined) return regular;
  const lowest = new Set<Member>();
  for (let count = 0; count < Math.min(replace!.lowest ?? 1, regular.length); count += 1) {
    const left = regular.filter((member) => !lowest.has(member));
    lowest.add(left.reduce((low, member) => (member.value.r.compare(low.value.r) < 0 ? member : low)));
  }
  return regular.map((member) =>
    lowest.has(member) && member.value.r.compare(by) < 0
      ? { ...member, value: { ...member.value, r: by } }
      : member,
  );
}

/** An assessment that is excused, or missing where that counts nothing. */
function isAway(child: CourseNode, { missing }: Inherited, context: Context): boolean {
  if (child.kind === 'category' || child.status === 'scored' || isOpen(child, context)) return false;
  return child.status === 'excused' || missing.counts === 'nothing';
}

/** A value after a curve. @param whole - full marks in the unit of `add` and `full` */
function afterCurve(r: Number_, curve: Curve, whole: Number_): Number_ {
  const x = r.mul(100);
  if ('add' in curve) return larger(zero, r.mul(whole).add(of(curve.add)).div(whole));
  if ('times' in curve) return r.mul(of(curve.times));
  if ('full' in curve) return r.mul(whole).div(of(curve.full));
  if ('root' in curve) return rootOf(x).div(10_000);
  if ('steps' in curve) return percent(curve.steps.find(({ from }) => x.compare(of(from)) >= 0)!.gives);
  const [x0, x1] = curve.line.from.map(of) as [Number_, Number_];
  const [y0, y1] = curve.line.to.map(of) as [Number_, Number_];
  const y = y0.add(x.sub(x0).mul(y1.sub(y0)).div(x1.sub(x0)));
  return larger(zero, y.div(100));
}

/** The largest n with (2n − 1)² ≤ 4·10⁶·x, or 0: from where floats put it, a step at a time. */
function rootOf(x: Number_): Number_ {
  const fits = (n: number) =>
    of(2 * n - 1)
      .pow(2)
      .compare(x.mul(4_000_000)) <= 0;
  let n = Math.max(0, Math.floor(1000 * Math.sqrt(x.valueOf())) - 2);
  while (fits(n + 1)) n += 1;
  return n > 0 && fits(n) ? of(n) : zero;
}

function promised(node: Category): Assessment[] {
  if (!node.planned) return [];
  const listed = node.children.filter(
    (child) => child.counted !== false && !child.extraCredit && !isDeduction(child),
  ).length;
  const { pieces, possible = '100' } = node.planned;
  return Array.from({ length: Math.max(0, pieces - listed) }, (_, index) => ({
    kind: 'assessment',
    id: `${node.id}#${listed + index + 1}`,
    name: 'promised',
    possible,
  }));
}

function ofChild(child: CourseNode, parent: Category, inherited: Inherited, context: Context): Value {
  if (child.kind === 'assessment') return ofPiece(child, inherited, context);
  const empty = child.children.length === 0 && !child.planned;
  if (!empty || child.extraCredit || (parent.combine ?? 'points') === 'points')
    return ofCategory(child, inherited, context);
  const supposed = context.suppose({
    key: child.id,
    extra: inherited.extra,
    assume: undefined,
    above: inherited.above,
  });
  if (supposed === undefined) return null;
  const curved = curvedWork(supposed, child.curve, of(100));
  const capped = child.cap === undefined ? curved : lesser(curved, percent(child.cap));
  return { r: child.round ? round(capped, child.round) : capped, size: zero };
}

/** Unsettled work after its curve: a 0 stays 0, and what is taken from a standing has its curves already. */
function curvedWork(
  supposed: NonNullable<ReturnType<Supposition>>,
  curve: Curve | undefined,
  whole: Number_,
): Number_ {
  if ('standing' in supposed) return supposed.standing;
  return !curve || supposed.equals(0) ? supposed : afterCurve(supposed, curve, whole);
}

function isOpen(piece: Assessment, { course, now }: Context): boolean {
  if (piece.status === 'awaiting') return true;
  if ((piece.status ?? 'open') !== 'open') return false;
  const due = piece.extended ?? piece.due;
  const after = course.policy?.overdue?.after;
  return (
    !due ||
    after === undefined ||
    of(Date.parse(now) - Date.parse(due)).compare(of(after).mul(86_400_000)) <= 0
  );
}

function isIncomplete(node: Category, context: Context): boolean {
  if (promised(node).length > 0) return true;
  return node.children.some((child) => {
    if (child.counted === false || child.extraCredit || isDeduction(child)) return false;
    return child.kind === 'category' ? isIncomplete(child, context) : isOpen(child, context);
  });
}

function ofPiece(piece: Assessment, inherited: Inherited, context: Context): Value {
  const size = of(piece.possible);
  const capped = (r: Number_) => ({ r: piece.cap === undefined ? r : lesser(r, percent(piece.cap)), size });
  const work = {
    key: piece.id,
    extra: inherited.extra || !!piece.extraCredit,
    assume: piece.assume === undefined ? undefined : percent(piece.assume),
    above: inherited.above,
  };
  let r: Number_ | undefined;
  if (piece.status === 'excused') return null;
  if (piece.status === 'scored') {
    const { scale } = piece;
    const score = entered(piece, scale === undefined ? inherited.scale : context.course.scales![scale]!);
    r = piece.curve ? afterCurve(score, piece.curve, size) : score;
  } else if (isOpen(piece, context)) {
    const supposed = context.suppose(work);
    r = supposed === undefined ? undefined : curvedWork(supposed, piece.curve, size);
  } else
    return inherited.missing.counts === 'nothing' ? null : capped(percent(inherited.missing.percent ?? '0'));
  return r === undefined ? null : capped(afterLate(r, piece, inherited.late));
}

function entered({ score, possible }: Assessment, scale: Course['scale']): Number_ {
  if ('points' in score!) return of(score.points).div(of(possible));
  if ('percent' in score!) return percent(score.percent);
  const { label } = score as { label: string };
  return percent(scale.bands.find((band) => band.label === label)!.worth!);
}

function afterLate(r: Number_, { late, due, extended }: Assessment, policy: LatePolicy | null): Number_ {
  if (!late || late.waived || late.reduced || !policy) return r;
  const days =
    'days' in late
      ? of(late.days)
      : larger(zero, of(Date.parse(late.handedIn) - Date.parse((extended ?? due)!)).div(86_400_000));
  if (days.mul(24).compare(of(policy.grace ?? '0')) <= 0) return r;
  const counted = { exact: days, started: days.ceil(), completed: days.floor() }[policy.count ?? 'started'];
  if (policy.closes !== undefined && counted.compare(of(policy.closes)) > 0) return zero;
  const base = policy.of === 'earned' ? r : one;
  const left = r.sub(counted.mul(percent(policy.perDay)).mul(base));
  return larger(larger(left, lesser(r, percent(policy.floor ?? '0'))), zero);
}

function afterDrops(
  regular: Member[],
  { drop }: Category,
  ratio: (kept: Member[]) => Number_ | null,
): Member[] {
  const lowest = Math.max(0, Math.min(drop?.lowest ?? 0, regular.length - 1));
  const highest = Math.max(0, Math.min(drop?.highest ?? 0, regular.length - 1 - lowest));
  if (drop?.by === 'benefit') return bestWithout(regular, lowest, ratio);
  const key = ({ value: { r, size } }: Member) => (drop?.by === 'points' ? r.mul(size) : r);
  let left = regular;
  const leaveOut = (wins: (a: Number_, b: Number_) => boolean) => {
    const gone = left.reduce((best, member) => (wins(key(member), key(best)) ? member : best));
    left = left.filter((member) => member !== gone);
  };
  for (let index = 0; index < lowest; index += 1) leaveOut((a, b) => a.compare(b) < 0);
  for (let index = 0; index < highest; index += 1) leaveOut((a, b) => a.compare(b) > 0);
  return left;
}

/** Every subset of so many, in the order in which the earlier differing piece comes first; the first of the best stays. */
function bestWithout(regular: Member[], count: number, ratio: (kept: Member[]) => Number_ | null): Member[] {
  let best: { kept: Member[]; value: Number_ | null } | undefined;
  const choose = (start: number, gone: number[]): void => {
    if (gone.length === count) {
      const kept = regular.filter((_, index) => !gone.includes(index));
      const found = ratio(kept);
      const better = !best || (found && (!best.value || found.compare(best.value) > 0));
      if (better) best = { kept, value: found };
      return;
    }
    for (let index = start; index < regular.length; index += 1) choose(index + 1, [...gone, index]);
  };
  choose(0, []);
  return best!.kept;
}

/** Whether a course has a forecast: something is known, and all that takes part has one. */
export function hasForecast(course: Course, now: string): boolean {
  const context = { course, now, suppose: forecast(course, now), standing: false, supposes: true };
  const isKnown = (node: CourseNode): boolean => {
    if (node.counted === false) return false;
    if (node.kind === 'category') {
      const counted = node.children.filter((child) => child.counted !== false);
      const isFull = !node.planned && counted.length > 0 && counted.every(isDeduction);
      const takes = counted.some((child) => isDeduction(child) && !of(child.deduct.each).equals(0));
      return (isFull && takes) || node.children.some(isKnown);
    }
    if (isDeduction(node)) return false;
    const found = place(node.id, course)!;
    return isOpen(node, context) ? node.assume !== undefined : !isAway(node, found.inherited, context);
  };
  return isKnown(course.root) && !lacks(course.root.id, context);
}

/** Whether something that a node's value hangs on has no forecast. */
function lacks(id: string, context: Context): boolean {
  const found = place(id, context.course);
  if (!found) return false;
  const { node, parent, inherited } = found;
  const isEmpty = node.kind === 'category' && node.children.length === 0 && !node.planned;
  const isPiece = isEmpty && !!parent && (parent.combine ?? 'points') !== 'points' && !node.extraCredit;
  if (node.kind === 'assessment' || isPiece) {
    if (node.kind === 'assessment' && !isOpen(node, context)) return false;
    return ofChild(node, parent!, inherited, context) === null;
  }
  const below = inside(node, inherited, context.course);
  const by = node.replace && valueOf(node.replace.by, context)?.r;
  const isGone = (child: CourseNode) =>
    child.weightTo !== undefined &&
    isAway(child, below, context) &&
    !(by && node.replace!.excused && !child.extraCredit);
  const schemes = [{}, ...(node.schemes ?? []).map(({ weights }) => weights)];
  const weighs = (child: CourseNode) =>
    node.combine === 'equal' ||
    schemes.some((scheme) => {
      const weight = weightsOf(node, scheme, isGone)(child);
      return weight === undefined ? node.combine !== 'weights' : !weight.equals(0);
    });
  const children = [...node.children, ...promised(node)].filter(
    (child) => child.counted !== false && !isDeduction(child) && weighs(child),
  );
  return (
    children.some((child) => lacks(child.id, context)) || (!!node.replace && lacks(node.replace.by, context))
  );
}

/**
 * The label that a course's value gets, with its requirements.
 *
 * @param isTried - whose score is only tried, so that its points decide nothing
 */
export function letter(
  context: Context,
  isTried: (id: string) => boolean = () => false,
): { label: string; held: string[] } | null {
  const { course, now, suppose, standing, supposes } = context;
  const found = value(course, now, suppose, standing, supposes);
  if (!found) return null;
  const { bands, round: by } = course.scale;
  const shown = by ? round(found, by) : found;
  const alone = bands.findIndex(({ from }) => shown.compare(percent(from)) >= 0);
  const failing = (course.requirements ?? []).filter(
    (requirement) => !(isTried(requirement.of) && 'atMost' in requirement) && fails(requirement, context),
  );
  const placeOf = (requirement: Requirement) => bands.findIndex(({ label }) => label === requirement.for);
  let reached = alone;
  while (failing.some((requirement) => reached <= placeOf(requirement))) reached += 1;
  const held = failing.filter((requirement) => alone <= placeOf(requirement)).map(({ of: id }) => id);
  return { label: bands[reached]!.label, held: [...new Set(held)] };
}

function fails(requirement: Requirement, context: Context): boolean {
  const { course, standing } = context;
  const found = place(requirement.of, course);
  if (!found) return false;
  if ('atMost' in requirement) return (pointsOf(found, context) ?? zero).compare(of(requirement.atMost)) > 0;
  if ('atLeast' in requirement) {
    if (!standing && lacks(requirement.of, context)) return false;
    const has = valueOf(requirement.of, context);
    return !!has && has.r.compare(percent(requirement.atLeast)) < 0;
  }
  const below = inside(found.node as Category, found.inherited, course);
  const there = piecesThere(found, context);
  const can = there.filter((piece) => {
    const isUnsettled = isOpen(piece, context);
    if (!isUnsettled && piece.status !== 'scored') return false;
    const has = ofPiece(piece, below, context);
    if (!has) return true;
    return has.r.compare(zero) > 0 && has.r.compare(percent(requirement.each ?? '0')) >= 0;
  });
  return can.length < Math.min(requirement.pieces, there.length);
}

/** The pieces that a requirement counts among. */
function piecesThere({ node, inherited }: Place, context: Context): Assessment[] {
  if (node.kind === 'assessment') throw new Error('pieces of a piece');
  const below = inside(node, inherited, context.course);
  return [...node.children, ...promised(node)].filter(
    (child): child is Assessment =>
      child.kind === 'assessment' &&
      child.counted !== false &&
      !child.extraCredit &&
      !isDeduction(child) &&
      !isAway(child, below, context),
  );
}

function pointsOf({ node, inherited }: Place, context: Context): Number_ | undefined {
  if (node.kind === 'category') return undefined;
  if (isDeduction(node)) return occurrences(node, context);
  const { scale } = node;
  if (node.status === 'scored')
    return entered(node, scale === undefined ? inherited.scale : context.course.scales![scale]!).mul(
      of(node.possible),
    );
  return context.supposes && isOpen(node, context) && node.assume !== undefined
    ? percent(node.assume).mul(of(node.possible))
    : undefined;
}

/** The problems of a course, in their order, as plain objects. */
export function problems(course: Course, now: string): object[] {
  const context = { course, now, suppose: () => undefined, standing: true };
  const found: object[] = [];
  const regular = (node: Category) =>
    node.children.filter((child) => child.counted !== false && !child.extraCredit && !isDeduction(child));
  const total = (node: Category, scheme: Record<string, string>) =>
    sum(regular(node).map(({ id, weight }) => of((Object.hasOwn(scheme, id) ? scheme[id] : weight) ?? 0)));
  const visit = (node: CourseNode, parent: Category | undefined): void => {
    if (node.counted === false) return;
    const at = node.id;
    if (parent?.combine === 'weights' && node.weight === undefined && !isDeduction(node))
      found.push({ code: 'no-weight', at });
    if (node.kind === 'assessment') return;
    const isEmpty = node.children.length === 0 && !node.planned;
    if (isEmpty) found.push({ code: 'empty', at });
    const drops = (node.drop?.lowest ?? 0) + (node.drop?.highest ?? 0);
    const pieces = Math.max(regular(node).length, node.planned?.pieces ?? 0);
    if (!isEmpty && drops > 0 && drops >= pieces) found.push({ code: 'drop-all', drops, pieces, at });
    if (!parent && node.combine === 'weights' && node.children.length > 0) {
      const own = total(node, {});
      if (!own.equals(100)) found.push({ code: 'weights-total', at, total: own.valueOf() });
      for (const { name, weights } of node.schemes ?? []) {
        const inScheme = total(node, weights);
        if (!inScheme.equals(100))
          found.push({ code: 'scheme-total', at, scheme: name, total: inScheme.valueOf() });
      }
    }
    for (const child of node.children) visit(child, node);
  };
  visit(course.root, undefined);
  for (const requirement of course.requirements ?? []) {
    const placed = 'pieces' in requirement ? place(requirement.of, course) : undefined;
    if (!placed || !('pieces' in requirement)) continue;
    const pieces = piecesThere(placed, context).length;
    if (pieces < requirement.pieces)
      found.push({ code: 'required-short', at: requirement.of, required: requirement.pieces, pieces });
  }
  return found;
}

export { zero, one };
