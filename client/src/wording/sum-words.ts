import { decimalText, HUNDRED, type Derivation, type Part, type Rational } from '@fidens/core';
import { percent } from './words';

/** With more children than this only their sum is said. */
const MOST = 5;

/**
 * How a category adds up, by its own numbers: "17.5 + 12 of 40 points = 73.8%".
 *
 * @param derivation - the category in an outlook
 * @returns nothing where it has no value
 */
export function sumWords({
  category,
  parts,
  numerator: above,
  denominator: below,
  worth,
}: Derivation): string | undefined {
  if (!worth || below.n === 0n) return undefined;
  const regular = parts.filter(({ role }) => role === 'regular');
  const extra = parts.filter(({ role }) => role === 'extra');
  const dropped = parts.filter(({ role }) => role === 'dropped lowest' || role === 'dropped highest');
  const { combine } = category;
  const terms = [
    ...regular.map((part) => termOf(part, combine)),
    ...extra.map((part) => `${termOf(part, combine)} extra`),
  ];
  const unit = combine === 'points' ? above : above.mul(HUNDRED);
  const sum = terms.length > MOST ? `${terms.length} together ${decimalText(unit, 2)}` : terms.join(' + ');
  const bare = combine !== 'points' && regular.length === 1 && extra.length === 0;
  const whole = bare ? `${regular[0]!.node.name} alone: ` : `${over(sum, below, combine, terms.length)} = `;
  const raw = above.div(below);
  const isRaw = raw.equals(worth.value);
  const counts = isRaw ? '' : `, counts ${percent(worth.value)}%`;
  // What is rounded or capped is shown near enough to see which way it goes.
  const shown = decimalText(raw.mul(HUNDRED), isRaw ? 1 : 3);
  const without = dropped.length > 0 ? ` · ${dropped.map(({ node }) => node.name).join(', ')} dropped` : '';
  return `${whole}${shown}%${counts}${without}`;
}

function over(
  sum: string,
  below: Rational,
  combine: Derivation['category']['combine'],
  terms: number,
): string {
  const all = decimalText(below, 2);
  if (combine === 'points') return `${sum} of ${all} points`;
  return terms > 1 && terms <= MOST ? `(${sum}) ÷ ${all}` : `${sum} ÷ ${all}`;
}

/** One child's part in the sum: its points, its percent, or its percent times its weight. */
function termOf(
  { numerator: above, denominator: below, worth }: Part,
  combine: Derivation['category']['combine'],
): string {
  if (combine === 'points') return decimalText(above, 2);
  const own = percent(worth!.value);
  return combine === 'equal' || below.n === 0n ? own : `${own} × ${decimalText(below, 2)}`;
}
