import { randomGamma, randomNormal } from 'd3-random';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { lettersOf, thresholdOf } from '../grading/letter';
import type { Scale } from '../document/course';
import type { Outlooks } from '../grading/outlook';
import type { Plan, PlannedPiece } from '../grading/plan';
import { floating } from '../numbers/arithmetic';
import { fractionOfPercent, ONE, toFloat, ZERO } from '../numbers/rational';
import { isUnknown } from '../search/reach';
import { requirementChance } from '../search/requirement';
import { Variation } from '../search/variation';

/** What a student may assume otherwise. */
export interface ChanceAssumptions {
  /** How far scores scatter, as a multiple of how far the recorded ones do. */
  readonly spread: number;
  /** What more (or, below 0, less) effort brings on every open piece, in percent points. */
  readonly effort: number;
}

export const USUAL_ASSUMPTIONS: ChanceAssumptions = { spread: 1, effort: 0 };

/** How a course may end, by simulation. Probabilities and percents are floats: none of this decides a grade. */
export interface Chance {
  readonly runs: number;
  /** The probability of ending in each band, highest first; they add up to 1. */
  readonly bands: readonly { readonly label: string; readonly probability: number }[];
  /** The middle of the ends, and what nine of ten lie above, and below; percent. */
  readonly middle: number;
  readonly low: number;
  readonly high: number;
  /** How many runs ended in each whole percent: the first bin is `start` to `start` + 1. */
  readonly histogram: { readonly start: number; readonly counts: readonly number[] };
}

/** Why there is no simulation, in words. */
export interface NoChance {
  readonly why: string;
}

export const CHANCE_RUNS = 20_000;
/** Any number will do; the same one every time gives the same chances for the same record. */
const SEED = 20_261_004;
/** Fewer scores say nothing about how far scores scatter. */
const FEWEST = 4;
const COUNTS = [
  'There are no scores',
  'There is one score',
  'There are two scores',
  'There are three scores',
];

/** How much the course's own mean says of a category's, in scores. */
const MEAN_STRENGTH = 2;
/** How much the course's own scatter says of a category's, in scores. */
const SPREAD_STRENGTH = 4;
/** Nobody is surer than this of a score: the least standard deviation, a fraction of full marks. */
const LEAST_SPREAD = 0.03;
/** How far scores scatter within a category where little is known: a standard deviation, and how many scores it is worth. */
const USUAL = { spread: 0.09, strength: 5 };
/** How far a student's level moves from the weeks that are over to those to come: a standard deviation, fraction of full marks. */
const DRIFT = 0.02;
/** How much of the scatter is common to all that is still to come: good times and bad ones. */
export const COMMON = 0.2;

/** What is known of the scores of a category, or of the whole course; fractions of full marks. */
interface Scores {
  readonly count: number;
  readonly mean: number;
  /** The sum of squared distances from the mean. */
  readonly squares: number;
}

/** What a category's scores to come are drawn from. */
export interface ScoreSource {
  /** Its mean, where the course's own is at 0, and how much of the course's mean is in it. */
  readonly own: number;
  readonly pull: number;
  /** How many scores its mean is worth, and its scatter; degrees of freedom and mean square. */
  readonly strength: number;
  readonly freedom: number;
  readonly square: number;
}

/** The model of one student in one course: how its open scores are drawn. */
export interface ChanceModel {
  readonly mean: number;
  /** The standard error of the course's mean. */
  readonly error: number;
  readonly sources: readonly ScoreSource[];
  /** The open pieces that are drawn, and which source each is drawn from. */
  readonly pieces: readonly PlannedPiece[];
  readonly from: readonly number[];
}

/**
 * How a student's scores in a course scatter. Each category has a mean and a variance of its own, drawn toward the course's where there
 * are few scores: the conjugate normal model with unknown mean and variance (A. Gelman and others, Bayesian Data Analysis, 3rd
 * edition, section 3.3: the update of κ, μ, ν and σ² is taken over whole), its prior taken from the course as a whole. Only scores count
 * as data: work that is missing or excused says nothing about how well work goes.
 *
 * @param plan - a planned course
 * @param record - the course whose scores are data: the same, unless scores are only tried on it
 * @returns the model, or why the scores are too few
 */
export function chanceModel(plan: Plan, record = plan): ChanceModel | NoChance {
  const scored = record.pieces.filter(
    ({ status, settlement, insideExtra, takesPart }) =>
      status === 'scored' && settlement === 'settled' && !insideExtra && takesPart,
  );
  const values = scored.map(({ entered }) => toFloat(entered!));
  if (scored.length < FEWEST)
    return { why: `${COUNTS[scored.length]} yet. A chance worth telling takes at least ${FEWEST}.` };
  const byCategory = new Map<string | undefined, number[]>();
  scored.forEach(({ parent }, index) =>
    byCategory.set(parent?.id, [...(byCategory.get(parent?.id) ?? []), values[index]!]),
  );
  const groups = [...byCategory.values()].map(scoresIn);
  const whole = scoresIn(values);
  // The scatter within categories; where each holds but one score, about the course's mean.
  const freedom = groups.reduce((sum, { count }) => sum + count - 1, 0);
  const squares = freedom > 0 ? groups.reduce((sum, group) => sum + group.squares, 0) : whole.squares;
  const within =
    (USUAL.strength * USUAL.spread ** 2 + squares) /
    (USUAL.strength + (freedom > 0 ? freedom : whole.count - 1));
  // The mean of a scaled inverse chi-squared variable is more than its scale: the scale is taken from the mean.
  const square = (within * (SPREAD_STRENGTH - 2)) / SPREAD_STRENGTH;
  const moving = plan.pieces.filter((piece) => isUnknown(piece) && piece.takesPart);
  const homes = [...new Set(moving.map(({ parent }) => parent?.id))];
  const sources = homes.map((home) => sourceOf(byCategory.get(home), square, whole.mean));
  return {
    mean: whole.mean,
    // Of the categories' means about the course's, of the scores about theirs, and of the weeks to come about those that were.
    error: Math.sqrt(within * (1 / (MEAN_STRENGTH * groups.length) + 1 / whole.count) + DRIFT ** 2),
    sources,
    pieces: moving,
    from: moving.map(({ parent }) => homes.indexOf(parent?.id)),
  };
}

function scoresIn(values: readonly number[]): Scores {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return {
    count: values.length,
    mean,
    squares: values.reduce((sum, value) => sum + (value - mean) ** 2, 0),
  };
}

/** @param prior - the course's mean, which a category's is drawn toward */
function sourceOf(values: readonly number[] | undefined, square: number, prior: number): ScoreSource {
  const { count, mean, squares } = values ? scoresIn(values) : { count: 0, mean: 0, squares: 0 };
  const strength = MEAN_STRENGTH + count;
  const freedom = SPREAD_STRENGTH + count;
  const away = ((MEAN_STRENGTH * count) / strength) * (mean - prior) ** 2;
  return {
    own: (count * mean) / strength,
    pull: MEAN_STRENGTH / strength,
    strength,
    freedom,
    square: Math.max((SPREAD_STRENGTH * square + squares + away) / freedom, LEAST_SPREAD ** 2),
  };
}

/**
 * A source of open scores drawn from a model: each call gives those of one way that the term may go, by the pieces' places. Means and
 * scores lie between nothing and full marks and have the mean and, as far as there is room, the variance that the model says: beta
 * distributions by their first two moments. What the common part of the scatter brings moves the mean of all of one way alike.
 *
 * @param seed - the same seed draws the same
 */
export function drawer(
  { mean, error, sources, from }: ChanceModel,
  seed: number,
  { spread, effort }: ChanceAssumptions = USUAL_ASSUMPTIONS,
): () => Float64Array {
  const generator = xoroshiro128plus(seed);
  const uniform = () => uniformFloat64(generator);
  const normal = randomNormal.source(uniform)(0, 1);
  const gammaOf = randomGamma.source(uniform);
  const gammas = sources.map(({ freedom }) => gammaOf(freedom / 2, 1));
  const between = (middle: number, variance: number) => {
    const m = Math.min(1 - EDGE, Math.max(EDGE, middle));
    // How many scores the distribution is as sure as; where the variance has no room, as unsure as one can be.
    const sureness = Math.max((m * (1 - m)) / variance - 1, UNSUREST);
    const up = gammaOf(m * sureness, 1)();
    const down = gammaOf((1 - m) * sureness, 1)();
    return up + down > 0 ? up / (up + down) : m;
  };
  const means = new Float64Array(sources.length);
  const variances = new Float64Array(sources.length);
  const drawn = new Float64Array(from.length);
  return () => {
    const course = between(mean, error ** 2);
    const common = normal();
    sources.forEach(({ own: category, pull, strength, freedom, square }, index) => {
      const variance = (freedom * square) / (2 * gammas[index]!());
      const middle = between(category + pull * course, variance / strength) + effort / 100;
      variances[index] = variance * spread ** 2;
      means[index] = shifted(middle, common * Math.sqrt(COMMON * variances[index]));
    });
    for (let index = 0; index < from.length; index += 1) {
      const source = from[index]!;
      drawn[index] = between(means[source]!, (1 - COMMON) * variances[source]!);
    }
    return drawn;
  };
}

/** No mean is nearer to nothing, or to full marks. */
const EDGE = 1e-3;
/** The least that a distribution is sure of, in scores: nearly all or nothing. */
const UNSUREST = 0.5;

/** A mean moved up or down by what its room to that side allows: as far down as up, so that it stays the mean. */
function shifted(middle: number, by: number): number {
  const room = Math.max(0, Math.min(middle, 1 - middle));
  return middle + Math.max(-room, Math.min(room, by));
}

/** A simulation under way, a part at a time, so that what runs it can be told to stop. */
export interface Simulation {
  /** Runs some more. @returns whether more are to come */
  readonly go: (runs: number) => boolean;
  readonly result: () => Chance;
}

/**
 * Simulates how a course may end: its open pieces drawn from the student's own scores, everything else as it is. What is assumed stays
 * at its assumption, and extra credit that is open brings nothing.
 *
 * @param outlooks - the course's outlooks
 * @param record - the course whose scores are data, where scores are only tried on that one
 * @returns a simulation to run, or why there is none
 */
export function simulate(
  { plan, supposing }: Outlooks,
  assumptions: ChanceAssumptions = USUAL_ASSUMPTIONS,
  { runs = CHANCE_RUNS, record = plan }: { runs?: number | undefined; record?: Plan | undefined } = {},
): Simulation | NoChance {
  const model = chanceModel(plan, record);
  if ('why' in model) return model;
  if (model.pieces.length === 0) return { why: 'Nothing is open, so nothing is left to chance.' };
  const base = supposing(({ assumed, insideExtra }) => assumed ?? (insideExtra ? ZERO : ONE));
  if (!base.worth) return { why: 'The course has no grade yet that could end anywhere.' };
  const held = requirementChance(base, plan, model.pieces);
  const variation = new Variation(base, model.pieces, floating, held.nodes);
  const draw = drawer(model, SEED, assumptions);
  const ends = new Float64Array(runs);
  const best = new Uint8Array(held.isNeeded ? runs : 0);
  let done = 0;
  return {
    go: (more) => {
      for (const last = Math.min(runs, done + more); done < last; done += 1) {
        const drawn = draw();
        const bring = (index: number) => drawn[index]!;
        ends[done] = variation.valueAt(bring) ?? 0;
        if (held.isNeeded) best[done] = held.best((node) => variation.valueOf(node, bring));
      }
      return done < runs;
    },
    result: () => {
      const { scale } = plan.course;
      const reached = held.isNeeded
        ? heldCounts(scale, ends.subarray(0, done), best.subarray(0, done))
        : undefined;
      return summary(plan, ends.subarray(0, done).sort(), reached);
    },
  };
}

/** The whole of a simulation at once. */
export function chance(
  outlooks: Outlooks,
  assumptions?: ChanceAssumptions,
  runs?: number,
): Chance | NoChance {
  const simulation = simulate(outlooks, assumptions, { runs });
  if ('why' in simulation) return simulation;
  simulation.go(Infinity);
  return simulation.result();
}

/** How many ends are in each band or above it, where requirements hold some back. */
function heldCounts(scale: Scale, ends: Float64Array, best: Uint8Array): number[] {
  const letters = lettersOf(scale);
  const bounds = scale.bands.map(({ from }) => thresholdOf(fractionOfPercent(from), letters));
  const floors = bounds.map(({ least, within }) => toFloat(least) + (within ? -TINY : TINY));
  const reached = floors.map(() => 0);
  ends.forEach((end, run) => {
    const place = Math.max(
      floors.findIndex((floor) => end >= floor),
      best[run]!,
    );
    for (let band = place; band < reached.length; band += 1) reached[band]! += 1;
  });
  return reached;
}

/**
 * @param ends - in rising order, fractions of the whole
 * @param counts - how many ends are in each band or above it, where not their percent alone decides
 */
function summary({ course }: Plan, ends: Float64Array, counts?: readonly number[]): Chance {
  const letters = lettersOf(course.scale);
  const runs = ends.length;
  let above = 0;
  const bands = course.scale.bands.map(({ label, from }, place) => {
    const { least, within } = thresholdOf(fractionOfPercent(from), letters);
    const reached = counts?.[place] ?? runs - placeOf(ends, toFloat(least), within);
    const probability = (reached - above) / runs;
    above = reached;
    return { label, probability };
  });
  const at = (part: number) => ends[Math.min(runs - 1, Math.floor(part * runs))]! * 100;
  const start = Math.floor(ends[0]! * 100);
  const bins = new Array<number>(Math.floor(ends[runs - 1]! * 100) - start + 1).fill(0);
  for (const end of ends) bins[Math.floor(end * 100) - start]! += 1;
  return { runs, bands, middle: at(0.5), low: at(0.1), high: at(0.9), histogram: { start, counts: bins } };
}

/** What floats may be off by: an end that lies on a cut-off reaches it. */
const TINY = 1e-12;

/** How many of some rising values do not reach a threshold. */
function placeOf(values: Float64Array, least: number, within: boolean): number {
  const from = within ? least - TINY : least + TINY;
  let low = 0;
  let high = values.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (values[middle]! >= from) high = middle;
    else low = middle + 1;
  }
  return low;
}
