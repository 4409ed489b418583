import fc from 'fast-check';
import {
  bandOf,
  goalsOf,
  halvesOf,
  headline,
  headlinePhrases,
  isInCeiling,
  lettersOf,
  ONE,
  outlooks,
  pair,
  partAsCourse,
  pointsToGo,
  rational,
  reach,
  rises,
  solve,
  solveLargest,
  type Assessment,
  type Course,
} from '../src';
import { randomCourse } from './random-course';
import { category, course, LETTERS, NOW, open, scored } from './sample';

const weights = { combine: 'weights' } as const;

function headlineOf(document: Course) {
  const found = outlooks(document, NOW);
  const goals = goalsOf(document);
  return headline(found, reach(found, goals), solveLargest(found, goals));
}

function say(document: Course): string {
  return headlinePhrases(headlineOf(document), 'whole')
    .map(({ text }) => text)
    .join('');
}

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

describe('pooled points', () => {
  const pooled = fc.record({
    done: fc.array(fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 40, max: 60 })), {
      minLength: 1,
    }),
    open: fc.array(fc.integer({ min: 5, max: 90 }), { minLength: 1, maxLength: 6 }),
  });

  it('are said as the least that reaches a letter, in steps that can be given', () => {
    fc.assert(
      fc.property(pooled, ({ done, open: sizes }) => {
        const document = course([
          ...done.map(([points, possible]) => scored(String(points), String(possible))),
          category(sizes.map((size) => open(String(size)))),
        ]);
        const found = outlooks(document, NOW);
        const togo = pointsToGo(found)!;
        const letters = lettersOf(LETTERS);
        const all = rational(togo.open);
        expect(togo.open).toBe(String(sizes.reduce((sum, size) => sum + size, 0)));
        for (const band of LETTERS.bands) {
          const more = togo.more(band);
          const endsWith = (points: typeof more) => {
            const { worth } = found.supposing(() => points.div(all));
            return rational(bandOf(worth!.value, letters).from).compare(rational(band.from)) >= 0;
          };
          if (more.s < 0n) continue;
          expect(more.d).toBe(1n);
          expect(endsWith(more)).toBe(true);
          if (more.n > 0n) expect(endsWith(more.sub(ONE))).toBe(false);
        }
      }),
    );
  });

  it('are not spoken of where a drop, a weight or lateness makes one point unlike another', () => {
    const togo = (document: Course) => pointsToGo(outlooks(document, NOW));
    expect(togo(course([scored('8', '10'), open('10')]))).toBeDefined();
    expect(togo(course([scored('8', '10'), open('10')], { drop: { lowest: 1 } }))).toBeUndefined();
    expect(togo(course([scored('8', '10'), open('10', { weight: '2' })]))).toBeUndefined();
    expect(togo(course([scored('8', '10'), open('10', { cap: '80' })]))).toBeUndefined();
    expect(togo(course([scored('8', '10'), open('10')], { combine: 'equal' }))).toBeUndefined();
    expect(togo(course([scored('8', '10')]))).toBeUndefined();
  });
});

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
    const { next, pieces } = rises(outlooks(document, NOW))!;
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
    expect(rises(outlooks(course([open('10')]), NOW))).toBeUndefined();
    expect(rises(outlooks(course([scored('10', '10'), open('10')]), NOW))!.next).toBeUndefined();
  });
});

describe('a part that carries a letter', () => {
  const half = category(
    [
      category([scored('8', '10'), open('10')], { weight: '60' }),
      category([scored('9', '10')], { weight: '40', extraCredit: true }),
    ],
    { id: 'half', name: 'First half', weight: '40', combine: 'weights', round: { step: '1' } },
  );
  const document = course([half, open('100', { name: 'Exam', weight: '60' })], {
    combine: 'weights',
    late: { perDay: '10' },
    missing: { counts: 'percent', percent: '30' },
  });

  it('is found, and has outlooks and reach of its own', () => {
    expect(halvesOf(document).map(({ name }) => name)).toEqual(['First half']);
    const own = partAsCourse(document, 'half')!;
    const found = outlooks(own, NOW);
    const part = outlooks(document, NOW).standing.parts[0]!;
    expect(found.standing.worth!.value).toEqual(part.worth!.value);
    expect(reach(found).map(({ state }) => state)).not.toContain(undefined);
  });

  it('keeps the policies that are in force there', () => {
    const { root } = partAsCourse(document, 'half')!;
    expect(root.late).toEqual({ perDay: '10' });
    expect(root.missing).toEqual({ counts: 'percent', percent: '30' });
    expect(root).not.toHaveProperty('weight');
  });

  it('has the same value as in the course, whatever the course', () => {
    fc.assert(
      fc.property(randomCourse(), (random) => {
        const found = outlooks(random, NOW);
        for (const { node, worth } of found.standing.parts) {
          if (node.kind !== 'category' || node.insideExtra) continue;
          const own = outlooks(partAsCourse(random, node.id)!, NOW).standing.worth;
          expect(own?.value.toFraction()).toBe(worth?.value.toFraction());
        }
      }),
    );
  });

  it('is nothing where there is no such category', () => {
    expect(partAsCourse(document, 'nothing')).toBeUndefined();
    expect(partAsCourse(document, (document.root.children[1] as Assessment).id)).toBeUndefined();
  });
});
