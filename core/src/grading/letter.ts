import type { Band, Scale } from '../document/course';
import { exact, type Rounding } from '../numbers/arithmetic';
import {
  decimalText,
  fractionOfPercent,
  HUNDRED,
  ONE,
  rational,
  roundToStep,
  ZERO,
  type Rational,
} from '../numbers/rational';
import { rounding } from '../rules/round';
import type { Derivation } from './combine';
import type { Plan, PlannedRequirement } from './plan';
import { judge, type Judged } from './requirement';

const HALF = fractionOfPercent('50');

/** A grading scale ready to decide letters: cut-offs as fractions of one, highest first. */
export interface Letters {
  readonly bands: readonly { readonly band: Band; readonly from: Rational }[];
  readonly round: Rounding<Rational> | undefined;
  /** What a value of one is written as, where that is not 100 percent. */
  readonly outOf: Rational | undefined;
  /** What letters need beside the percent. */
  readonly requirements: readonly PlannedRequirement[];
}

/** A scale by its percents alone; or a planned course's, with what its letters need beside. */
export function lettersOf(scale: Scale, requirements: readonly PlannedRequirement[] = []): Letters {
  return {
    requirements,
    bands: scale.bands.map((band) => ({ band, from: fractionOfPercent(band.from) })),
    round: rounding(scale.round),
    outOf: scale.outOf === undefined ? undefined : rational(scale.outOf),
  };
}

/** The course's value as the scale rounds it, a fraction of one. */
export function rounded(value: Rational, { round }: Letters): Rational {
  return round ? exact.round(value, round) : value;
}

/** The values that reach a cut-off: all above one, and perhaps that one itself; fractions of one. */
export interface Threshold {
  readonly least: Rational;
  /** Whether the least itself reaches it. */
  readonly within: boolean;
}

/**
 * The values that the scale rounds to a cut-off or above it.
 *
 * @param from - the cut-off, a fraction of one
 * @example thresholdOf(fractionOfPercent('90'), letters) // from 0.895 on where the scale rounds half up to whole percents
 */
export function thresholdOf(from: Rational, { round }: Letters): Threshold {
  if (!round) return { least: from, within: true };
  const { step, mode } = round;
  const steps = roundToStep(from.div(step), ONE, 'up');
  if (mode === 'down') return { least: steps.mul(step), within: true };
  if (steps.n === 0n) return { least: ZERO, within: true };
  if (mode === 'up') return { least: steps.sub(ONE).mul(step), within: false };
  return { least: steps.sub(HALF).mul(step), within: mode === 'half-up' || steps.n % 2n === 0n };
}

/** Whether a value is one that reaches a cut-off. */
export function reaches(value: Rational, { least, within }: Threshold): boolean {
  const order = value.compare(least);
  return order > 0 || (within && order === 0);
}

/**
 * The band that a course's value gets (grading rules, section 6).
 *
 * @param value - a fraction of one, exact, not rounded
 * @returns the band; every value has one, as the lowest starts at 0
 */
export function bandOf(value: Rational, letters: Letters): Band {
  const reached = rounded(value, letters);
  return letters.bands.find(({ from }) => reached.compare(from) >= 0)!.band;
}

/** A letter under an outlook, and what holds it below the one that the percent alone would bring. */
export interface Letter {
  readonly band: Band;
  /** The failing requirements that the better letter needs; empty where nothing holds it back. */
  readonly held: readonly Judged[];
  /** What the percent alone would bring. */
  readonly alone: Band;
}

/**
 * The letter of an outlook (grading rules, sections 6 and 19): the best band that the percent reaches and for which no requirement fails.
 *
 * @param derivation - of the course's root
 * @param letters - those of the course, with its requirements
 * @returns nothing where it has no value
 */
export function letterOf(derivation: Derivation | undefined, letters: Letters): Letter | undefined {
  if (!derivation?.worth) return undefined;
  const { bands, requirements } = letters;
  const alone = bandOf(derivation.worth.value, letters);
  if (requirements.length === 0) return { band: alone, alone, held: [] };
  const place = bands.findIndex(({ band }) => band === alone);
  const failing = judge(derivation, requirements).filter(({ verdict }) => verdict === 'failed');
  const reached = Math.max(place, ...failing.map(({ requirement }) => requirement.band + 1));
  return {
    band: bands[reached]!.band,
    alone,
    held: failing.filter(({ requirement }) => requirement.band >= place),
  };
}

/** The letters of a planned course, with what they need beside the percent. */
export function courseLetters({ course, requirements }: Plan): Letters {
  return lettersOf(course.scale, requirements);
}

/** Decimals beyond which a percent is told by the cut-off that it misses. */
const MOST_DECIMALS = 4;

/**
 * A percent for people: rounded to as many decimals as are asked for, more where those would seem to reach a cut-off that is missed,
 * or to miss one that is reached. It is always rounded, never cut off.
 *
 * @param value - a fraction of one
 * @param decimals - how many where that is honest
 * @returns percent without its sign; where the scale has a unit, "2.37 of 4"
 * @example shownPercent(fractionOfPercent('79.96'), letters) // '79.96' where a cut-off is 80, else '80.0'
 * @example shownPercent(fractionOfPercent('79.9999999'), letters) // 'just below 80'
 */
export function shownPercent(value: Rational, letters: Letters, decimals = 1): string {
  const { outOf = HUNDRED } = letters;
  const written = value.mul(outOf);
  const unit = letters.outOf ? ` of ${decimalText(outOf, 6)}` : '';
  const { label } = bandOf(value, letters);
  for (let shown = letters.outOf ? Math.max(decimals, 2) : decimals; shown <= MOST_DECIMALS; shown += 1) {
    const text = decimalText(written, shown, true);
    if (bandOf(rational(text).div(outOf), letters).label === label) return `${text}${unit}`;
  }
  const missed = letters.bands.findLast(({ band, from }) => band.label !== label && from.compare(value) > 0);
  const cutOff = missed && decimalText(missed.from.mul(outOf), 6);
  return cutOff === undefined ? `${decimalText(written, 6, true)}${unit}` : `just below ${cutOff}${unit}`;
}
