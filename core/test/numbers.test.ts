import fc from 'fast-check';
import Fraction from 'fraction.js';
import { exact, lettersOf, rational, roundToStep, type Round } from '../src';
import { least } from '../src/least';
import { reaches, thresholdOf } from '../src/letter';
import { LETTERS } from './sample';

const decimal = fc
  .tuple(fc.nat(999_999), fc.nat(999_999), fc.nat(6))
  .map(([whole, part, places]) => (places === 0 ? `${whole}` : `${whole}.${`${part}`.slice(0, places)}`));
const fraction = fc
  .tuple(fc.bigInt(-(10n ** 30n), 10n ** 30n), fc.bigInt(1n, 10n ** 20n))
  .map(([n, d]) => new Fraction(n, d));

/** The fraction that a float is. */
function ofFloat(float: number): Fraction {
  let whole = float;
  let halvings = 0n;
  for (; !Number.isInteger(whole); halvings += 1n) whole *= 2;
  return new Fraction(BigInt(whole), 2n ** halvings);
}

describe('exact arithmetic', () => {
  it('reads a decimal as the fraction that it is', () => {
    fc.assert(
      fc.property(decimal, (text) => {
        expect(rational(text).toFraction()).toBe(new Fraction(text).toFraction());
      }),
    );
  });

  it('multiplies, divides and sums as the plain operations do, in lowest terms', () => {
    fc.assert(
      fc.property(fraction, fraction, fc.array(fraction, { maxLength: 12 }), (a, b, many) => {
        expect(exact.multiply(a, b).toFraction()).toBe(a.mul(b).toFraction());
        if (b.n !== 0n) expect(exact.divide(a, b).toFraction()).toBe(a.div(b).toFraction());
        const plain = many.reduce((sum, value) => sum.add(value), new Fraction(0));
        expect(exact.sum(many, (value) => value).toFraction()).toBe(plain.toFraction());
      }),
    );
  });

  it('is approximated within a relative 2⁻⁵⁰, or not at all', () => {
    fc.assert(
      fc.property(fraction, (value) => {
        const off = value.sub(ofFloat(exact.approximate(value))).abs();
        expect(off.mul(2n ** 50n).compare(value.abs())).toBeLessThanOrEqual(0);
      }),
    );
    const huge = 10n ** 400n;
    expect(exact.approximate(new Fraction(huge + 1n, huge))).toBeNaN();
    expect(exact.approximate(new Fraction(1n, huge))).toBeNaN();
  });
});

describe('the least of some keys', () => {
  it('are those that sorting exactly finds, whatever the floats say within their error', () => {
    const keys = fc.array(
      fc.tuple(fc.integer({ min: 0, max: 12 }), fc.double({ min: -1, max: 1, noNaN: true })),
      {
        minLength: 1,
        maxLength: 12,
      },
    );
    fc.assert(
      fc.property(keys, fc.nat(), fc.nat(), (drawn, pick, without) => {
        const near = Float64Array.from(drawn, ([key, off]) => key + off);
        const except = drawn.length > 1 && without % 2 ? [without % drawn.length] : [];
        const among = drawn.map((_, index) => index).filter((index) => !except.includes(index));
        const count = 1 + (pick % among.length);
        const compare = (i: number, j: number) => drawn[i]![0] - drawn[j]![0];
        const want = [...among].sort((i, j) => compare(i, j) || i - j).slice(0, count);
        expect(least(count, { near, error: 1, compare }, except)).toEqual(want.sort((i, j) => i - j));
      }),
      { numRuns: 2_000 },
    );
  });

  it('are compared exactly where floats end', () => {
    const near = Float64Array.from([NaN, NaN, NaN]);
    const compare = (i: number, j: number) => [3, 1, 1][i]! - [3, 1, 1][j]!;
    expect(least(1, { near, error: NaN, compare })).toEqual([1]);
    expect(least(2, { near, error: NaN, compare })).toEqual([1, 2]);
  });
});

describe('a cut-off before rounding', () => {
  const round = fc.record<Round>({
    step: fc.constantFrom('1', '0.5', '0.1', '5', '0.3'),
    mode: fc.constantFrom('half-up' as const, 'half-even' as const, 'up' as const, 'down' as const),
  });

  it('is reached by just the values that the scale rounds to it or above', () => {
    fc.assert(
      fc.property(round, fc.nat(400), fc.nat(4_000), (rule, quarters, fortieths) => {
        const letters = lettersOf({ ...LETTERS, round: rule });
        const from = rational(String(quarters)).div(400);
        const value = rational(String(fortieths)).div(4_000);
        const rounded = roundToStep(value, rational(rule.step).div(100), rule.mode!);
        expect(reaches(value, thresholdOf(from, letters))).toBe(rounded.compare(from) >= 0);
      }),
      { numRuns: 3_000 },
    );
  });
});
