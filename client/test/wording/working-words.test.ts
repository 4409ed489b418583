import {
  outlooks,
  pieceSteps,
  sharesOf,
  STANDING,
  type Assessment,
  type Course,
  type Part,
} from '@fidens/core';
import { noteWords, stepWords } from '@/wording/working-words';
import { course } from '../sample';

const NOW = '2026-10-20T12:00:00Z';

function standing(document: Course) {
  return outlooks(document, NOW).standing;
}

/** The way of the second piece from its entry to its value. */
function way(fields: Partial<Assessment>, policy: Course['policy'] = {}): string[] {
  const { parts } = standing({ ...course(fields), policy });
  const { node } = parts[1]!;
  return node.kind === 'piece' ? pieceSteps(node, STANDING).map((step) => stepWords(step, node)) : [];
}

function notes(document: Course): (string | undefined)[] {
  const derivation = standing(document);
  const shares = sharesOf(derivation);
  return derivation.parts.map((part: Part) => noteWords(part, derivation, shares.get(part), true));
}

describe('the working says', () => {
  it('what was recorded', () => {
    expect(way({ status: 'scored', score: { points: '9' } })).toEqual(['Recorded 9 of 10, 90%']);
    expect(way({ status: 'scored', score: { percent: '85' } })).toEqual(['Recorded 85%: 8.5 of 10, 85%']);
  });

  it('what lateness took, and why it took nothing', () => {
    const late = { perDay: '10', closes: '5', grace: '6' };
    const scored = (days: string, waived = false): Partial<Assessment> => ({
      status: 'scored',
      score: { points: '9' },
      late: { days, ...(waived && { waived }) },
    });
    expect(way(scored('1.5'), { late })).toEqual([
      'Recorded 9 of 10, 90%',
      'Late: less 2 × 10% of what is possible: 7 of 10, 70%',
    ]);
    expect(way(scored('0.25'), { late })[1]).toBe('0.25 days late, within grace: 9 of 10, 90%');
    expect(way(scored('2', true), { late })[1]).toBe('2 days late, waived: 9 of 10, 90%');
    expect(way(scored('6'), { late })[1]).toBe('6 days late, after 5 nothing is given: 0 of 10, 0%');
  });

  it('that a piece is missing, overdue, or held by its cap', () => {
    expect(way({ status: 'missing' })).toEqual(['Missing: 0 of 10, 0%']);
    expect(way({ due: '2026-10-01T10:00:00Z' }, { overdue: { after: '7' } })).toEqual([
      'Overdue, so it counts as missing: 0 of 10, 0%',
    ]);
    expect(way({ status: 'scored', score: { points: '11' }, cap: '100' })[1]).toBe(
      'At most 100% counts: 10 of 10, 100%',
    );
  });

  it('how much of the course a part is, and why one takes no part', () => {
    const both = course({ status: 'scored', score: { points: '6' } });
    expect(notes(both)).toEqual(['50% of what counts so far', '50% of what counts so far']);
    const dropping = { ...both, root: { ...both.root, drop: { lowest: 1 } } };
    expect(notes(dropping)).toEqual(['100% of what counts so far', 'dropped: lowest by percent']);
    expect(notes(course({ status: 'excused' }))[1]).toBe('excused');
    const nothing = { ...course({ status: 'missing' }), policy: { missing: { counts: 'nothing' as const } } };
    expect(notes(nothing)[1]).toBe('missing, which counts as nothing here');
    expect(notes(course({ weight: '0', status: 'scored', score: { points: '6' } }))[1]).toBe(
      'weight 0, so it takes no part',
    );
    expect(notes(course({ extraCredit: true, status: 'scored', score: { points: '1' } }))[1]).toBe(
      'extra credit: adds, but nothing is out of it',
    );
  });
});
