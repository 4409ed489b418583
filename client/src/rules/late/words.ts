import type { LatePolicy } from '@fidens/core';
import { number, plural } from '@/wording/words';
import type { RuleWords } from '../rule';

/** What lateness costs; `undefined` and `null` are no penalty. */
export function lateWords(late: LatePolicy | null | undefined): string {
  if (!late) return 'late work loses nothing';
  const { perDay, of = 'possible', count: days = 'started', floor, grace, closes } = late;
  const day = { started: 'started day', completed: 'full day', exact: 'day, by the hour' }[days];
  const words = [
    `late work loses ${number(perDay)}% of what ${of === 'possible' ? 'is possible' : 'was earned'} each ${day}`,
  ];
  if (grace !== undefined && number(grace) !== '0') words.push(`after ${number(grace)} hours of grace`);
  if (floor !== undefined && number(floor) !== '0') words.push(`never below ${number(floor)}%`);
  if (closes !== undefined) words.push(`nothing is given after ${plural(Number(closes), 'day')}`);
  return words.join(', ');
}

export const LATE_WORDS: RuleWords<LatePolicy | null> = {
  name: 'lateness',
  none: 'none',
  words: lateWords,
  short: lateWords,
  sentence: (late) => `there ${lateWords(late)}`,
};
