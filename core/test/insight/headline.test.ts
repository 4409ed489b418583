import fc from 'fast-check';
import type { Course } from '../../src/document/course';
import { bandOf, lettersOf } from '../../src/grading/letter';
import { outlooks } from '../../src/grading/outlook';
import { headline, headlinePhrases, isInCeiling } from '../../src/insight/headline';
import { goalsOf, reach } from '../../src/search/reach';
import { randomCourse } from '../random-course';
import { course, LETTERS, NOW, open, scored } from '../sample';

const weights = { combine: 'weights' } as const;

function headlineOf(document: Course) {
  const found = outlooks(document, NOW);
  const goals = goalsOf(document);
  return headline(found, reach(found, goals));
}

function say(document: Course): string {
  return headlinePhrases(headlineOf(document), 'whole')
    .map(({ text }) => text)
    .join('');
}

describe('the headline', () => {
  it('says what the next letter takes, on everything and on the largest piece alone', () => {
    const document = course(
      [scored('85', '100', { weight: '50' }), open('80', { name: 'the final', weight: '50' })],
      weights,
    );
    expect(say(document)).toBe(
      'A takes 95% on what is left, or 76 of 80 on the final if the rest goes as usual.',
    );
  });

  it('names the letters that are out', () => {
    const document = course(
      [scored('40', '100', { weight: '50' }), open('80', { name: 'the final', weight: '50' })],
      weights,
    );
    expect(say(document)).toBe(
      'A and B are out; C takes 100% on what is left, or 80 of 80 on the final if the rest goes as usual.',
    );
  });

  it('says when nothing can change any more', () => {
    expect(say(course([scored('95', '100')]))).toBe('It is over, nothing is open any more: A.');
  });

  it('keeps to a target: secured, or out', () => {
    const good = course([scored('95', '100', { weight: '90' }), open('10', { weight: '10' })], weights, {
      target: { label: 'B' },
    });
    expect(say(good)).toBe('B is secured, whatever happens.');
    const bad = course([scored('40', '100', { weight: '50' }), open('10', { weight: '50' })], weights, {
      target: { label: 'A' },
    });
    expect(say(bad)).toBe('A is out, even with full marks; C is the best that is left.');
  });

  it('does not call a target settled that nothing can reach any more', () => {
    const document = course([scored('75', '100')], {}, { target: { label: 'A' } });
    expect(say(document)).toBe('A is out, even with full marks; C is the best that is left.');
  });

  it('says when there is nothing to say', () => {
    expect(say(course([]))).toBe('Nothing is listed yet that could make a grade.');
  });
});

describe('the words on top of a course', () => {
  it('names what is out, what is sure, what the next letter takes, and the points where they are pooled', () => {
    const document = course([
      scored('150', '200'),
      open('80', { name: 'Final' }),
      open('100', { name: 'Build' }),
    ]);
    expect(say(document)).toBe(
      'A is out; B takes 85.6% on what is left: 154 more of the 180 points that are open, or 94 of 100 on Build if the rest goes as usual.',
    );
    const nearlyDone = course([scored('380', '480'), open('20', { name: 'Final' })]);
    expect(say(nearlyDone)).toBe(
      'A is out; C is secured; B takes 100% on what is left: 20 more of the 20 points that are open, or 20 of 20 on Final if the rest goes as usual.',
    );
  });

  it('says what the syllabus promises beyond what is listed', () => {
    const promising = (pieces: number) =>
      say(course([scored('8', '10', { name: 'Log 1' })], { combine: 'equal', planned: { pieces } }));
    expect(promising(2)).toBe(
      'A takes 100% on what is left. This counts 1 piece that the syllabus promises and that is not listed yet.',
    );
    expect(promising(4)).toMatch(
      /This counts 3 pieces that the syllabus promises and that are not listed yet\.$/,
    );
  });

  it('says where more is not enough, because another piece is dropped then', () => {
    const document = course(
      [scored('62', '80'), scored('10', '10'), open('100', { name: 'Long' })],
      { drop: { lowest: 1 } },
      { target: { label: 'B' } },
    );
    const found = headlineOf(document);
    expect(found.kind).toBe('takes');
    if (found.kind !== 'takes') return;
    expect(found.gaps.length).toBeGreaterThan(0);
    expect(say(document)).toMatch(
      /But from [\d.]+ to [\d.]+% it misses B after all: there another piece is dropped instead\./,
    );
  });

  it('does not call out what open extra credit could still bring', () => {
    const document = course(
      [
        scored('80', '100', { weight: '50' }),
        open('10', { weight: '50' }),
        open('10', { weight: '5', extraCredit: true }),
      ],
      weights,
      { scale: { bands: [{ label: 'A', from: '92' }, ...LETTERS.bands.slice(1)] } },
    );
    expect(say({ ...document, target: { label: 'A' } })).toBe(
      'A takes extra credit: without it, even full marks are not enough.',
    );
    expect(say(document)).toMatch(/^A takes extra credit; B takes 80% on what is left/);
  });

  it('speaks of a percent of one’s own as of a letter', () => {
    const document = course(
      [scored('85', '100', { weight: '50' }), open('80', { name: 'the final', weight: '50' })],
      weights,
      { target: { percent: '87.5' } },
    );
    expect(goalsOf(document).map(({ label }) => label)).toEqual(['A', '87.5%', 'B', 'C', 'F']);
    expect(say(document)).toBe(
      'Ending at 87.5% takes 90% on what is left, or 72 of 80 on the final if the rest goes as usual.',
    );
    const sure = { ...document, target: { percent: '40' } };
    expect(say(sure)).toBe('Ending at 40% is secured, whatever happens.');
  });

  it('is never wrong about facts or grammar, whatever the course', () => {
    fc.assert(
      fc.property(randomCourse(), fc.constantFrom(undefined, 'A', 'B', '83'), (document, wanted) => {
        const target =
          wanted === undefined ? undefined : wanted === '83' ? { percent: '83' } : { label: wanted };
        const asked = { ...document, ...(target && { target }) };
        const found = outlooks(asked, NOW);
        const bands = reach(found, goalsOf(asked));
        const words = say(asked);
        expect(words).toMatch(/^[A-Z].*\.$/);
        expect(words).not.toMatch(/undefined|NaN|\s\s|\.\.|,\.|\b1 pieces|\b1 more piece that/);
        const settled = /^Whatever comes, this is (.+)\.$/.exec(words)?.[1];
        if (settled !== undefined)
          for (const { worth } of [found.floor, found.ceiling])
            expect(bandOf(worth!.value, lettersOf(asked.scale)).label).toBe(settled);
        for (const { band, state } of bands) {
          const name = band.own ? `Ending at ${band.label}` : band.label;
          const said = (state: string) => new RegExp(`(^|[;,] |and )${name} (is|are) ${state}`).test(words);
          if (said('secured')) expect(state).toBe('secured');
          if (said('out')) expect(state).toBe('out');
          if (new RegExp(`(^|[;,] |and )${name} takes? extra credit`).test(words)) {
            expect(state).toBe('out');
            expect(isInCeiling(found, band)).toBe(true);
          }
          if (said('out')) expect(isInCeiling(found, band)).toBe(false);
          if (new RegExp(`${name} takes \\d`).test(words)) expect(state).toBe('reachable');
        }
      }),
      { numRuns: 400 },
    );
  });
});
