import {
  figureText,
  isCounted,
  nodesIn,
  isDeduction,
  regularChildren,
  schoolFigure,
  statusOf,
  swings,
  walk,
  type Assessment,
  type Category,
  type Placed,
  type Rational,
} from '@fidens/core';
import { useDeferredValue, useMemo } from 'react';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import type { Term } from '@/data/term-days';
import { useTerms, useWorkedOn } from '@/data/terms';
import { byDue, dayWords, daysPast, dueOf, gradeWords, plural } from '@/wording/words';
import { compute } from './computed';
import { figureState, isFigureOld } from './school-figure';

/** A piece that needs a decision, and which. */
export interface LoosePiece {
  readonly course: ShownCourse;
  readonly piece: Assessment;
  readonly kind: 'past due' | 'missing' | 'waiting long' | 'waiting' | 'unfiled' | 'no weight' | 'twice';
}

/** Something in a course's rules that needs a decision. */
export interface LooseRule {
  readonly course: ShownCourse;
  readonly kind: 'promised' | 'problems' | 'uncounted' | 'school differs' | 'school old';
  readonly words: string;
}

export type LooseEnd = LoosePiece | LooseRule;

/** Why each kind is a loose end, as the title of its group; in the order in which they are decided. */
export const LOOSE_WORDS: Record<LooseEnd['kind'], string> = {
  'past due': 'Past due without a score',
  missing: 'Missing',
  'waiting long': 'Waiting for more than two weeks',
  waiting: 'Waiting for a score',
  unfiled: 'Not filed yet, so not counted',
  'no weight': 'Without a weight, so not counted',
  twice: 'Listed twice, it seems',
  promised: 'Promised and not listed',
  problems: 'Rules to look at',
  'school differs': 'The school shows something else',
  'school old': 'What the school shows, seen long ago',
  uncounted: 'In a category that does not count',
};

/** Whether something is to be decided; what does not count on purpose is only told. */
export function wantsDecision({ kind }: LooseEnd): boolean {
  return kind !== 'uncounted';
}

const DAY = 86_400_000;

/** From this part of the term on, promised work that nobody has listed is a loose end. */
const FAR_ON = 0.75;
/** From this many days after it was due on, work that waits for its score has waited for long. */
const LONG = 14;

/** The loose ends of all courses, each kind oldest first. */
export function useLooseEnds(): LooseEnd[] {
  return useEndsOf(useWorkedOn().data);
}

/** The same, for what follows a change as soon as there is time. */
export function useLooseEndsSoon(): LooseEnd[] {
  return useEndsOf(useDeferredValue(useWorkedOn().data));
}

function useEndsOf(data: readonly ShownCourse[] | undefined): LooseEnd[] {
  const terms = useTerms();
  const now = useNow();
  return useMemo(
    () =>
      (data ?? [])
        .flatMap((course) =>
          looseEndsOf(
            course,
            now,
            terms?.find(({ id }) => id === course.termId),
          ),
        )
        .sort(byAge),
    [data, now, terms],
  );
}

export function isPiece(end: LooseEnd): end is LoosePiece {
  return 'piece' in end;
}

function byAge(...ends: [LooseEnd, LooseEnd]): number {
  const [a, b] = ends.map((end) => (isPiece(end) ? end.piece : undefined));
  return byDue(a, b);
}

/** What was found of each course: a course is never changed in place, and several screens ask. */
const known = new WeakMap<
  ShownCourse,
  { readonly now: string; readonly term: Term | undefined; readonly found: readonly LooseEnd[] }
>();

/** What in one course needs a decision. */
export function looseEndsOf(course: ShownCourse, now: string, term: Term | undefined): readonly LooseEnd[] {
  const before = known.get(course);
  if (before?.now === now && before.term === term) return before.found;
  const found = findLooseEnds(course, now, term);
  known.set(course, { now, term, found });
  return found;
}

function findLooseEnds(course: ShownCourse, now: string, term: Term | undefined): LooseEnd[] {
  const { document } = course;
  const { problems } = compute(document, now);
  const found: LooseEnd[] = [];
  const weightless = new Set(
    problems.flatMap((problem) => (problem.code === 'no-weight' ? [problem.at] : [])),
  );
  const seen = new Set<string>();
  for (const placed of walk(document)) {
    const { node } = placed;
    if (node.kind === 'category') found.push(...uncountedIn(course, placed));
    if (!isCounted(placed)) continue;
    if (node.kind === 'category') {
      if (isFarOn(term, now)) found.push(...promisedIn(course, node));
      continue;
    }
    // What counts occurrences is no work that could be due, missing or unfiled.
    if (isDeduction(node)) continue;
    const kind =
      weightlessKind(placed, document.root, weightless) ??
      kindOf(node, now) ??
      (isRepeated(node, seen) ? 'twice' : undefined);
    if (kind) found.push({ course, piece: node, kind });
  }
  const wrong = problems.filter(({ code, at }) => code !== 'no-weight' || placedCategory(document.root, at));
  if (wrong.length > 0 && document.root.children.length > 0)
    found.push({
      course,
      kind: 'problems',
      words: `${plural(wrong.length, 'thing')} in its rules to look at`,
    });
  return [...found, ...schoolEnds(course, now)];
}

/** A school's figure that nobody has explained, or that was seen long ago. */
function schoolEnds(course: ShownCourse, now: string): LooseRule[] {
  const { document } = course;
  const figure = schoolFigure(document);
  // Once the grade was given there is nothing left to ask about.
  if (!figure || document.official) return [];
  const shown = figureText(figure);
  if (isFigureOld(document, now))
    return [{ course, kind: 'school old', words: `${shown}, seen ${dayWords(document.school!.seen!)}` }];
  if (figureState(document, now) !== 'differs') return [];
  const { outlooks, letters } = compute(document, now);
  const { percent } = gradeWords(outlooks.standing, letters);
  return [{ course, kind: 'school differs', words: `${shown} there, ${percent} here` }];
}

/** Without a weight where one is needed: unfiled, where it stands beside categories that it could be in. */
function weightlessKind(
  { node, ancestors: above }: Placed,
  root: Category,
  weightless: ReadonlySet<string>,
): LoosePiece['kind'] | undefined {
  if (!weightless.has(node.id)) return undefined;
  const isBesideCategories = above.length === 1 && root.children.some(({ kind }) => kind === 'category');
  return isBesideCategories ? 'unfiled' : 'no weight';
}

function kindOf(piece: Assessment, now: string): LoosePiece['kind'] | undefined {
  if (daysPast(piece, now) > 0) return 'past due';
  const status = statusOf(piece);
  if (status === 'missing') return 'missing';
  if (status !== 'awaiting') return undefined;
  const due = dueOf(piece);
  return due !== undefined && Date.parse(now) - Date.parse(due) > LONG * DAY ? 'waiting long' : 'waiting';
}

/** The same name and the same day as a piece before it. */
function isRepeated({ name, due }: Assessment, seen: Set<string>): boolean {
  if (due === undefined) return false;
  const key = `${name.trim().toLowerCase()} ${due.slice(0, 10)}`;
  if (seen.has(key)) return true;
  seen.add(key);
  return false;
}

function isFarOn(term: Term | undefined, now: string): boolean {
  if (!term?.startsOn || !term.endsOn) return false;
  const [start, end] = [Date.parse(term.startsOn), Date.parse(term.endsOn)];
  return (Date.parse(now) - start) / (end - start) >= FAR_ON;
}

function promisedIn(course: ShownCourse, category: Category): LooseEnd[] {
  const more = (category.planned?.pieces ?? 0) - regularChildren(category).length;
  if (more <= 0) return [];
  return [{ course, kind: 'promised', words: `${category.name}: ${plural(more, 'more piece')} promised` }];
}

/** A category that is the highest one there not to count, and holds scores. */
function uncountedIn(course: ShownCourse, { node, ancestors: above }: Placed): LooseEnd[] {
  const parent = above.at(-1);
  if (node.kind !== 'category' || parent?.kind !== 'category' || above.some(isLeftOut)) return [];
  const isWeightless = parent.combine !== 'equal' && node.weight !== undefined && Number(node.weight) === 0;
  if (!isLeftOut(node) && !isWeightless) return [];
  const scores = nodesIn(node).filter((each) => each.kind === 'assessment' && each.score).length;
  if (scores === 0) return [];
  const why = isLeftOut(node) ? 'is not counted' : 'has weight 0';
  return [{ course, kind: 'uncounted', words: `${node.name} ${why}: ${plural(scores, 'score')} in it` }];
}

function isLeftOut({ counted }: { counted?: boolean }): boolean {
  return counted === false;
}

function placedCategory(root: Category, id: string): boolean {
  return root.children.some(
    (child) => child.kind === 'category' && (child.id === id || placedCategory(child, id)),
  );
}

/** A piece that is due soon, and how far it can move its course. */
export interface Ahead {
  readonly course: ShownCourse;
  readonly piece: Assessment;
  /** Percent points between full marks and none; nothing where the course has no forecast. */
  readonly swing: Rational | undefined;
}

const AHEAD_DAYS = 14;

/** What is due in the next two weeks, the first first. */
export function useAhead(): Ahead[] {
  const { data } = useWorkedOn();
  const now = useNow();
  return useMemo(
    () => (data ?? []).flatMap((course) => aheadIn(course, now)).sort((a, b) => byDue(a.piece, b.piece)),
    [data, now],
  );
}

function aheadIn(course: ShownCourse, now: string): Ahead[] {
  const [from, to] = [Date.parse(now), Date.parse(now) + AHEAD_DAYS * DAY];
  const soon = [...walk(course.document)].flatMap((placed) => {
    const { node } = placed;
    if (node.kind === 'category' || statusOf(node) !== 'open' || !isCounted(placed)) return [];
    const due = Date.parse(dueOf(node) ?? '');
    return due >= from && due <= to ? [node] : [];
  });
  if (soon.length === 0) return [];
  const found = new Map(swings(compute(course.document, now).outlooks).map(({ id, points }) => [id, points]));
  return soon.map((piece) => ({ course, piece, swing: found.get(piece.id) }));
}

/** When open work will count as missing by itself; nothing where it never does, or does already. */
export function overdueOn({ document }: ShownCourse, piece: Assessment, now: string): Date | undefined {
  const after = document.policy?.overdue?.after;
  const due = dueOf(piece);
  if (after === undefined || due === undefined || statusOf(piece) !== 'open') return undefined;
  const moment = Date.parse(due) + Number(after) * DAY;
  return moment > Date.parse(now) ? new Date(moment) : undefined;
}
