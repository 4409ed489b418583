import type { Replace } from '@fidens/core';
import { count } from '@/wording/words';
import type { NameOf, RuleWords } from '../rule';

/** "Final exam replaces the lowest one, if it is better; excused work has its value too". */
export function replaceWords({ by, lowest = 1, excused = false }: Replace, nameOf: NameOf): string {
  const source = nameOf(by);
  const low = lowest > 0 && `${source} replaces the lowest ${count(lowest)}, if it is better`;
  const gone =
    excused && (low ? 'excused work has its value too' : `excused work has the value of ${source}`);
  return [low, gone].filter(Boolean).join('; ') || `${source} replaces nothing`;
}

export const REPLACE_WORDS: RuleWords<Replace> = {
  name: 'replacement',
  none: 'none',
  words: replaceWords,
  short: ({ by, lowest = 1 }, _category, nameOf) =>
    lowest > 0 ? `lowest ${count(lowest)} replaced by ${nameOf(by)}` : `excused: as ${nameOf(by)}`,
  sentence: replaceWords,
};
