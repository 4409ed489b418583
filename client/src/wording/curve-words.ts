import type { Curve } from '@fidens/core';
import { number } from './words';

/**
 * What a curve does: "4% more", "17 points are full marks".
 *
 * @param unit - of what it adds and what full marks are: a category's percent, or points of a piece
 */
export function curveWords(curve: Curve, unit: '%' | ' points' = '%'): string {
  if ('add' in curve) return `${number(curve.add)}${unit} more`;
  if ('times' in curve) return `times ${number(curve.times)}`;
  if ('full' in curve) return `${number(curve.full)}${unit} are full marks`;
  if ('root' in curve) return 'ten times the root of the percent';
  if ('steps' in curve)
    return curve.steps.map(({ from, gives }) => `${number(gives)}% from ${number(from)}%`).join(', ');
  const [low, high] = curve.line.from.map(number);
  const [start, end] = curve.line.to.map(number);
  return `${low}% becomes ${start}% and ${high}% becomes ${end}%, all else on the line through both`;
}
