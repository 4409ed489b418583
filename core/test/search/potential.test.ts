import { outlooks } from '../../src/grading/outlook';
import { potentials } from '../../src/search/potential';
import { course, NOW, open, scored } from '../sample';

const weights = { combine: 'weights' } as const;

describe('what open pieces can do', () => {
  it('lists the one that can move the course most first, and what each takes for the next letter', () => {
    const document = course(
      [
        scored('85', '100', { weight: '40' }),
        open('20', { name: 'Paper', weight: '20' }),
        open('80', { name: 'Final', weight: '40' }),
      ],
      weights,
    );
    const { next, pieces } = potentials(outlooks(document, NOW))!;
    expect(next!.label).toBe('A');
    expect(pieces.map(({ name, needs }) => [name, needs])).toEqual([
      ['Final', '78'],
      ['Paper', undefined],
    ]);
    // Usual is 85%, 68 of 80: 78 is 12.5% of the piece more.
    expect(pieces[0]!.rise!.toString()).toBe('12.5');
    expect(pieces.map(({ swing }) => swing.toString())).toEqual(['40', '20']);
  });

  it('has nothing to say without a forecast, and no next letter above the highest', () => {
    expect(potentials(outlooks(course([open('10')]), NOW))).toBeUndefined();
    expect(potentials(outlooks(course([scored('10', '10'), open('10')]), NOW))!.next).toBeUndefined();
  });
});
