import type { Course, Figure, Scale, SchoolFigure } from '../document/course';
import type { Derivation } from '../grading/combine';
import { bandOf, courseLetters, letterOf, lettersOf, rounded, type Letters } from '../grading/letter';
import { OUTLOOKS, type OutlookName, type Outlooks } from '../grading/outlook';
import { inUnit } from '../grading/unit';
import { isDecimal, typedDecimal, type Decimal } from '../numbers/decimal';
import { HUNDRED, ONE, rational, toFloat, type Rational } from '../numbers/rational';

/** A figure as it is read off: "84.6", "B+", "412/480". */
export function figureText(figure: Figure): string {
  if ('percent' in figure) return figure.percent;
  return 'label' in figure ? figure.label : `${figure.earned}/${figure.possible}`;
}

/**
 * Reads a figure as it is typed or copied: a percent with or without its sign, points of a whole, or a letter of the scale. In a scale
 * with a unit a bare number up to that unit is a grade written in it.
 *
 * @returns the figure; a percent with as many decimals as were typed; or what would be understood
 */
export function readFigure(
  typed: string,
  scale: Scale,
): { readonly figure: Figure } | { readonly said: string } {
  const text = typed.trim();
  const band = scale.bands.find(({ label }) => same(label) === same(text));
  if (band) return { figure: { label: band.label } };
  const [, earned, possible] = /^([\d.,]+)\s*(?:\/|of|out of)\s*([\d.,]+)$/i.exec(text) ?? [];
  if (earned !== undefined && possible !== undefined) {
    const [top, bottom] = [typedDecimal(earned), typedDecimal(possible)];
    if (isDecimal(top) && isDecimal(bottom) && Number(bottom) > 0)
      return { figure: { earned: top, possible: bottom } };
  }
  const bare = text.replace(',', '.');
  const { outOf } = scale;
  if (outOf !== undefined && isDecimal(bare) && rational(bare).compare(rational(outOf)) <= 0)
    return { figure: { earned: bare, possible: outOf } };
  const percent = bare.replace(/\s*%$/, '');
  if (isDecimal(percent)) return { figure: { percent } };
  const labels = scale.bands.map(({ label }) => label).join(', ');
  const likely = outOf === undefined ? '84.6' : `${inUnit('84.6', scale)} of ${outOf}`;
  return { said: `“${text}” is no grade. Try ${likely}, 412/480 or a letter of the scale: ${labels}.` };
}

const same = (label: string) => label.toLowerCase().replace(/[−–]/g, '-');

/** A figure without when it was seen and what was noted of it. */
function figureOf(school: SchoolFigure): Figure {
  const { seen: _seen, note: _note, ...figure } = school;
  return figure;
}

/**
 * What values a figure is shown for, fractions of one: those from `from` on and below `below`, or, where both are the same, that one alone.
 * Nothing of a letter, which the scale decides.
 */
interface Window {
  /** The figure itself. */
  readonly shown: Rational;
  readonly from: Rational;
  readonly below: Rational;
}

/**
 * The values that show as a figure (`docs/grading-rules.md`, section 20): rounded half up to as many decimals as it has, or cut off after them;
 * so is a grade in the unit of the scale. Points of any other whole are the percent that they make, exactly.
 *
 * @param unit - what 100 percent is written as; nothing where the scale has no unit
 */
export function windowOf(figure: Figure, unit: Rational | undefined): Window | undefined {
  if ('label' in figure) return undefined;
  if ('percent' in figure) return windowAround(figure.percent, HUNDRED);
  const whole = rational(figure.possible);
  if (unit?.equals(whole)) return windowAround(figure.earned, whole);
  const value = rational(figure.earned).div(whole);
  return { shown: value, from: value, below: value };
}

/** The values that show as a number with its decimals, where 1 is written as `whole`. */
function windowAround(shown: Decimal, whole: Rational): Window {
  const [, part = ''] = shown.split('.');
  const step = ONE.div(rational(`1${'0'.repeat(part.length)}`));
  const value = rational(shown);
  return {
    shown: value.div(whole),
    from: value.sub(step.div(rational('2'))).div(whole),
    below: value.add(step).div(whole),
  };
}

function isWithin(value: Rational, { from, below }: Window): boolean {
  const order = value.compare(from);
  return order === 0 || (order > 0 && value.compare(below) < 0);
}

/** Whether a derivation of a course's root shows as a figure: its percent, or its letter. */
export function showsAs(derivation: Derivation | undefined, letters: Letters, figure: Figure): boolean {
  const value = derivation?.worth?.value;
  if (value === undefined) return false;
  const window = windowOf(figure, letters.outOf);
  if (window) return isWithin(value, window);
  return 'label' in figure && letterOf(derivation, letters)!.band.label === figure.label;
}

/** The outlooks that show as a figure, before or after the scale's rounding. */
export function agreeing(found: Outlooks, figure: Figure): OutlookName[] {
  const letters = courseLetters(found.plan);
  const window = windowOf(figure, letters.outOf);
  return OUTLOOKS.filter((name) => {
    const value = found[name]?.worth?.value;
    return (
      value !== undefined &&
      (showsAs(found[name], letters, figure) ||
        (window !== undefined && isWithin(rounded(value, letters), window)))
    );
  });
}

/** The figure of a course, if its school has shown one. */
export function schoolFigure({ school }: Course): Figure | undefined {
  return school && figureOf(school);
}

/** What floats of what is exactly equal may differ by. */
export const CLOSE = 1e-10;

/** Where a float near a standing lies beside a figure: 0 where it can show as it, below 0 where it is lower. */
export function sideOf(figure: Figure, course: Course): (value: number | undefined) => number {
  const { outOf } = course.scale;
  const window = windowOf(figure, outOf === undefined ? undefined : rational(outOf));
  if (window) {
    const [low, high] = [toFloat(window.from) - CLOSE, toFloat(window.below) + CLOSE];
    return (value = -1) => (value < low ? -1 : value > high ? 1 : 0);
  }
  if (!('label' in figure)) return () => 1;
  const { label } = figure;
  // What a letter needs beside the percent can only lower it; what the percent brings decides but for that.
  if (course.requirements) return (value) => (value === undefined ? -1 : 0);
  const letters = lettersOf(course.scale);
  const place = course.scale.bands.findIndex((band) => band.label === label);
  return (value) => {
    if (value === undefined) return -1;
    const reached = course.scale.bands.indexOf(bandOf(rational(Math.max(0, value).toFixed(12)), letters));
    return Math.sign(place - reached);
  };
}
