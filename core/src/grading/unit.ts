import type { Scale } from '../document/course';
import type { Decimal } from '../numbers/decimal';
import { decimalText, HUNDRED, rational } from '../numbers/rational';

/** The unit of a scale: what 100 percent is written as. */
type Unit = Pick<Scale, 'outOf'>;

/** A percent as it is written in the unit of a scale: 59.25 is "2.37" of 4. */
export function inUnit(percent: Decimal, { outOf }: Unit): string {
  const value = rational(percent);
  return decimalText(
    outOf === undefined ? value : value.mul(rational(outOf)).div(HUNDRED),
    outOf === undefined ? 6 : 4,
  );
}

/** A percent with its unit: "59.25%", "2.37 of 4". */
export function gradeInUnit(percent: Decimal, unit: Unit): string {
  const sign = unit.outOf === undefined ? '%' : ` of ${decimalText(rational(unit.outOf), 6)}`;
  return `${inUnit(percent, unit)}${sign}`;
}

/** A number written in the unit of a scale as a percent, to six decimals. */
export function fromUnit(text: Decimal, { outOf }: Unit): Decimal {
  return outOf === undefined ? text : decimalText(rational(text).mul(HUNDRED).div(rational(outOf)), 6);
}
