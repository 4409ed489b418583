import type { Course } from '../../src/document/course';
import { handedInNow } from '../../src/editing/handed-in';
import { outlooks } from '../../src/grading/outlook';
import { extentOf, headline, headlinePhrases } from '../../src/insight/headline';
import { reach } from '../../src/search/reach';
import { solve } from '../../src/search/solve';
import { category, course, open, scored } from '../sample';

const NOW = '2026-10-20T12:00:00Z';

const late = (fields: object = {}, policy: object = {}): Course =>
  course(
    [
      scored('80', '100', { id: 'done' }),
      open('100', { id: 'essay', name: 'Essay', due: '2026-10-18T12:00:00Z', ...fields }),
    ],
    {},
    { policy: { late: { perDay: '5' }, ...policy } },
  );

const takes = (document: Course) => {
  const solution = solve(outlooks(document, NOW), 'essay');
  return 'why' in solution ? solution.why : solution.bands[0];
};

describe('work that is past due under a late rule', () => {
  it('is asked for as late as it would be when handed in now', () => {
    const document = late();
    const meant = handedInNow(document, NOW);
    expect([...meant.late]).toEqual(['essay']);
    // An A from 90 takes 100 on time: two days late, even full marks are not enough.
    expect(takes(document)).toMatchObject({ state: 'reachable', level: '100' });
    expect(takes(meant.course)).toMatchObject({ state: 'out' });
  });

  it.each([
    ['not due yet', { due: '2026-10-21T12:00:00Z' }, {}],
    ['extended', { extended: '2026-10-25T12:00:00Z' }, {}],
    ['handed in already', { status: 'awaiting' }, {}],
    ['known to be late', { late: { days: '1' } }, {}],
    ['overdue, which counts as missing', {}, { overdue: { after: '1' } }],
    ['under no late rule', {}, { late: undefined }],
  ])('is left as it is where it is %s', (_, fields, policy) => {
    const document = late(fields, policy);
    expect(handedInNow(document, NOW).course).toBe(document);
  });

  it('goes by the rule of its own category', () => {
    const document = course([
      category([open('10', { id: 'in', due: '2026-10-18T12:00:00Z' })], { late: { perDay: '50' } }),
      category([open('10', { id: 'free', due: '2026-10-18T12:00:00Z' })], { late: null }),
    ]);
    expect([...handedInNow(document, NOW).late]).toEqual(['in']);
  });
});

describe('words about what is sure', () => {
  const say = (document: Course, extent = extentOf(document)) => {
    const found = outlooks(document, NOW);
    return headlinePhrases(headline(found, reach(found)), extent)
      .map(({ text }) => text)
      .join('');
  };
  const allScored = course([scored('95', '100', { id: 'one' })]);

  it('name what is listed, as long as nobody has said what is to come', () => {
    expect(say(allScored)).toBe(
      'All that is listed is settled: A. Work that is not listed yet can change it: the rules tell how many pieces are promised.',
    );
    const nearly = course([scored('99', '100', { id: 'one' }), open('1', { id: 'two' })]);
    expect(say(nearly)).toMatch(/on what is listed|the listed work/);
  });

  it('say that it is over once nothing is open and nothing can come', () => {
    expect(say(allScored, 'whole')).toBe('It is over, nothing is open any more: A.');
    const promised = course([category([scored('95', '100', { id: 'one' })], { planned: { pieces: 1 } })]);
    expect(say(promised)).toBe('It is over, nothing is open any more: A.');
  });
});
