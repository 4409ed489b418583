import type { Course, Requirement } from '../../src/document/course';
import { courseLetters, letterOf } from '../../src/grading/letter';
import { outlooks } from '../../src/grading/outlook';
import { chance } from '../../src/insight/chance';
import { headline, headlinePhrases } from '../../src/insight/headline';
import { weightingLeads } from '../../src/insight/weighting-lead';
import { reach } from '../../src/search/reach';
import { category, course, NOW, open, scored } from '../sample';

const logs = category(
  ['9', '8', '10', '5'].map((points) => scored(points, '10')),
  { id: 'logs', name: 'Labs', weight: '50', planned: { pieces: 6, possible: '10' } },
);

/** Labs of which four are scored, and a final of 80 points to come. */
const withNeeds = (requirements: Requirement[], fields: Partial<Course> = {}) =>
  course(
    [logs, open('80', { id: 'final', name: 'Final exam', weight: '50' })],
    { combine: 'weights' },
    {
      requirements,
      ...fields,
    },
  );

function words(document: Course): string {
  const from = outlooks(document, NOW);
  const found = headline(from, reach(from));
  return headlinePhrases(found, 'whole')
    .map(({ text }) => text)
    .join('');
}

describe('the words on top, where a requirement decides', () => {
  it('say it first, in the points of its piece, and what the points alone take', () => {
    const said = words(withNeeds([{ for: 'C', of: 'final', atLeast: '75' }], { target: { label: 'C' } }));
    expect(said).toMatch(/^C needs 75% on Final exam, whatever else comes: that is 60 of 80;/);
    expect(said).toContain('; on points alone 65% on what is left would do.');
  });

  it('say how many more pieces it takes', () => {
    const said = words(
      withNeeds([{ for: 'B', of: 'logs', pieces: 4, each: '90' }], { target: { label: 'B' } }),
    );
    expect(said).toMatch(/^B needs 2 more of the 2 open in Labs at 90% or more, whatever else comes/);
  });

  it('say why a letter is out that its points could still bring', () => {
    const said = words(
      withNeeds([{ for: 'A', of: 'logs', pieces: 6, each: '70' }], { target: { label: 'A' } }),
    );
    expect(said).toBe(
      'A is out: it needs 3 more of the 2 open in Labs at 70% or more, which nothing can bring any more; B is the best that is left.',
    );
  });
});

describe('a letter with requirements', () => {
  it('is held below what the percent brings, and says by what', () => {
    const { plan, ceiling } = outlooks(withNeeds([{ for: 'B', of: 'logs', pieces: 6, each: '70' }]), NOW);
    const letter = letterOf(ceiling, courseLetters(plan))!;
    expect([letter.alone.label, letter.band.label]).toEqual(['A', 'C']);
    expect(letter.held.map(({ requirement }) => requirement.source.of)).toEqual(['logs']);
  });

  it('needs none of the pieces of a category that is empty, and so a piece itself', () => {
    const empty = category([], { id: 'empty', weight: '50' });
    const document = course(
      [empty, scored('9', '10', { weight: '50' })],
      { combine: 'weights' },
      {
        requirements: [{ for: 'B', of: 'empty', pieces: 1 }],
      },
    );
    const { plan, standing } = outlooks(document, NOW);
    expect(letterOf(standing, courseLetters(plan))).toMatchObject({ band: { label: 'A' }, held: [] });
  });

  it('has no chance where its requirement cannot be met, and its ends fall to the next', () => {
    const free = chance(outlooks(withNeeds([]), NOW), undefined, 500);
    const held = chance(
      outlooks(withNeeds([{ for: 'B', of: 'logs', pieces: 6, each: '70' }]), NOW),
      undefined,
      500,
    );
    if ('why' in free || 'why' in held) throw new Error('no chance');
    const of = ({ bands }: typeof free, label: string) =>
      bands.find((band) => band.label === label)!.probability;
    expect(of(free, 'A') + of(free, 'B')).toBeGreaterThan(0.1);
    expect([of(held, 'A'), of(held, 'B')]).toEqual([0, 0]);
    expect(of(held, 'C')).toBeCloseTo(of(free, 'A') + of(free, 'B') + of(free, 'C'), 12);
    expect(of(held, 'F')).toBe(of(free, 'F'));
  });
});

describe('the better of two weightings', () => {
  const schemes = [{ name: 'Strong finish', weights: { mid: '20', final: '80' } }];
  const pieces = [
    scored('30', '50', { id: 'mid', weight: '50' }),
    open('80', { id: 'final', name: 'Final exam', weight: '50' }),
  ];

  it('says which leads, and from which score the other takes over', () => {
    const leads = weightingLeads(outlooks(course(pieces, { combine: 'weights', schemes }), NOW));
    // At the forecast of 60% both bring the same, and the own weights count; above it the final is the better half.
    expect(leads).toMatchObject([
      {
        category: undefined,
        leads: undefined,
        takesOver: { by: 'Strong finish', score: '49', side: 'from' },
      },
    ]);
  });

  it('leaves a piece alone whose id is a word that every object knows', () => {
    const odd = scored('30', '50', { id: 'constructor', weight: '50' });
    const from = outlooks(
      course([odd, pieces[1]!], { combine: 'weights', schemes: [{ name: 'S', weights: {} }] }),
      NOW,
    );
    expect(from.standing.worth!.value.toFraction()).toBe('3/5');
  });

  it('says nothing where there is but one', () => {
    expect(weightingLeads(outlooks(course(pieces, { combine: 'weights' }), NOW))).toEqual([]);
  });
});
