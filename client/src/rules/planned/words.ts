import type { Planned } from '@fidens/core';
import { countPieces, number, plural } from '@/wording/words';
import type { RuleWords } from '../rule';

export const PLANNED_WORDS: RuleWords<Planned> = {
  name: 'promised pieces',
  none: 'none',
  words: ({ pieces }) => String(pieces),
  short: ({ pieces }, category) => `${countPieces(category)} of ${plural(pieces, 'promised piece')} listed`,
  sentence: ({ pieces, possible = '100' }) =>
    `${plural(pieces, 'piece is', 'pieces are')} promised, of ${number(possible)} points each`,
};
