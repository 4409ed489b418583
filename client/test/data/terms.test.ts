import { currentTerm, isOver, weekOf, type Term } from '@/data/term-days';

const term: Term = { id: 't', name: 'Autumn', startsOn: '2026-08-24', endsOn: '2026-12-04', archived: false };
/** A moment by the clock of wherever the student is. */
const at = (local: string) => new Date(local).toISOString();

describe('the weeks of a term', () => {
  it.each([
    ['2026-08-24T00:00:00', 'week 1 of 15'],
    ['2026-08-30T23:59:59', 'week 1 of 15'],
    ['2026-08-31T00:00:00', 'week 2 of 15'],
    // Clocks go back between in most places that have summer time.
    ['2026-11-01T23:59:59', 'week 10 of 15'],
    ['2026-11-02T00:00:00', 'week 11 of 15'],
    ['2026-12-05T12:00:00', 'week 15 of 15'],
    ['2026-12-07T00:00:00', undefined],
    ['2026-08-23T23:59:59', undefined],
  ])('turn at the student’s own midnight: %s is %s', (local, week) => {
    expect(weekOf(term, at(local))).toBe(week);
  });

  it('end with its last day, and not before', () => {
    expect(isOver(term, at('2026-12-04T23:59:59'))).toBe(false);
    expect(isOver(term, at('2026-12-05T00:00:00'))).toBe(true);
    expect(isOver({ ...term, endsOn: null }, at('2030-01-01T00:00:00'))).toBe(false);
  });
});

describe('the term that is on', () => {
  const spring = { ...term, id: 's', startsOn: '2027-02-01', endsOn: '2027-06-01' };
  const dayless = { ...term, id: 'd', startsOn: null, endsOn: null };
  it.each<[string, Term[], string, string]>([
    ['the one whose days hold the moment', [spring, term], '2026-10-20T12:00', 't'],
    ['the latest that has begun, between two', [spring, term], '2026-12-20T12:00', 't'],
    ['the next one from its first day on', [spring, term], '2027-02-01T00:00', 's'],
    ['one without days before one that is over', [dayless, term], '2027-01-01T12:00', 'd'],
    ['the first where none has begun', [spring], '2026-01-01T12:00', 's'],
    ['none that was put away', [{ ...term, archived: true }, dayless], '2026-10-20T12:00', 'd'],
    ['one that was put away where there is no other', [{ ...term, archived: true }], '2026-10-20T12:00', 't'],
  ])('is %s', (_what, terms, now, id) => expect(currentTerm(terms, at(now))?.id).toBe(id));
});
