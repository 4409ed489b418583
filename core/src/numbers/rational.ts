import Fraction from 'fraction.js';

/** An exact number: every grade, weight and score is one. Made from text at the borders, never from a float. */
export type Rational = Fraction;

export const ZERO: Rational = new Fraction(0n, 1n);
export const ONE: Rational = new Fraction(1n, 1n);
export const HUNDRED: Rational = new Fraction(100n, 1n);

/**
 * Reads a decimal of a course file, or what `decimalText` has written, which may be below 0.
 *
 * @param text - digits with an optional point, as `decimalSchema` admits them ("17.5"); a minus before them
 * @returns the exact value
 * @throws if the text is no number (a bug: documents are validated before)
 * @example rational('17.5').toFraction() // '35/2'
 */
export function rational(text: string): Rational {
  return quotient(text, 1n);
}

/** A percent read from a document as a fraction of one: "91" gives 91/100. */
export function fractionOfPercent(text: string): Rational {
  return quotient(text, 100n);
}

function quotient(text: string, divisor: bigint): Rational {
  if (text.startsWith('-')) return quotient(text.slice(1), divisor).neg();
  const point = text.indexOf('.');
  if (point < 0) return reduced(BigInt(text), divisor);
  const decimals = text.slice(point + 1);
  return reduced(BigInt(text.slice(0, point) + decimals), divisor * 10n ** BigInt(decimals.length));
}

/** A whole number as a Rational. */
export function whole(value: number): Rational {
  return new Fraction(BigInt(value), 1n);
}

/**
 * The sum of what items hold, over one denominator, so that it is reduced once and not at every step. What comes several times after one
 * another is added once.
 */
export function sumOf<T>(items: readonly T[], valueOf: (item: T) => Rational): Rational {
  let n = 0n;
  let d = 1n;
  let last: Rational | undefined;
  let times = 0;
  for (let at = 0; at <= items.length; at += 1) {
    const value = at < items.length ? valueOf(items[at]!) : undefined;
    times += 1;
    if (value === last) continue;
    if (last) {
      if (last.d !== d && d % last.d !== 0n) {
        const factor = last.d / greatestDivisor(d, last.d);
        n *= factor;
        d *= factor;
      }
      const each = last.d === d ? last.n : last.n * (d / last.d);
      const all = times === 1 ? each : each * BigInt(times);
      n = last.s < 0n ? n - all : n + all;
    }
    last = value;
    times = 0;
  }
  return new Fraction(n, d);
}

/**
 * The product of two values. Each is in lowest terms, so only across can they share a factor; where one of them is small, as a
 * weight is, that is found at once however long the other has grown (D. E. Knuth, The Art of Computer Programming 2, 4.5.1).
 */
export function productOf(a: Rational, b: Rational): Rational {
  return inLowestTerms(a.s * b.s, a.n, a.d, b.n, b.d);
}

/** The quotient of two values, of which the second is not 0. */
export function quotientOf(a: Rational, b: Rational): Rational {
  return inLowestTerms(a.s * b.s, a.n, a.d, b.d, b.n);
}

/** Negative, zero or positive, as for a sort. What is compared by the package is first taken apart as text could be. */
export function compareOf(a: Rational, b: Rational): number {
  if (a === b) return 0;
  const difference = a.d === b.d ? a.s * a.n - b.s * b.n : a.s * a.n * b.d - b.s * b.n * a.d;
  return difference === 0n ? 0 : difference > 0n ? 1 : -1;
}

/** A fraction that is not negative, in lowest terms. */
function reduced(n: bigint, d: bigint): Rational {
  const common = d === 1n ? d : greatestDivisor(n, d);
  const value = new Fraction();
  value.n = n / common;
  value.d = d / common;
  return value;
}

function inLowestTerms(sign: bigint, n1: bigint, d1: bigint, n2: bigint, d2: bigint): Rational {
  const first = greatestDivisor(n1, d2);
  const second = greatestDivisor(n2, d1);
  const product = new Fraction();
  product.n = (n1 / first) * (n2 / second);
  product.d = (d1 / second) * (d2 / first);
  product.s = product.n === 0n ? 1n : sign;
  return product;
}

function greatestDivisor(a: bigint, b: bigint): bigint {
  while (b !== 0n) [a, b] = [b, a % b];
  return a;
}

/** A float within a relative 2⁻⁵⁰ of a value; `NaN` where its numerator or denominator is beyond floats. */
export function toFloat(value: Rational): number {
  const n = Number(value.n);
  const d = Number(value.d);
  return n < Infinity && d < Infinity ? (value.s < 0n ? -n : n) / d : NaN;
}

/** The whole number at or below (`floor`) or at or above (`ceil`) a value that is not negative. */
function floorOf(value: Rational): bigint {
  return value.n / value.d;
}

/** How a value between two steps is decided (grading rules, section 6). */
export type RoundingMode = 'half-up' | 'half-even' | 'up' | 'down';

/**
 * Rounds a value that is not negative to a multiple of a step.
 *
 * @param value - the value, in any unit
 * @param step - the distance between two allowed values, above 0, in the same unit
 * @param mode - what happens between them
 * @returns the multiple of `step`
 * @example roundToStep(rational('84.5'), ONE, 'half-even').toString() // '84'
 */
export function roundToStep(value: Rational, step: Rational, mode: RoundingMode): Rational {
  const steps = value.div(step);
  const below = floorOf(steps);
  const rest = steps.n - below * steps.d;
  if (rest === 0n) return value;
  const twice = rest * 2n;
  const half = twice === steps.d;
  const up =
    mode === 'up' ||
    (mode === 'half-up' && twice >= steps.d) ||
    (mode === 'half-even' && (twice > steps.d || (half && below % 2n === 1n)));
  return new Fraction(up ? below + 1n : below, 1n).mul(step);
}

/**
 * Ten times the root of a percent, to the nearest hundredth of a percent, halves up: the largest *n* with (2*n* − 1)² ≤ 4·10⁶·*x*, in
 * hundredths, decided with whole numbers alone.
 *
 * @param value - a fraction of one, not negative
 * @returns a fraction of one
 * @example rootCurve(rational('0.64')).toString() // '0.8'
 */
export function rootCurve(value: Rational): Rational {
  const most = integerRoot((4n * 10n ** 8n * value.n) / value.d);
  return new Fraction((most + 1n) / 2n, 10_000n);
}

/** The largest whole number whose square is not above a value: Newton's method from above. */
function integerRoot(value: bigint): bigint {
  if (value < 2n) return value;
  let root = 1n << BigInt((value.toString(2).length + 1) >> 1);
  for (;;) {
    const next = (root + value / root) >> 1n;
    if (next >= root) return root;
    root = next;
  }
}

/**
 * The shortest decimal text of a value, cut to a number of decimals, halves away from zero.
 *
 * @param value - any value, negative too
 * @param decimals - how many decimals at most
 * @param keepZeros - true to write exactly that many decimals
 * @returns for example "74.5"; never "-0"
 */
export function decimalText(value: Rational, decimals: number, keepZeros = false): string {
  const scale = 10n ** BigInt(decimals);
  const magnitude = (2n * value.n * scale + value.d) / (2n * value.d);
  const negative = value.s < 0n && magnitude > 0n;
  const integer = (magnitude / scale).toString();
  let digits = decimals > 0 ? (magnitude % scale).toString().padStart(decimals, '0') : '';
  if (!keepZeros) digits = digits.replace(/0+$/, '');
  return `${negative ? '-' : ''}${integer}${digits === '' ? '' : `.${digits}`}`;
}

/** A fraction in lowest terms: "149/2", or "90" for a whole number. */
export function fractionText(value: Rational): string {
  return value.toFraction();
}
