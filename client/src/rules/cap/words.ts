import type { Decimal } from '@fidens/core';
import { number } from '@/wording/words';
import type { RuleWords } from '../rule';

export const CAP_WORDS: RuleWords<Decimal> = {
  name: 'highest percent',
  none: 'none',
  words: (cap) => `${number(cap)}%`,
  short: (cap) => `at most ${number(cap)}%`,
  sentence: (cap) => `at most ${number(cap)}% of it counts`,
};
