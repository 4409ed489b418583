import { exact, type Rounding } from './arithmetic';
import type { Band, Scale } from './course';
import { rounding } from './plan';
import {
  decimalText,
  fractionOfPercent,
  HUNDRED,
  ONE,
  rational,
  roundToStep,
  ZERO,
  type Rational,
} from './rational';

const HALF = fractionOfPercent('50');

/** A grading scale ready to decide letters: cut-offs as fractions of one, highest first. */
export interface Letters {
  readonly bands: readonly { readonly band: Band; readonly from: Rational }[];
  readonly round: Rounding<Rational> | undefined;
}

export function lettersOf(scale: Scale): Letters {
  return {
    bands: scale.bands.map((band) => ({ band, from: fractionOfPercent(band.from) })),
    round: rounding(scale.round),
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

/** The values that the scale rounds to a cut-off or above it. */
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

/**
 * A percent for people: one decimal where that is honest, more where one would seem to reach a cut-off that is missed, or
 * to miss one that is reached.
 *
 * @param value - a fraction of one
 * @returns percent without its sign, for example "79.96"
 */
export function shownPercent(value: Rational, letters: Letters): string {
  const percent = value.mul(HUNDRED);
  const label = bandOf(value, letters).label;
  const isHonest = (text: string) => bandOf(fractionOfPercent(text), letters).label === label;
  let text = '';
  for (let decimals = 1; decimals <= 6; decimals += 1) {
    text = decimalText(percent, decimals, true);
    if (isHonest(text)) return text;
    const step = rational('10').pow(-decimals)!;
    text = decimalText(roundToStep(percent, step, 'down'), decimals, true);
    if (isHonest(text)) return text;
  }
  return text;
}
