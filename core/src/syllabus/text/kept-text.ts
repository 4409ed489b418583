import { LIMITS } from '../../rules/limits';
import type { Fact } from '../facts';

/**
 * The text that stays with a course: all of it, or, of a longer one, the stretch in which its facts stand.
 *
 * @param facts - those that were found in it
 * @returns at most as many characters as a course keeps, without signs that no text of a record has
 */
export function keptText(source: string, facts: readonly Fact[]): string {
  const plain = (text: string) =>
    text
      .replace(/\r\n?|[\v\f\u0085\u2028\u2029]/g, '\n')
      .replace(/(?![\t\n])\p{Cc}|\uFEFF/gu, '')
      .replace(/[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g, '\uFFFD')
      .split('\n')
      .map((line) => line.trimEnd())
      .join('\n')
      .trim();
  const whole = plain(source);
  if (whole.length <= LIMITS.syllabus) return whole;
  const from = Math.max(0, Math.min(...facts.map(({ range }) => range.from), source.length) - 400);
  return plain(source.slice(from, from + LIMITS.syllabus));
}
