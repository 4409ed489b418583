import { isSame } from '../../src/document/same';
import { find } from '../../src/document/tree';
import { rehearse, withTry, type Try } from '../../src/editing/rehearsal';
import { checkRehearsal } from '../../src/editing/rehearsal-schema';
import { category, course, open, scored } from '../sample';

const document = course(
  [
    scored('8', '10', { id: 'quiz', name: 'Quiz', weight: '30' }),
    category([open('20', { id: 'log' })], { id: 'logs', weight: '70' }),
  ],
  { combine: 'weights' },
);

const score = (id: string, points: string): Try => ({ id, entry: { status: 'scored', score: { points } } });

describe('a rehearsal', () => {
  it('tries scores, states and weights on a copy; the record stays as it is', () => {
    const before = structuredClone(document);
    const { course: tried, gone } = rehearse(document, [
      score('log', '15'),
      { id: 'quiz', entry: { status: 'excused' } },
      { id: 'logs', weight: '50' },
    ]);
    expect(gone).toEqual([]);
    expect(isSame(document, before)).toBe(true);
    expect(find(tried, 'log')!.node).toMatchObject({ status: 'scored', score: { points: '15' } });
    expect(find(tried, 'quiz')!.node).not.toHaveProperty('score');
    expect(find(tried, 'logs')!.node.weight).toBe('50');
  });

  it('leaves out, and names, what does not fit the record any more', () => {
    const tries = [
      score('gone', '5'),
      score('logs', '5'),
      { id: 'log', entry: { status: 'scored', score: { label: 'C' } } } as const,
      { id: 'course', weight: '10' },
      score('quiz', '9'),
    ];
    const { course: tried, gone } = rehearse(document, tries);
    expect(gone).toEqual(tries.slice(0, 4));
    expect(find(tried, 'quiz')!.node).toMatchObject({ score: { points: '9' } });
  });

  it('holds one try for each piece, and lets go of one that tries nothing', () => {
    const tries = withTry([score('log', '15')], score('quiz', '7'));
    expect(withTry(tries, score('log', '12'))).toEqual([score('quiz', '7'), score('log', '12')]);
    expect(withTry(tries, { id: 'log' })).toEqual([score('quiz', '7')]);
  });

  it('is checked at every border', () => {
    expect(checkRehearsal({ name: 'Hopeful', tries: [score('log', '15')] }).ok).toBe(true);
    expect(checkRehearsal(undefined).ok).toBe(false);
    const wrong = checkRehearsal({ name: 'x', tries: [score('log', '1e3'), { id: 'a', counted: true }] });
    expect(!wrong.ok && wrong.faults.map(({ at }) => at)).toEqual([
      'tries[0].entry.score.points',
      'tries[1].counted',
    ]);
  });
});
