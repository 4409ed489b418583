import type { Deduct, Requirement } from '@fidens/core';
import { number, plural } from '@/wording/words';
import type { NameOf } from '../rule';

/**
 * "Absences: each takes 2% from Labs, the first 3 nothing".
 *
 * @param from - what it takes it from, where that is not plain from the place
 */
export function deductWords({ each, free = '0' }: Deduct, name: string, from?: string): string {
  if (Number(each) === 0) return `${name}: only counted`;
  const freely = Number(free) > 0 ? `, the first ${number(free)} nothing` : '';
  return `${name}: each takes ${number(each)}%${from === undefined ? '' : ` from ${from}`}${freely}`;
}

/** "C or better needs 50% on Final exam". */
export function requirementWords(requirement: Requirement, nameOf: NameOf): string {
  const name = nameOf(requirement.of);
  const letter = `${requirement.for} or better`;
  if ('atLeast' in requirement) return `${letter} needs ${number(requirement.atLeast)}% on ${name}`;
  if ('atMost' in requirement) return `${letter} allows at most ${number(requirement.atMost)} in ${name}`;
  const { pieces, each } = requirement;
  const quality =
    each === undefined || Number(each) === 0 ? 'with more than 0' : `with ${number(each)}% or more`;
  return `${letter} needs ${plural(pieces, 'piece')} of ${name} ${quality}`;
}
