import Fraction from 'fraction.js';
import type { Assessment, Category, Course, CourseNode, LatePolicy, MissingPolicy, Round } from '../src';

/**
 * A second implementation of the grading rules, slow and simple, written from their text and sharing no code with the first:
 * drops by trying every subset, one value at a time. It is for tests alone.
 */

type Number_ = Fraction;
/** A fraction of full marks, and the points that full marks are; or nothing. */
type Value = { r: Number_; size: Number_ } | null;
/** What unsettled work counts as before lateness and cap; `undefined` for none. `key` names it: an id, or `category#promised`. */
export type Supposition = (work: Work) => Number_ | undefined;

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

interface Context {
  course: Course;
  now: string;
  suppose: Supposition;
  standing: boolean;
}

interface Inherited {
  missing: MissingPolicy;
  late: LatePolicy | null;
  scale: Course['scale'];
  above: Category[];
  extra: boolean;
}

/** The course's value in one outlook, a fraction of one, or nothing. */
export function value(course: Course, now: string, suppose: Supposition, standing: boolean): Number_ | null {
  const context = { course, now, suppose, standing };
  const inherited: Inherited = {
    missing: course.policy?.missing ?? { counts: 'percent' },
    late: course.policy?.late ?? null,
    scale: course.scale,
    above: [],
    extra: false,
  };
  return ofCategory(course.root, inherited, context)?.r ?? null;
}

/** The standing of one category, wherever it is. */
function standingOf(target: Category, { course, now }: Context): Number_ | null {
  const found: { value: Number_ | null } = { value: null };
  const inherited = {
    missing: course.policy?.missing ?? { counts: 'percent' as const },
    late: course.policy?.late ?? null,
    scale: course.scale,
  };
  const visit = (node: Category, from: Pick<Inherited, 'missing' | 'late' | 'scale'>): void => {
    const context = { course, now, suppose: () => undefined, standing: true };
    if (node === target)
      found.value = ofCategory(node, { ...from, above: [], extra: false }, context)?.r ?? null;
    for (const child of node.children)
      if (child.kind === 'category') visit(child, passedOn(node, from, course));
  };
  visit(course.root, inherited);
  return found.value;
}

/** The forecast's supposition. */
export function forecast(course: Course, now: string): Supposition {
  return ({ assume, extra, above }) => {
    if (assume) return assume;
    if (extra) return zero;
    for (const category of [...above].reverse()) {
      const standing = standingOf(category, { course, now, suppose: () => undefined, standing: true });
      if (standing) return lesser(standing, one);
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

function ofCategory(node: Category, inherited: Inherited, context: Context): Value {
  const { combine = 'points' } = node;
  const below: Inherited = {
    ...passedOn(node, inherited, context.course),
    above: [...inherited.above, node],
    extra: inherited.extra || !!node.extraCredit,
  };
  const members: { value: NonNullable<Value>; weight: Number_; extra: boolean }[] = [];
  const children = [...node.children.filter((child) => child.counted !== false), ...promised(node)];
  for (const child of children) {
    const found = ofChild(child, node, below, context);
    const weight = child.weight === undefined ? (combine === 'weights' ? zero : one) : of(child.weight);
    if (found && (combine === 'equal' || !weight.equals(0)))
      members.push({ value: found, weight, extra: !!child.extraCredit });
  }
  const extra = members.filter((member) => member.extra);
  const regular = members.filter((member) => !member.extra);
  const ratio = (kept: typeof members): Number_ | null => {
    const all = [...kept, ...extra];
    const unit = ({ value: { size }, weight }: (typeof members)[0]) =>
      combine === 'equal' ? one : combine === 'weights' ? weight : weight.mul(size);
    const under = sum(kept.map(unit));
    return under.equals(0) ? null : sum(all.map((member) => unit(member).mul(member.value.r))).div(under);
  };
  const waits = context.standing && node.drop?.when === 'complete' && isIncomplete(node, context);
  const kept = waits ? regular : afterDrops(regular, node, ratio);
  const before = ratio(kept);
  if (!before) return null;
  const capped = node.cap === undefined ? before : lesser(before, percent(node.cap));
  const size = sum(
    kept.map(({ value: { size }, weight }) => (combine === 'points' ? weight.mul(size) : size)),
  );
  return { r: node.round ? round(capped, node.round) : capped, size };
}

function promised(node: Category): Assessment[] {
  if (!node.planned) return [];
  const listed = node.children.filter((child) => child.counted !== false && !child.extraCredit).length;
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
  const capped = child.cap === undefined ? supposed : lesser(supposed, percent(child.cap));
  return { r: child.round ? round(capped, child.round) : capped, size: zero };
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
    if (child.counted === false || child.extraCredit) return false;
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
    r = entered(piece, scale === undefined ? inherited.scale : context.course.scales![scale]!);
  } else if (isOpen(piece, context)) r = context.suppose(work);
  else
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

type Member = { value: NonNullable<Value>; weight: Number_; extra: boolean };

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

export { zero, one };
