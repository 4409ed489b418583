import { exact, type Rounding } from './arithmetic';
import type { Band, Scale } from './course';
import { rounding } from './plan';
import { decimalText, fractionOfPercent, HUNDRED, rational, roundToStep, type Rational } from './rational';

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

/** Whether a value reaches a cut-off after the scale's rounding; both fractions of one. */
export function reaches(value: Rational, from: Rational, letters: Letters): boolean {
  return rounded(value, letters).compare(from) >= 0;
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
