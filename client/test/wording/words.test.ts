import { pieces, type Assessment } from '@fidens/core';
import { weekOf, type Term } from '@/data/term-days';
import { compute } from '@/model/computed';
import { partOf } from '@/model/part-of';
import { pieceState, scoreWords } from '@/wording/words';
import { course } from '../sample';

const NOW = '2026-10-20T12:00:00Z';

/** What the row of the second piece says. */
function stateOf(fields: Partial<Assessment>, overdueAfter?: string): string | undefined {
  const document = {
    ...course(fields),
    policy: { ...(overdueAfter && { overdue: { after: overdueAfter } }), late: { perDay: '5' } },
  };
  const part = partOf(compute(document, NOW).outlooks.standing, 'two');
  return pieceState(pieces(document)[1]!, part, NOW)?.words;
}

describe('a piece says in words', () => {
  it.each<[string | undefined, Partial<Assessment>]>([
    [undefined, {}],
    ['past due 4 d', { due: '2026-10-16T21:59:00Z' }],
    ['past due 1 d', { due: '2026-10-20T11:00:00Z' }],
    ['missing', { status: 'missing' }],
    ['excused', { status: 'excused' }],
    ['waiting', { status: 'awaiting', due: '2026-10-16T21:59:00Z' }],
    ['not counted', { counted: false }],
    ['weight 0', { weight: '0' }],
    ['2 days late', { status: 'scored', score: { points: '9' }, late: { days: '1.5' } }],
  ])('%s', (words, fields) => expect(stateOf(fields)).toBe(words));

  it('that it counts as missing by itself once it is overdue', () => {
    expect(stateOf({ due: '2026-10-01T21:59:00Z' }, '14')).toBe('overdue, counts as missing');
  });

  it('its score as the teacher wrote it', () => {
    const [one] = pieces(course());
    expect(scoreWords(one!)).toBe('8 / 10');
    expect(scoreWords({ ...one!, score: { percent: '91.50' } })).toBe('91.5%');
    expect(scoreWords({ ...one!, score: { label: 'A' } })).toBe('A');
  });
});

describe('a term', () => {
  const term: Term = {
    id: 't',
    name: 'Autumn term',
    startsOn: '2026-08-24',
    endsOn: '2026-12-04',
    archived: false,
  };

  it('knows its week', () => {
    expect(weekOf(term, NOW)).toBe('week 9 of 15');
    expect(weekOf(term, '2026-08-24T08:00:00Z')).toBe('week 1 of 15');
  });

  it('has none before it starts, after it ends, or without its days', () => {
    expect(weekOf(term, '2026-08-20T08:00:00Z')).toBeUndefined();
    expect(weekOf(term, '2027-02-01T08:00:00Z')).toBeUndefined();
    expect(weekOf({ ...term, endsOn: null }, NOW)).toBeUndefined();
  });
});
