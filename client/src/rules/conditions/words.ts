import type { Deduct, Requirement } from '@fidens/core';
import { number, plural } from '@/wording/words';
import type { NameOf } from '../rule';

/** "each one in Absences takes 2% from Labs, the first 3 nothing". */
export function deductWords({ each, free = '0' }: Deduct, name: string, from: string): string {
  const freely = Number(free) > 0 ? `, the first ${number(free)} nothing` : '';
  return Number(each) === 0
    ? `${name} is only counted`
    : `each one in ${name} takes ${number(each)}% from ${from}${freely}`;
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
