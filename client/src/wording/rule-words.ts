import type { Category, LatePolicy, MissingPolicy, Round } from '@fidens/core';
import { count, number, plural } from './words';

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

/** What missing work counts as. */
export function missingWords(missing: MissingPolicy): string {
  if (missing.counts === 'nothing') return 'missing work is left out, as if excused';
  const percent = number(missing.percent ?? '0');
  return percent === '0' ? 'missing work counts 0' : `missing work counts ${percent}%`;
}

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

/** "the lowest one is dropped by percent, once nothing is open"; nothing where none are. */
export function dropWords({ drop }: Category): string | undefined {
  const { lowest = 0, highest = 0, by = 'percent', when = 'always' } = drop ?? {};
  if (lowest + highest === 0) return undefined;
  const parts = [lowest && `the lowest ${count(lowest)}`, highest && `the highest ${count(highest)}`];
  const how = { percent: 'by percent', points: 'by points', benefit: 'chosen so that it helps most' }[by];
  const many = lowest + highest > 1;
  return `${parts.filter(Boolean).join(' and ')} ${many ? 'are' : 'is'} dropped, ${how}${when === 'complete' ? ', once nothing is open' : ''}`;
}
