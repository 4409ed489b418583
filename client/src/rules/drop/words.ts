import type { Drop } from '@fidens/core';
import { count } from '@/wording/words';
import type { RuleWords } from '../rule';

/** "the lowest one is dropped by percent, once nothing is open"; nothing where none are. */
export function dropWords(drop: Drop | undefined): string | undefined {
  const { lowest = 0, highest = 0, by = 'percent', when = 'always' } = drop ?? {};
  if (lowest + highest === 0) return undefined;
  const parts = [lowest && `the lowest ${count(lowest)}`, highest && `the highest ${count(highest)}`];
  const how = { percent: 'by percent', points: 'by points', benefit: 'chosen so that it helps most' }[by];
  const many = lowest + highest > 1;
  return `${parts.filter(Boolean).join(' and ')} ${many ? 'are' : 'is'} dropped, ${how}${when === 'complete' ? ', once nothing is open' : ''}`;
}

export const DROP_WORDS: RuleWords<Drop> = {
  name: 'drops',
  none: 'none',
  words: (drop) => dropWords(drop) ?? 'none',
  short: ({ lowest = 0, highest = 0 }) =>
    [lowest && `lowest ${count(lowest)}`, highest && `highest ${count(highest)}`]
      .filter(Boolean)
      .join(' and ') + ' dropped',
  sentence: dropWords,
};
