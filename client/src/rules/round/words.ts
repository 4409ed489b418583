import type { Round } from '@fidens/core';
import { number } from '@/wording/words';
import type { RuleWords } from '../rule';

const MODE_WORDS = {
  'half-up': 'halves go up',
  'half-even': 'halves go to the even one',
  up: 'always up',
  down: 'always down',
} as const;

/** "to steps of 1 percent, halves go up". */
export function roundWords({ step, mode = 'half-up' }: Round): string {
  return `to steps of ${number(step)} percent, ${MODE_WORDS[mode]}`;
}

export const ROUND_WORDS: RuleWords<Round> = {
  name: 'rounding',
  none: 'none',
  words: roundWords,
  short: (round) => `rounded ${roundWords(round)}`,
  sentence: (round) => `it is rounded ${roundWords(round)}`,
};
