import fc from 'fast-check';
import { statusOf, type Band, type Category, type Course } from '../../src/document/course';
import { checkCourse } from '../../src/document/course-file';
import { pieces } from '../../src/document/tree';
import { applyEdits } from '../../src/editing/apply-edits';
import { setting } from '../../src/editing/edit';
import { writeCourse } from '../../src/formats/course-file';
import { readCourse } from '../../src/incoming/course-file';
import type { Derivation } from '../../src/grading/combine';
import { courseLetters, letterOf } from '../../src/grading/letter';
import { outlooks } from '../../src/grading/outlook';
import type { PlannedPiece } from '../../src/grading/plan';
import { problems } from '../../src/grading/problems';
import { ribbon } from '../../src/insight/ribbon';
import { exact, floating } from '../../src/numbers/arithmetic';
import type { Rational } from '../../src/numbers/rational';
import { Rises } from '../../src/search/monotone';
import { potentials } from '../../src/search/potential';
import { reach, reachAlong, type BandReach } from '../../src/search/reach';
import { solve } from '../../src/search/solve';
import { swings, type Swing } from '../../src/search/swing';
import { Variation } from '../../src/search/variation';
import { randomCourse } from '../random-course';
import * as reference from '../reference';
import { category, course as sampleCourse, LETTERS, NOW, open as openPiece, scored } from '../sample';

/** How many times as many courses are tried as usual, for a long search (`CONTRIBUTING.md`). */
const TIMES = Number(process.env['FIDENS_PROPERTY_TIMES'] ?? '1');
const RUNS = 500 * TIMES;

const text = (value: Rational | null | undefined) => value?.toFraction() ?? null;

const valueOf = (derivation: Derivation | undefined) => text(derivation?.worth?.value);

const supposed =
  (fixed: Rational): reference.Supposition =>
  () =>
    fixed;

/** Courses of many pieces that count alike, or nearly so. */
const NEARLY_ALIKE = fc
  .array(
    fc.record({
      pieces: fc.array(
        fc.record({
          points: fc.constantFrom(undefined, undefined, '4', '9'),
          cap: fc.constantFrom(undefined, undefined, undefined, '80'),
          possible: fc.constantFrom('10', '10', '10', '10', '10', '20'),
          step: fc.constantFrom(undefined, undefined, undefined, '0.5'),
          assume: fc.constantFrom(undefined, undefined, undefined, '0.4', '0.9'),
          weight: fc.constantFrom('1', '1', '1', '0'),
        }),
        { minLength: 1, maxLength: 6 },
      ),
      combine: fc.constantFrom('equal' as const, 'points' as const, 'weights' as const),
      drop: fc.constantFrom(
        undefined,
        { lowest: 1 },
        { lowest: 2 },
        { lowest: 1, highest: 1 },
        { lowest: 1, by: 'benefit' as const },
      ),
    }),
    { minLength: 1, maxLength: 3 },
  )
  .map((groups) =>
    sampleCourse(
      groups.map(({ pieces: wanted, combine, drop }) =>
        category(
          wanted.map(({ points, possible, weight, assume, cap, step }) => {
            const fields = {
              ...(cap && { cap }),
              ...(step && { step }),
              ...(combine === 'weights' && { weight }),
            };
            return points === undefined
              ? openPiece(possible, { ...fields, ...(assume && { assume }) })
              : scored(points, possible, fields);
          }),
          { combine, ...(drop && { drop }) },
        ),
      ),
    ),
  );

/** The edits' result, which a property knows to fit. */
function changed(course: Course, id: string, fields: Parameters<typeof setting>[1]): Course {
  const edited = applyEdits(course, [setting(id, fields)]);
  if (!edited.ok) throw new Error(edited.faults[0]!.message);
  return edited.course;
}

describe('on random courses', () => {
  it('every document is valid, and is read as it was written', () => {
    fc.assert(
      fc.property(randomCourse({ conditions: true }), (course) => {
        expect(checkCourse(course)).toEqual({ ok: true, value: course });
        expect(readCourse(writeCourse(course))).toEqual({ ok: true, value: course });
      }),
      { numRuns: 300 * TIMES },
    );
  });

  it('standing, floor and ceiling agree with the slow second implementation', () => {
    fc.assert(
      fc.property(randomCourse({ conditions: true }), (course) => {
        const { standing, floor, ceiling } = outlooks(course, NOW);
        expect(valueOf(standing)).toBe(text(reference.value(course, NOW, () => undefined, true)));
        expect(valueOf(floor)).toBe(text(reference.value(course, NOW, supposed(reference.zero), false)));
        expect(valueOf(ceiling)).toBe(text(reference.value(course, NOW, supposed(reference.one), false)));
      }),
      { numRuns: RUNS },
    );
  });

  it('the forecast, where there is one, agrees too', () => {
    fc.assert(
      fc.property(randomCourse({ conditions: true }), (course) => {
        const { forecast } = outlooks(course, NOW);
        expect(forecast !== undefined).toBe(reference.hasForecast(course, NOW));
        if (forecast)
          expect(valueOf(forecast)).toBe(
            text(reference.value(course, NOW, reference.forecast(course, NOW), false, true)),
          );
      }),
      { numRuns: 400 * TIMES },
    );
  });

  it('letters, what holds them back, and problems agree too', () => {
    fc.assert(
      fc.property(randomCourse({ conditions: true }), (course) => {
        const found = outlooks(course, NOW);
        const letters = courseLetters(found.plan);
        const of = (outlook: 'standing' | 'forecast' | 'ceiling') => {
          const letter = letterOf(found[outlook], letters);
          const held = letter?.held.map(({ requirement }) => requirement.source.of) ?? [];
          return letter ? { label: letter.band.label, held: [...new Set(held)] } : null;
        };
        const base = { course, now: NOW, standing: false };
        expect(of('standing')).toEqual(
          reference.letter({ ...base, suppose: () => undefined, standing: true }),
        );
        expect(of('ceiling')).toEqual(reference.letter({ ...base, suppose: supposed(reference.one) }));
        if (found.forecast)
          expect(of('forecast')).toEqual(
            reference.letter({ ...base, suppose: reference.forecast(course, NOW), supposes: true }),
          );
        const plain = problems(found.plan).map((problem) =>
          'total' in problem ? { ...problem, total: Number(problem.total) } : problem,
        );
        expect(plain).toEqual(reference.problems(course, NOW));
      }),
      { numRuns: 300 * TIMES },
    );
  });

  it('reach is right wherever it is asked, at its level, just below it, and in its gaps', () => {
    fc.assert(
      fc.property(
        randomCourse({ conditions: true }),
        fc.array(fc.nat(10_000), { minLength: 4, maxLength: 4 }),
        (course, places) => {
          for (const { band, state, level, gaps } of reach(outlooks(course, NOW))) {
            const at = level === undefined ? [] : [Math.round(Number(level) * 100)];
            for (const place of [0, 10_000, ...places, ...at, ...at.map((just) => Math.max(0, just - 1))]) {
              const inGap = gaps.some(
                ({ from, to }) => place >= Number(from) * 100 && place <= Number(to) * 100,
              );
              const said = state !== 'out' && place >= at[0]! && !inGap;
              expect([place, said]).toEqual([place, meets(course, band.label, place)]);
            }
          }
        },
      ),
      { numRuns: 80 * TIMES },
    );
  });

  it('reach and its gaps are what walking a whole grid finds, rising or not, by the slow implementation', () => {
    let sinking = 0;
    fc.assert(
      fc.property(randomCourse({ conditions: true }), (course) => {
        const found = outlooks(course, NOW);
        const moving = found.plan.pieces.filter(isUnknown);
        if (moving.length === 0 || !found.ceiling.worth) return;
        const base = found.supposing(
          (piece) => piece.assumed ?? (piece.insideExtra ? reference.zero : reference.one),
        );
        const valueAt = (place: number) => reference.one.mul(place).div(COARSE);
        const takes = reachAlong({
          plan: found.plan,
          base,
          moving,
          tried: moving,
          last: COARSE,
          valueAt,
          textOf: String,
        });
        const { bands } = course.scale;
        // Asked one by one, from the lowest on, they take the same.
        const lowestFirst = bands.toReversed().map((band) => takes([band])[0]!);
        const got = takes(bands);
        expect(lowestFirst.reverse()).toEqual(got);
        const grades = Array.from({ length: COARSE + 1 }, (_, place) => letterAt(course, valueAt(place)));
        expect(got.map(onlyMet)).toEqual(bands.map((band) => walked(band, grades)));
        sinking += got.filter(({ gaps }) => gaps.length > 0).length;
      }),
      { numRuns: 100 * TIMES, examples: [[SINKING]] },
    );
    expect(sinking).toBeGreaterThan(0);
  });

  it('one piece alone needs what trying each of its scores finds, by the slow implementation', () => {
    let solved = 0;
    fc.assert(
      fc.property(
        randomCourse({ conditions: true }),
        fc.nat(),
        fc.constantFrom('1', '0.5', '3'),
        (drawn, pick, step) => {
          const open = pieces(drawn).filter((piece) => (piece.status ?? 'open') === 'open');
          const piece = open[pick % Math.max(1, open.length)];
          if (!piece) return;
          const course = changed(drawn, piece.id, { step });
          const solution = solve(outlooks(course, NOW), piece.id);
          if ('why' in solution) return;
          const scores: number[] = [];
          for (let score = 0; score < Number(piece.possible); score += Number(step)) scores.push(score);
          scores.push(Number(piece.possible));
          const goesAs = reference.forecast(course, NOW);
          const grades = scores.map((score) => {
            const share = reference.one.mul(String(score)).div(piece.possible);
            return labelOf(
              {
                course,
                now: NOW,
                suppose: (work) => (work.key === piece.id ? share : goesAs(work)),
                standing: false,
                supposes: true,
              },
              (id) => id === piece.id,
            );
          });
          const inScores = (place: string | undefined) =>
            place === undefined ? place : String(scores[Number(place)]);
          expect(solution.bands.map(onlyMet)).toEqual(
            course.scale.bands.map((band) => {
              const { gaps, level, ...rest } = walked(band, grades);
              const ranges = gaps.map(({ from, to }) => ({ from: inScores(from), to: inScores(to) }));
              return { ...rest, level: inScores(level), gaps: ranges };
            }),
          );
          solved += 1;
        },
      ),
      { numRuns: 350 * TIMES },
    );
    expect(solved).toBeGreaterThan(50);
  });

  it('what is excused is no part of the shape: a drop exchanges what has other points without it', () => {
    const half = category([openPiece('5', { status: 'excused' }), scored('3', '5')]);
    const drops = category([half], { planned: { pieces: 2, possible: '10' }, drop: { lowest: 1 } });
    const { plan } = outlooks(sampleCourse([drops, scored('5', '5', { extraCredit: true })]), NOW);
    const rises = new Rises(({ settlement }) => settlement === 'unsettled');
    expect(rises.everywhere(plan.root)).toBe(false);
  });

  it('where the shape says that a grade only rises, it does: for all unknowns, and for each open piece alone', () => {
    let rising = 0;
    fc.assert(
      fc.property(randomCourse({ conditions: true }), (course) => {
        const found = outlooks(course, NOW);
        const { plan, forecasting, supposing } = found;
        const open = plan.pieces.filter(({ settlement }) => settlement === 'unsettled');
        const unknown = open.filter(isUnknown);
        for (const moving of [unknown, ...open.slice(0, 2).map((piece) => [piece])]) {
          if (moving.length === 0 || !new Rises((piece) => moving.includes(piece)).everywhere(plan.root))
            continue;
          rising += 1;
          const base = supposing(
            (piece) => (moving.includes(piece) ? reference.one : forecasting.valueOf(piece)),
            forecasting.standingOf,
          );
          const variation = new Variation(base, moving, exact);
          const grades = PLACES.map((place) => variation.valueAt(() => reference.one.mul(place).div(100)));
          const valued = grades.flatMap((grade) => grade ?? []);
          expect([0, PLACES.length]).toContain(valued.length);
          valued
            .slice(1)
            .forEach((grade, index) => expect(grade.compare(valued[index]!)).toBeGreaterThanOrEqual(0));
        }
      }),
      { numRuns: RUNS },
    );
    expect(rising).toBeGreaterThan(RUNS / 4);
  });

  it('a curve of the course is what the slow implementation gives, piece by piece', () => {
    fc.assert(
      fc.property(randomCourse({ conditions: true }), fc.nat(100), (course, place) => {
        const { plan, supposing } = outlooks(course, NOW);
        const level = reference.one.mul(place).div(100);
        const unknown = plan.pieces.filter(isUnknown);
        const base = supposing(
          (piece) => piece.assumed ?? (piece.insideExtra ? reference.zero : reference.one),
        );
        const suppose: reference.Supposition = ({ assume, extra }) =>
          assume ?? (extra ? reference.zero : level);
        const want = reference.value(course, NOW, suppose, false, true);
        expect(text(new Variation(base, unknown, exact).valueAt(() => level))).toBe(text(want));
        if (want && !hasRounding(course)) {
          const near = new Variation(base, unknown, floating).valueAt(() => place / 100);
          expect(near).toBeCloseTo(want.valueOf(), 9);
        }
      }),
      { numRuns: 400 * TIMES },
    );
  });

  /** Whether each swing is what full marks and nothing differ by, all else at its forecast. */
  function expectSwings(course: Course, found: readonly Swing[]): void {
    const goesAs = reference.forecast(course, NOW);
    for (const { id, points } of found) {
      const withPiece = (value: Rational) =>
        reference.value(course, NOW, (work) => (work.key === id ? value : goesAs(work)), false, true);
      const [high, low] = [withPiece(reference.one), withPiece(reference.zero)];
      expect(text(points)).toBe(high && low ? text(high.sub(low).mul(100)) : '0');
    }
  }

  it('a swing is what full marks and nothing differ by, all else at its forecast', () => {
    fc.assert(
      fc.property(randomCourse({ conditions: true }), (course) =>
        expectSwings(course, swings(outlooks(course, NOW)).slice(0, 2)),
      ),
      { numRuns: 150 * TIMES },
    );
  });

  it('so is the swing of each of many pieces that count alike, or nearly so', () => {
    fc.assert(
      fc.property(NEARLY_ALIKE, (course) => expectSwings(course, swings(outlooks(course, NOW)))),
      { numRuns: 150 * TIMES },
    );
  });

  it('what a piece takes for the next letter is what it takes alone, however many count like it', () => {
    fc.assert(
      fc.property(fc.oneof(NEARLY_ALIKE, randomCourse({ conditions: true })), (course) => {
        const from = outlooks(course, NOW);
        const { next, pieces: found } = potentials(from) ?? { next: undefined, pieces: [] };
        for (const { id, needs } of found) {
          const alone = next && solve(from, id, { goals: [next] });
          expect({ id, needs }).toEqual({
            id,
            needs: alone && 'bands' in alone ? alone.bands[0]!.level : undefined,
          });
        }
      }),
      { numRuns: 150 * TIMES },
    );
  });

  it('floor ≤ forecast ≤ ceiling where drops only benefit and none lies inside pooled points', () => {
    fc.assert(
      fc.property(randomCourse({ gentle: true }), (course) => {
        const { floor, forecast, ceiling } = outlooks(course, NOW);
        const values = [floor, forecast, ceiling].flatMap((derivation) => derivation?.worth?.value ?? []);
        values
          .slice(1)
          .forEach((value, index) => expect(value.compare(values[index]!)).toBeGreaterThanOrEqual(0));
      }),
      { numRuns: RUNS },
    );
  });

  it('raising a score never lowers the standing under the same condition', () => {
    fc.assert(
      fc.property(randomCourse({ gentle: true }), fc.nat(), (course, pick) => {
        const scored = pieces(course).filter(
          (piece) => statusOf(piece) === 'scored' && 'points' in piece.score!,
        );
        const piece = scored[pick % Math.max(1, scored.length)];
        if (!piece) return;
        const points = String(Number((piece.score as { points: string }).points) + 1.5);
        const before = outlooks(course, NOW).standing.worth;
        const after = outlooks(changed(course, piece.id, { score: { points } }), NOW).standing.worth;
        expect(after === undefined).toBe(before === undefined);
        if (before) expect(after!.value.compare(before.value)).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: RUNS },
    );
  });

  it('scaling all weights of a category that combines by them changes no grade', () => {
    fc.assert(
      fc.property(randomCourse(), fc.constantFrom(2, 5, 12), fc.nat(), (course, factor, pick) => {
        const weighted = categoriesOf(course.root).filter(({ combine }) => combine === 'weights');
        const chosen = weighted[pick % Math.max(1, weighted.length)];
        if (!chosen) return;
        const scaled = withCategory(course, chosen, (category) => ({
          ...category,
          children: category.children.map((child) =>
            child.weight === undefined ? child : { ...child, weight: String(Number(child.weight) * factor) },
          ),
        }));
        expectSameGrades(scaled, course);
      }),
      { numRuns: RUNS },
    );
  });

  it('an excused or uncounted piece added to a category that is not empty changes no grade', () => {
    fc.assert(
      fc.property(randomCourse(), fc.boolean(), fc.nat(), (course, excused, pick) => {
        // Among promised pieces an excused one takes the place of one that is promised.
        const fit = categoriesOf(course.root).filter(
          ({ children, planned }) => children.length > 0 && !(excused && planned),
        );
        const chosen = fit[pick % Math.max(1, fit.length)];
        if (!chosen) return;
        const added = {
          kind: 'assessment' as const,
          id: 'added',
          name: 'Added',
          possible: '50',
          weight: '3',
          ...(excused ? { status: 'excused' as const } : { counted: false }),
        };
        const more = withCategory(course, chosen, (category) => ({
          ...category,
          children: [...category.children, added],
        }));
        expectSameGrades(more, course);
      }),
      { numRuns: RUNS },
    );
  });

  it('the ribbon earns the floor and can still have the ceiling, where the whole has neither cap nor rounding', () => {
    fc.assert(
      fc.property(randomCourse(), (course) => {
        const { cap: _cap, round: _round, ...root } = course.root;
        const found = outlooks({ ...course, root }, NOW);
        const { floor, ceiling } = found;
        if (!floor.worth || !ceiling.worth || floor.worth.value.compare(ceiling.worth.value) > 0) return;
        const segments = ribbon(found);
        if (
          segments.some(
            ({ earned, open: left, lost, share }) => earned.add(left).add(lost).compare(share) < 0,
          )
        ) {
          throw new Error('a segment is shorter than its share');
        }
        const earned = segments.reduce((sum, segment) => sum.add(segment.earned), reference.zero);
        expect(text(earned)).toBe(text(floor.worth.value.mul(100)));
      }),
      { numRuns: 400 * TIMES },
    );
  });
});

const PLACES = [0, 1, 7, 20, 33, 45, 50, 62, 70, 80, 85, 91, 95, 99, 100];

const COARSE = 150;

/** A course whose reach has a gap, whatever is drawn beside it (the example of docs/grading-rules.md). */
const SINKING = sampleCourse([scored('6', '10'), scored('90', '100'), openPiece('100')], {
  drop: { lowest: 1, by: 'percent' },
});

function isUnknown({ settlement, assumed, insideExtra }: PlannedPiece): boolean {
  return settlement === 'unsettled' && assumed === undefined && !insideExtra;
}

function categoriesOf(category: Category): Category[] {
  return [
    category,
    ...category.children.flatMap((child) => (child.kind === 'category' ? categoriesOf(child) : [])),
  ];
}

/** The course with one category replaced. */
function withCategory(course: Course, chosen: Category, change: (category: Category) => Category): Course {
  const visit = (category: Category): Category =>
    category === chosen
      ? change(category)
      : {
          ...category,
          children: category.children.map((child) => (child.kind === 'category' ? visit(child) : child)),
        };
  return { ...course, root: visit(course.root) };
}

function expectSameGrades(course: Course, other: Course): void {
  for (const outlook of ['standing', 'floor', 'ceiling', 'forecast'] as const)
    expect(valueOf(outlooks(course, NOW)[outlook])).toBe(valueOf(outlooks(other, NOW)[outlook]));
}

/** What a band takes, found by looking at the letter at every place. */
function walked(band: Band, labels: readonly (string | undefined)[]): BandReach {
  const order = BANDS.indexOf(band.label);
  const misses = labels.flatMap((label, place) =>
    label !== undefined && BANDS.indexOf(label) <= order ? [] : [place],
  );
  const none = { band, level: undefined, holds: undefined, gaps: [] };
  if (misses.length === labels.length) return { ...none, state: 'out' };
  const level = labels.findIndex((_, place) => !misses.includes(place));
  const above = misses.filter((place) => place > level);
  const starts = above.filter((place) => !above.includes(place - 1));
  const ends = above.filter((place) => !above.includes(place + 1));
  const gaps = starts.map((from, index) => ({ from: String(from), to: String(ends[index]) }));
  const state = misses.length === 0 ? 'secured' : 'reachable';
  return { band, state, level: String(level), holds: gaps.length === 0, gaps };
}

/** A float may round to the other side of a step, or drop the other of two equal pieces; it only guides. */
function hasRounding(course: Course): boolean {
  return JSON.stringify(course.root).match(/"round"|"drop"|"steps"|"replace"|"root":true/) !== null;
}

/** What is met, without its parts. */
function onlyMet({ onPoints: _onPoints, requirements: _requirements, ...rest }: BandReach): BandReach {
  return rest;
}

const BANDS = LETTERS.bands.map(({ label }) => label);

/** The letter with a percent on every unknown, by the slow implementation. */
function letterAt(course: Course, level: Rational): string | undefined {
  const suppose: reference.Supposition = ({ assume, extra }) => assume ?? (extra ? reference.zero : level);
  return labelOf({ course, now: NOW, suppose, standing: false, supposes: true });
}

function labelOf(context: reference.Context, isTried?: (id: string) => boolean): string | undefined {
  return reference.letter(context, isTried)?.label;
}

function meets(course: Course, label: string, place: number): boolean {
  const reached = letterAt(course, reference.one.mul(place).div(10_000));
  return reached !== undefined && BANDS.indexOf(reached) <= BANDS.indexOf(label);
}
