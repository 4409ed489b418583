import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import type { Course } from '../../src/document/course';
import { checkCourse } from '../../src/document/course-file';
import { isCounted, walk } from '../../src/document/tree';
import { applyEdits } from '../../src/editing/apply-edits';
import { courseLetters } from '../../src/grading/letter';
import { outlooks } from '../../src/grading/outlook';
import { decimalText, HUNDRED, type Rational } from '../../src/numbers/rational';
import { differencesIn, type Difference } from '../../src/school/differences';
import { explain } from '../../src/school/explain';
import { readFigure, showsAs } from '../../src/school/figure';
import { scoreDifference, slipScores } from '../../src/school/score-search';
import { randomCourse } from '../random-course';
import { category, course, NOW, open, scored } from '../sample';

const TIMES = Number(process.env['FIDENS_PROPERTY_TIMES'] ?? '1');

/** The courses of the answered cases: real shapes, with and without conditions. */
const CASES: readonly Course[] = ['plain', 'conditions-plain'].flatMap((name) =>
  readFileSync(join(__dirname, '..', 'cases', `${name}.ndjson`), 'utf8')
    .split('\n')
    .filter((line) => line !== '')
    .map((line) => {
      const checked = checkCourse((JSON.parse(line) as { doc: unknown }).doc);
      if (!checked.ok) throw new Error(checked.faults[0]!.message);
      return checked.value;
    }),
);

function standingOf(document: Course): Rational | undefined {
  return outlooks(document, NOW).standing.worth?.value;
}

/** Every difference that a school can have, slips with scores among them. */
function everyDifference(document: Course): Difference[] {
  const slips = [...walk(document)].flatMap((placed) =>
    placed.node.kind === 'assessment' && placed.node.score && !placed.node.deduct && isCounted(placed)
      ? slipScores(placed.node).map((score) => scoreDifference(placed.node as never, score))
      : [],
  );
  return [...differencesIn(document, NOW), ...slips];
}

/** A course with what a school has otherwise, and the figure that it shows. */
interface Discrepancy {
  readonly document: Course;
  readonly value: Rational;
  readonly shown: string;
}

const DECIMALS = 2;

/** The discrepancy that some numbers choose: each kind is as likely as another, and each of a kind. Nothing where it would not be seen. */
function discrepancy(seeds: readonly number[], count: number): Discrepancy | undefined {
  const [which, ...rest] = seeds;
  const document = CASES[which! % CASES.length]!;
  const before = standingOf(document);
  let changed = document;
  for (let number = 0; number < count; number += 1) {
    const all = everyDifference(document);
    const codes = [...new Set(all.map(({ code }) => code))];
    const code = codes[rest[2 * number]! % codes.length];
    const ofKind = all.filter((difference) => difference.code === code);
    const made =
      ofKind.length > 0 && applyEdits(changed, ofKind[rest[2 * number + 1]! % ofKind.length]!.edits);
    const [was, is] = [standingOf(changed), made && made.ok ? standingOf(made.course) : undefined];
    if (!made || !made.ok || !was || !is || was.equals(is) || !checkCourse(made.course).ok) return undefined;
    changed = made.course;
  }
  const value = standingOf(changed)!;
  const text = (of: Rational) => decimalText(of.mul(HUNDRED), DECIMALS, true);
  return text(value) === text(before!) ? undefined : { document, value, shown: text(value) };
}

/** Where the true cause stands among the explanations, or one with the very same standing: 0 is first; −1 where it is not there. */
function placeOf({ document, value, shown }: Discrepancy): number {
  return explain(document, { percent: shown }, NOW).explanations.findIndex((each) =>
    each.value.equals(value),
  );
}

function discrepancies(count: number, wanted: number): Discrepancy[] {
  const seeds = fc.array(fc.nat(99_999), { minLength: 5, maxLength: 5 });
  const found: Discrepancy[] = [];
  for (const chosen of fc.sample(seeds, { numRuns: wanted * 12, seed: 16 })) {
    const made = discrepancy(chosen, count);
    if (made) found.push(made);
    if (found.length === wanted) break;
  }
  return found;
}

describe('the true cause of a made discrepancy', () => {
  const share = (places: readonly number[], most: number) =>
    places.filter((place) => place >= 0 && place <= most).length / places.length;

  it('stands first where it is one', () => {
    const places = discrepancies(1, 60 * TIMES).map(placeOf);
    expect(places.length).toBe(60 * TIMES);
    expect(share(places, 0)).toBeGreaterThanOrEqual(0.9);
    expect(share(places, 4)).toBeGreaterThanOrEqual(0.98);
  });

  it('stands among the first five where it is two', () => {
    const places = discrepancies(2, 60 * TIMES).map(placeOf);
    expect(places.length).toBe(60 * TIMES);
    expect(share(places, 4)).toBeGreaterThanOrEqual(0.9);
  });
});

describe('every explanation', () => {
  it('makes the figure, is a change that can be recorded, and is told once', () => {
    const figure = fc.oneof(
      fc.nat(1_100).map((tenths) => String(tenths / 10)),
      fc.nat(11_000).map((hundredths) => (hundredths / 100).toFixed(2)),
      fc.constantFrom('17/20', '41/50', 'A', 'B'),
    );
    fc.assert(
      fc.property(randomCourse({ conditions: true }), figure, (document, text) => {
        const read = readFigure(text, document.scale);
        if (!('figure' in read)) return;
        const { explanations } = explain(document, read.figure, NOW);
        expect(explanations.length).toBeLessThanOrEqual(20);
        const told = explanations.map(({ differences }) =>
          JSON.stringify(differences.map(({ edits }) => edits)),
        );
        expect(new Set(told).size).toBe(told.length);
        for (const { differences, value } of explanations) {
          const made = applyEdits(
            document,
            differences.flatMap(({ edits }) => edits),
          );
          if (!made.ok) throw new Error(made.faults[0]!.message);
          expect(checkCourse(made.course).ok).toBe(true);
          const { standing, plan } = outlooks(made.course, NOW);
          expect(standing.worth!.value.equals(value)).toBe(true);
          expect(showsAs(standing, courseLetters(plan), read.figure)).toBe(true);
        }
      }),
      { numRuns: 70 * TIMES },
    );
  });

  it('is as likely as or likelier than those after it, and one before two of the same', () => {
    for (const { document, shown } of discrepancies(1, 20)) {
      const costs = explain(document, { percent: shown }, NOW).explanations.map(({ cost }) => cost);
      expect(costs).toEqual([...costs].sort((a, b) => a - b));
    }
  });
});

/** Logs that count the same, one to come and past due; an exam. */
function coastal(): Course {
  const logs = category(
    [
      scored('17.5', '20', { id: 'mudflat', name: 'Mudflat transect', step: '0.5' }),
      scored('18.5', '20', { id: 'dune', name: 'Dune profile', step: '0.5' }),
      scored('18', '20', { id: 'rock', name: 'Rock pool count', step: '0.5' }),
      open('20', { id: 'eelgrass', name: 'Eelgrass survey', due: '2026-10-10T12:00:00Z' }),
    ],
    { id: 'logs', combine: 'equal', weight: '40' },
  );
  return course([logs, scored('44', '50', { id: 'mid', name: 'Midterm', weight: '60' })], {
    combine: 'weights',
  });
}

describe('a figure', () => {
  const codes = (shown: string, document = coastal()) => {
    const read = readFigure(shown, document.scale);
    if (!('figure' in read)) throw new Error(read.said);
    return explain(document, read.figure, NOW).explanations.map(({ differences }) =>
      differences
        .map(({ code, at, score }) => [code, String(at), ...(score ? [score] : [])].join(' '))
        .join(', '),
    );
  };

  it('is explained by the piece that the school counts as zero', () => {
    // (87.5 + 92.5 + 90 + 0) / 4 = 67.5, × 0.4 + 88 × 0.6 = 79.8
    expect(codes('79.8')[0]).toBe('zero eelgrass');
    // All that is past due, and all that has no score, is that piece alone: told as one.
    expect(codes('79.8').filter((told) => told.includes('-zero'))).toEqual([]);
  });

  it('is explained by a slip: a digit left out', () => {
    // (37.5 + 92.5 + 90) / 3 × 0.4 + 52.8
    expect(codes('82.13')[0]).toBe('score mudflat 7.5');
  });

  it('of points is agreed with exactly', () => {
    const { agrees } = explain(coastal(), { earned: '4', possible: '5' }, NOW);
    expect(agrees).toEqual([]);
    expect(explain(coastal(), { percent: '88.8' }, NOW).agrees).toContain('standing');
    expect(explain(coastal(), { earned: '888', possible: '1000' }, NOW).agrees).toContain('standing');
  });

  it('is told how far it is from each outlook where nothing explains it', () => {
    const { explanations, away } = explain(coastal(), { percent: '3' }, NOW);
    expect(explanations).toEqual([]);
    expect(decimalText(away.standing!, 2)).toBe('-85.8');
  });

  it('has as many decimals as are written: 85 is 84.5 as well, 85.0 is not', () => {
    const shows = (percent: string, value: string) =>
      explain(course([scored(value, '1000')]), { percent }, NOW).agrees.includes('standing');
    expect(shows('85', '845')).toBe(true);
    expect(shows('85', '859')).toBe(true);
    expect(shows('85', '844')).toBe(false);
    expect(shows('85', '860')).toBe(false);
    expect(shows('85.0', '845')).toBe(false);
    expect(shows('85.0', '850')).toBe(true);
  });

  it('in the unit of the scale shows what rounds to it or is cut off there, and is explained like a percent', () => {
    const unit = { scale: { outOf: '4', bands: coastal().scale.bands } };
    const answer = (points: string) => {
      const document = { ...course([scored(points, '1000')]), ...unit };
      const read = readFigure('3.2', document.scale);
      if (!('figure' in read)) throw new Error(read.said);
      expect(read.figure).toEqual({ earned: '3.2', possible: '4' });
      return explain(document, read.figure, NOW);
    };
    // 3.15 and 3.299 of 4 show as 3.2; 3.149 and 3.3 do not.
    for (const points of ['787.5', '824.75']) expect(answer(points).agrees).toContain('standing');
    for (const points of ['787.25', '825']) expect(answer(points).agrees).not.toContain('standing');
    expect(answer('700').away.standing?.valueOf()).toBeCloseTo(10, 10);
  });

  it('is read as it is typed or copied', () => {
    const { scale } = coastal();
    const unit = { ...scale, outOf: '4' };
    expect(readFigure('84.6', unit)).toEqual({ figure: { percent: '84.6' } });
    expect(readFigure('3.2%', unit)).toEqual({ figure: { percent: '3.2' } });
    expect(readFigure('fine', unit)).toMatchObject({
      said: expect.stringContaining('Try 3.384 of 4') as string,
    });
    expect(readFigure(' 84,60 % ', scale)).toEqual({ figure: { percent: '84.60' } });
    expect(readFigure('412 of 480', scale)).toEqual({ figure: { earned: '412', possible: '480' } });
    expect(readFigure('b', scale)).toEqual({ figure: { label: 'B' } });
    expect(readFigure('ninety', scale)).toMatchObject({
      said: expect.stringContaining('“ninety” is no grade') as string,
    });
  });
});
