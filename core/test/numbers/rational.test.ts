import fc from 'fast-check';
import Fraction from 'fraction.js';
import { exact } from '../../src/numbers/arithmetic';
import { rational } from '../../src/numbers/rational';

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
        const below = rational(`-${text}`);
        expect(below.toFraction()).toBe(new Fraction(`-${text}`).toFraction());
        expect(below.compare(0)).toBe(rational(text).n === 0n ? 0 : -1);
      }),
    );
  });

  it('multiplies, divides, sums and compares as the plain operations do, in lowest terms', () => {
    fc.assert(
      fc.property(fraction, fraction, fc.array(fraction, { maxLength: 12 }), (a, b, many) => {
        expect(exact.multiply(a, b).toFraction()).toBe(a.mul(b).toFraction());
        if (b.n !== 0n) expect(exact.divide(a, b).toFraction()).toBe(a.div(b).toFraction());
        const plain = many.reduce((sum, value) => sum.add(value), new Fraction(0));
        expect(exact.sum(many, (value) => value).toFraction()).toBe(plain.toFraction());
        expect(exact.compare(a, b)).toBe(a.compare(b));
        expect(exact.compare(a, new Fraction(a))).toBe(0);
      }),
    );
  });

  it('sums what comes many times as often as it comes', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fraction, fc.nat(5)), { maxLength: 8 }), (runs) => {
        const many = runs.flatMap(([value, times]) => Array.from({ length: times }, () => value));
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
