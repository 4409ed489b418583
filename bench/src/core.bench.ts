import {
  answer,
  applyEdits,
  chance,
  decimalText,
  deriveCategory,
  exact,
  explain,
  floating,
  headline,
  HUNDRED,
  ONE,
  outlooks,
  overTime,
  pieces,
  problems,
  reach,
  rehearse,
  ribbon,
  setting,
  statusOf,
  swings,
  Variation,
  type Category,
  type Course,
} from '@fidens/core';
import { readList } from '@fidens/core/reading';
import { Bench } from 'tinybench';
import { largeCourse } from './sample';

const NOW = '2026-10-20T12:00:00Z';
const SIXTY = largeCourse(6, 10);
const LARGE = { '20 × 30': largeCourse(20, 30), '6 × 100': largeCourse(6, 100) };
const THREE_HUNDRED = largeCourse(10, 30);
const CONDITIONS = conditions();
const SINKING = sinking();
const POOLED = pooled();
const LIST = listOf(SIXTY);

const WORK = {
  one: '60 pieces: one exact evaluation, planned',
  formula: '60 pieces: the course as a function of open work, exactly',
  floats: '60 pieces: the same in plain floating point',
  outlooks: '60 pieces: four outlooks',
  reach: '60 pieces: reach for 12 bands',
  swings: '60 pieces: swing of 20 open pieces',
  all: '60 pieces: everything that grade computes',
  conditions: '60 pieces under replacement, schemes, curves and requirements: everything',
  sinking: '60 pieces, drops by percent among unequal points: everything',
  twenty: '600 pieces, 20 × 30: everything that grade computes',
  six: '600 pieces, 6 × 100: everything that grade computes',
  key: '300 pieces: a key in a score field, to all that the screen shows at once',
  time: '300 pieces: the standing over time',
  tried: '60 pieces: a key in a rehearsal, to reach, ribbon and outlooks',
  triedLarge: '300 pieces: the same',
  chance: '60 pieces: 20,000 simulated ends',
  explained: '60 pieces: a figure that a digit left out explains',
  unexplained: '60 pieces: a figure that nothing explains, all pairs looked at',
  unexplainedConditions: '60 pieces under replacement, schemes and curves: the same',
  list: '60 pieces: a list of as many rows, read and matched',
  pooled: '2,000 pooled pieces, 200 dropped by benefit: four outlooks',
} as const;

/** What one change of a course costs to answer. Medians, in milliseconds. */
async function coreBench(): Promise<void> {
  const found = outlooks(SIXTY, NOW);
  const { plan, forecastOf } = found;
  const open = plan.pieces.filter(({ settlement }) => settlement === 'unsettled');
  const base = found.supposing(() => ONE);
  const exactly = new Variation(base, open, exact);
  const nearly = new Variation(base, open, floating);
  const levels = open.map((piece) => forecastOf(piece)!);
  const floats = levels.map((level) => exact.approximate(level));
  const bench = new Bench({ time: 1_500, iterations: 10, warmupTime: 500, warmupIterations: 5 });
  bench
    .add(WORK.one, () => deriveCategory(plan.root, { valueOf: forecastOf, waits: false, supposes: true }))
    .add(WORK.formula, () => exactly.valueAt((index) => levels[index]!))
    .add(WORK.floats, () => nearly.valueAt((index) => floats[index]!))
    .add(WORK.outlooks, () => outlooks(SIXTY, NOW))
    .add(WORK.reach, () => reach(found))
    .add(WORK.swings, () => swings(found))
    .add(WORK.all, () => answer(SIXTY, NOW))
    .add(WORK.conditions, () => answer(CONDITIONS, NOW))
    .add(WORK.sinking, () => answer(SINKING, NOW))
    .add(WORK.twenty, () => answer(LARGE['20 × 30'], NOW))
    .add(WORK.six, () => answer(LARGE['6 × 100'], NOW))
    .add(WORK.key, () => typed(THREE_HUNDRED))
    .add(WORK.time, () => overTime(THREE_HUNDRED, NOW))
    .add(WORK.tried, () => rehearsed(SIXTY))
    .add(WORK.triedLarge, () => rehearsed(THREE_HUNDRED))
    .add(WORK.chance, () => chance(found))
    .add(WORK.explained, () => explain(SIXTY, slipped(SIXTY), NOW))
    .add(WORK.unexplained, () => explain(SIXTY, { percent: '7.77' }, NOW))
    .add(WORK.unexplainedConditions, () => explain(CONDITIONS, { percent: '7.77' }, NOW))
    .add(WORK.list, () => readList({ source: LIST, course: SIXTY, near: NOW }))
    .add(WORK.pooled, () => outlooks(POOLED, NOW));
  await bench.run();
  const medians = new Map(
    bench.tasks.map(({ name, result }) => [name, 'latency' in result ? result.latency.p50 : NaN]),
  );
  for (const [name, median] of medians) line(name, median.toFixed(3), 'ms');
  const ratio = (name: string, work: string, unit: string) =>
    line(name, (medians.get(work)! / medians.get(unit)!).toFixed(1), '×');
  ratio('60 pieces: everything, in exact evaluations', WORK.all, WORK.one);
  ratio('60 pieces under conditions, against the same without', WORK.conditions, WORK.all);
  ratio('600 pieces, 20 × 30, against 60', WORK.twenty, WORK.all);
  ratio('600 pieces, 6 × 100, against 60', WORK.six, WORK.all);
  ratio('exact against floating point', WORK.formula, WORK.floats);
}

/** What a key in a score field computes: the course with the score, its outlooks, ribbon and problems. */
function typed(course: Course): unknown {
  const piece = pieces(course)[0]!;
  const edited = applyEdits(course, [setting(piece.id, { status: 'scored', score: { points: '1' } })]);
  if (!edited.ok) throw new Error(edited.faults[0]!.message);
  const found = outlooks(edited.course, NOW);
  return [ribbon(found), problems(found.plan)];
}

/** What a key in a rehearsal computes: the course with the try, its outlooks, ribbon, reach and words. */
function rehearsed(course: Course): unknown {
  const piece = pieces(course).find((candidate) => statusOf(candidate) === 'open')!;
  const entry = { status: 'scored', score: { points: '1' } } as const;
  const from = outlooks(rehearse(course, [{ id: piece.id, entry }]).course, NOW);
  const bands = reach(from);
  return [ribbon(from), headline(from, bands)];
}

/** The figure of a school that left a digit of the first score out. */
function slipped(course: Course): { percent: string } {
  const piece = pieces(course).find(({ score }) => score && 'points' in score && score.points.length > 1)!;
  const { points } = piece.score as { points: string };
  const edited = applyEdits(course, [setting(piece.id, { score: { points: points.slice(1) } })]);
  if (!edited.ok) throw new Error(edited.faults[0]!.message);
  const { value } = outlooks(edited.course, NOW).standing.worth!;
  return { percent: decimalText(value.mul(HUNDRED), 2, true) };
}

/** A course's pieces as a school's list, each named a little otherwise. */
function listOf(course: Course): { text: string } {
  const rows = pieces(course).map(({ name, score, possible }) =>
    [`${name} (graded)`, score && 'points' in score ? score.points : '', possible].join('\t'),
  );
  return { text: ['Name\tScore\tOut of', ...rows].join('\n') };
}

function line(name: string, figure: string, unit: string): void {
  console.log(`${name.padEnd(64)} ${figure.padStart(10)} ${unit}`);
}

function pooled(): Course {
  const course = largeCourse(1, 2_000);
  return withChildren(course, (category) => ({ ...category, drop: { lowest: 200, by: 'benefit' } }));
}

/** Sixty pieces under rules with conditions: two schemes, replacement, a curve on each category, three requirements. */
function conditions(): Course {
  const course = withChildren(SIXTY, (category) => ({ ...category, curve: { times: '1.02' } }));
  const [first, second, ...rest] = course.root.children as [Category, Category, ...Category[]];
  const source = pieces(course).findLast((piece) => statusOf(piece) === 'open')!;
  const replaced: Category = { ...first, replace: { by: source.id, lowest: 1, excused: true } };
  const weights = (each: string) => Object.fromEntries(rest.map(({ id }) => [id, each]));
  const root: Category = {
    ...course.root,
    combine: 'weights',
    schemes: [
      { name: 'Strong finish', weights: weights('30') },
      { name: 'Steady', weights: weights('10') },
    ],
    children: [replaced, second, ...rest],
  };
  const letters = course.scale.bands.map(({ label }) => label);
  return {
    ...course,
    root,
    requirements: [
      { for: letters[6]!, of: source.id, atLeast: '50' },
      { for: letters[0]!, of: second.id, pieces: 8, each: '70' },
      { for: letters[3]!, of: rest[0]!.id, atLeast: '60' },
    ],
  };
}

/** Sixty pieces whose grade does not only rise: the lowest percent goes, among pieces of unequal points. */
function sinking(): Course {
  return withChildren(SIXTY, (category) => ({
    ...category,
    combine: 'points',
    drop: { lowest: 1, by: 'percent' },
  }));
}

function withChildren(course: Course, change: (category: Category) => Category): Course {
  const children = course.root.children.map((child) => change(child as Category));
  return { ...course, root: { ...course.root, children } };
}

void coreBench();
