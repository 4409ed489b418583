import type { Curve } from '@fidens/core';
import { curveWords } from '@/wording/curve-words';
import type { RuleWords } from '../rule';

export const CURVE_WORDS: RuleWords<Curve> = {
  name: 'curve',
  none: 'none',
  // In the history a piece's curve and a category's read alike.
  words: (curve) => ('add' in curve || 'full' in curve ? curveWords(curve, '' as '%') : curveWords(curve)),
  short: (curve) => `curved: ${curveWords(curve)}`,
  sentence: (curve) => `what it adds up to is curved: ${curveWords(curve)}`,
};
