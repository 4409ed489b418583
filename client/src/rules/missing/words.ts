import type { MissingPolicy } from '@fidens/core';
import { number } from '@/wording/words';
import type { RuleWords } from '../rule';

/** What missing work counts as. */
export function missingWords(missing: MissingPolicy): string {
  if (missing.counts === 'nothing') return 'missing work is left out, as if excused';
  const percent = number(missing.percent ?? '0');
  return percent === '0' ? 'missing work counts 0' : `missing work counts ${percent}%`;
}

export const MISSING_WORDS: RuleWords<MissingPolicy> = {
  name: 'missing work',
  none: 'as above',
  words: missingWords,
  short: missingWords,
  sentence: (missing) => `there ${missingWords(missing)}`,
};
