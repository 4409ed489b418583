import fc from 'fast-check';
import { outlooks } from '../../src/grading/outlook';
import { pair } from '../../src/search/pair';
import { solve } from '../../src/search/solve';
import { randomCourse } from '../random-course';
import { course, LETTERS, NOW, open, scored } from '../sample';

const weights = { combine: 'weights' } as const;

describe('one piece beside another', () => {
  const document = course(
    [
      scored('85', '100', { weight: '40' }),
      open('20', { id: 'paper', name: 'Paper', weight: '20', step: '0.5' }),
      open('80', { id: 'final', name: 'Final', weight: '40' }),
    ],
    weights,
  );
  const [a] = LETTERS.bands;

  it('takes what makes the letter exactly, for each score that the other can bring', () => {
    const found = outlooks(document, NOW);
    const answer = pair(found, 'paper', 'final', a!);
    if ('why' in answer) throw new Error(answer.why);
    expect(answer.points[0]).toMatchObject({ first: '0', second: { state: 'out' } });
    expect(answer.points.at(-1)).toMatchObject({ first: '20', second: { state: 'reachable', level: '72' } });
    for (const { first, second } of answer.points) {
      // 34 of 40 are had; 90 are wanted: the final, in 80ths of 40, brings what the paper, in 20ths of 20, does not.
      const wanted = 90 - 34 - Number(first);
      const points = Math.ceil((wanted / 40) * 80 - 1e-9);
      expect(second.state).toBe(points > 80 ? 'out' : 'reachable');
      if (points <= 80) expect(second.level).toBe(String(points));
    }
  });

  it('agrees with the piece alone where the other brings what is usual', () => {
    fc.assert(
      fc.property(randomCourse(), (random) => {
        const found = outlooks(random, NOW);
        const [first, second] = found.plan.pieces.filter(
          ({ origin, settlement }) => origin === 'listed' && settlement === 'unsettled',
        );
        if (!first || !second) return;
        const usual = found.forecastOf(first);
        if (!usual) return;
        const beside = solve(found, second.id, { beside: { id: first.id, value: usual } });
        expect(beside).toEqual(solve(found, second.id));
      }),
    );
  });

  it('says why where there is no answer', () => {
    const found = outlooks(document, NOW);
    expect(pair(found, 'nothing', 'final', a!)).toEqual({ why: 'The first piece is not open.' });
    expect(pair(found, 'paper', 'nothing', a!)).toHaveProperty('why');
  });
});
