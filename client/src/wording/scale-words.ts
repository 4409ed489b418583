import {
  bandOf,
  decimalText,
  fractionOfPercent,
  HUNDRED,
  inUnit,
  lettersOf,
  rational,
  rounded,
  type Scale,
} from '@fidens/core';

/** "A from 90 · B from 80". */
export function bandsWords(scale: Pick<Scale, 'bands' | 'outOf'>): string {
  return scale.bands.map((band) => `${band.label} from ${inUnit(band.from, scale)}`).join(' · ');
}

/** What rounding does at the highest cut-off, from the scale's own numbers. */
export function borderWords(scale: Scale): string {
  const letters = lettersOf(scale);
  const step = fractionOfPercent(scale.round!.step);
  const half = letters.bands[0]!.from.sub(step.div(rational('2')));
  const words = [half, half.sub(fractionOfPercent('0.01'))]
    .filter((value) => value.s > 0n)
    .map((value) => {
      const percent = decimalText(value.mul(HUNDRED), 6);
      return `${percent} becomes ${decimalText(rounded(value, letters).mul(HUNDRED), 6)}, ${bandOf(value, letters).label}`;
    });
  return `${words.join('; ')}.`;
}
