import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { CourseNode } from '../../src/document/course';
import { checkCourse } from '../../src/document/course-file';
import { writeCourse } from '../../src/formats/course-file';
import { readCourse } from '../../src/incoming/course-file';
import { outlooks } from '../../src/grading/outlook';
import { answer } from '../../src/insight/answer';
import { decimalText, HUNDRED } from '../../src/numbers/rational';
import { LIMITS } from '../../src/rules/limits';
import { category, course, NOW, open, scored } from '../sample';

/** The places that are named as wrong in a changed document. */
function places(change: (document: Record<string, never>) => void): string[] {
  const document = JSON.parse(writeCourse(course([scored('8', '10', { id: 'p' })]))) as Record<string, never>;
  change(document);
  const checked = checkCourse(document);
  return checked.ok ? [] : checked.faults.map(({ at }) => at);
}

const piece = (document: unknown) =>
  (document as { root: { children: Record<string, unknown>[] } }).root.children[0]!;

const root = (document: unknown) => (document as { root: Record<string, unknown> }).root;

const scale = (document: unknown) =>
  (document as { scale: { bands: Record<string, unknown>[]; round?: unknown } }).scale;

describe('a course file', () => {
  it('is read as it was written', () => {
    const written = course([category([scored('1.5', '20'), open('5')], { late: null, weight: '35' })], {
      combine: 'weights',
    });
    expect(readCourse(writeCourse(written))).toEqual({ ok: true, value: written });
  });

  it('takes null as left out, but for a late policy of a category', () => {
    const read = checkCourse({
      ...course([]),
      note: null,
      root: {
        ...course([category([open('5', { due: null as never })], { late: null, cap: null as never })]).root,
      },
    });
    expect(read.ok && read.value.note).toBeUndefined();
    const [group] = (read.ok ? read.value.root.children : []) as [
      CourseNode & { children: object[]; late: unknown },
    ];
    expect(group).not.toHaveProperty('cap');
    expect(group.late).toBeNull();
    expect(group.children[0]).not.toHaveProperty('due');
  });

  it.each<[string, string, (document: Record<string, never>) => void]>([
    [
      'a number that is no text',
      'root.children[0].possible',
      (d) => Object.assign(piece(d), { possible: 10 }),
    ],
    [
      'an exponent',
      'root.children[0].score.points',
      (d) => Object.assign(piece(d), { score: { points: '1e5' } }),
    ],
    ['NaN', 'root.children[0].possible', (d) => Object.assign(piece(d), { possible: 'NaN' })],
    ['a negative weight', 'root.children[0].weight', (d) => Object.assign(piece(d), { weight: '-5' })],
    ['possible 0', 'root.children[0].possible', (d) => Object.assign(piece(d), { possible: '0.00' })],
    ['a step of 0', 'root.children[0].step', (d) => Object.assign(piece(d), { step: '0' })],
    ['an unknown key', 'root.children[0].colour', (d) => Object.assign(piece(d), { colour: 'red' })],
    ['another version', 'version', (d) => Object.assign(d, { version: 2 })],
    [
      'a score of an open piece',
      'root.children[0].score',
      (d) => Object.assign(piece(d), { status: 'open' }),
    ],
    ['a scored piece without a score', 'root.children[0].score', (d) => delete piece(d).score],
    [
      'two forms of a score',
      'root.children[0].score',
      (d) => Object.assign(piece(d), { score: { points: '1', percent: '2' } }),
    ],
    [
      'a label that the scale lacks',
      'root.children[0].score.label',
      (d) => Object.assign(piece(d), { score: { label: 'Z' } }),
    ],
    [
      'a label without worth',
      'root.children[0].score.label',
      (d) => Object.assign(piece(d), { score: { label: 'C' } }),
    ],
    ['no bands', 'scale.bands', (d) => scale(d).bands.splice(0)],
    ['bands that rise', 'scale.bands[1].from', (d) => Object.assign(scale(d).bands[1]!, { from: '95' })],
    ['a lowest band above 0', 'scale.bands[3].from', (d) => Object.assign(scale(d).bands[3]!, { from: '1' })],
    ['a label twice', 'scale.bands[1].label', (d) => Object.assign(scale(d).bands[1]!, { label: 'A' })],
    ['a rounding without a step', 'scale.round.step', (d) => Object.assign(scale(d), { round: {} })],
    [
      'drops that are no whole number',
      'root.drop.lowest',
      (d) => Object.assign(root(d), { drop: { lowest: 1.5 } }),
    ],
    [
      'highest with benefit',
      'root.drop.highest',
      (d) => Object.assign(root(d), { drop: { highest: 1, by: 'benefit' } }),
    ],
    [
      'planned with weights',
      'root.planned',
      (d) => Object.assign(root(d), { combine: 'weights', planned: { pieces: 3 } }),
    ],
    [
      'planned of no pieces',
      'root.planned.pieces',
      (d) => Object.assign(root(d), { planned: { pieces: 0 } }),
    ],
    [
      'both forms of lateness',
      'root.children[0].late',
      (d) =>
        Object.assign(piece(d), {
          due: '2026-09-01T10:00:00Z',
          late: { days: '1', handedIn: '2026-09-02T10:00:00Z' },
        }),
    ],
    [
      'handed in without a due moment',
      'root.children[0].late.handedIn',
      (d) => Object.assign(piece(d), { late: { handedIn: '2026-09-02T10:00:00Z' } }),
    ],
    [
      'an extension before its due moment',
      'root.children[0].extended',
      (d) => Object.assign(piece(d), { due: '2026-09-02T10:00:00Z', extended: '2026-09-01T10:00:00Z' }),
    ],
    [
      'a day that is not in the calendar',
      'root.children[0].due',
      (d) => Object.assign(piece(d), { due: '2026-02-30T10:00:00Z' }),
    ],
    [
      'a moment without an offset',
      'root.children[0].due',
      (d) => Object.assign(piece(d), { due: '2026-02-03T10:00:00' }),
    ],
    ['a weight of the root', 'root.weight', (d) => Object.assign(root(d), { weight: '5' })],
    ['a root that is extra credit', 'root.extraCredit', (d) => Object.assign(root(d), { extraCredit: true })],
    ['a root that is not counted', 'root.counted', (d) => Object.assign(root(d), { counted: false })],
    ['a root that is a piece', 'root.kind', (d) => Object.assign(d, { root: piece(d) })],
    ['a target that the scale lacks', 'target.label', (d) => Object.assign(d, { target: { label: 'Z' } })],
    ['a blank title', 'title', (d) => Object.assign(d, { title: '  ' })],
  ])('names the place of %s', (_, place, change) => expect(places(change)).toEqual([place]));

  it('names a repeated id, and who has it', () => {
    const checked = checkCourse(course([open('5', { id: 'twice' }), category([open('5', { id: 'twice' })])]));
    expect(checked.ok ? [] : checked.faults).toEqual([
      {
        at: 'root.children[1].children[0].id',
        message: '"twice" is taken by root.children[0]: each id stands once',
      },
    ]);
  });

  it('says everything that is wrong at once, form and fit alike', () => {
    const found = places((d) => {
      Object.assign(d, { version: 3, extra: true });
      Object.assign(piece(d), { possible: '0', score: { label: 'Z' } });
      Object.assign(scale(d).bands[0]!, { from: 'high' });
    });
    expect(found.sort()).toEqual(
      [
        'version',
        'extra',
        'root.children[0].possible',
        'root.children[0].score.label',
        'scale.bands[0].from',
      ].sort(),
    );
  });

  it.each([
    ['', 'The file is empty.'],
    ['{"format": ', 'This is not JSON'],
    ['[]', 'must be an object'],
    ['null', 'must be an object'],
  ])('answers %j with one sentence', (text, message) => {
    const read = readCourse(text);
    expect(read.ok ? [] : read.faults).toEqual([{ at: '', message: expect.stringContaining(message) }]);
  });

  it('refuses a tree that is deeper or larger than any course, without walking it whole', () => {
    let deep: CourseNode = open('1');
    for (let level = 0; level <= LIMITS.depth; level += 1) deep = category([deep]);
    const tooDeep = checkCourse(course([deep]));
    expect(tooDeep.ok ? '' : tooDeep.faults[0]!.message).toMatch(/levels deep/);
    const tooMany = checkCourse(course(Array.from({ length: LIMITS.nodes }, () => open('1'))));
    expect(tooMany.ok ? '' : tooMany.faults[0]!.message).toMatch(/more than 6000/);
  });

  it('takes 40 levels, and 5,000 pieces', () => {
    let deep: CourseNode = open('1');
    for (let level = 0; level < 39; level += 1) deep = category([deep]);
    expect(checkCourse(course([deep])).ok).toBe(true);
    expect(checkCourse(course(Array.from({ length: 5_000 }, () => open('1')))).ok).toBe(true);
  });

  it('counts what is promised among what it holds', () => {
    const promising = Array.from({ length: 4 }, () => category([], { planned: { pieces: 2_000 } }));
    const checked = checkCourse(course(promising));
    expect(checked.ok ? '' : checked.faults[0]!.message).toMatch(/promised ones included/);
  });

  it('brings every decimal and moment to one form, so that one value has one text', () => {
    const read = checkCourse(
      course([
        scored('08', '20.50', { due: '2026-10-16T23:59:00+02:00', late: { handedIn: '2026-10-17T00:00Z' } }),
      ]),
    );
    expect(read.ok && read.value.root.children[0]).toMatchObject({
      score: { points: '8' },
      possible: '20.5',
      due: '2026-10-16T21:59:00Z',
      late: { handedIn: '2026-10-17T00:00:00Z' },
    });
  });

  it.each([
    ['the year 0', '0000-01-01T00:00:00Z'],
    ['an offset that no clock has', '2026-10-16T12:00:00+20:00'],
    ['a moment that is past the last year in UTC', '2199-12-31T23:59:59-12:00'],
    ['the year 9999', '9999-12-31T23:59:59Z'],
  ])('refuses by name a due moment of %s', (_, due) => {
    expect(places((document) => Object.assign(piece(document), { due }))).toEqual(['root.children[0].due']);
  });

  it.each(['name', 'id', 'note'])('refuses by name half of a character in the %s', (field) => {
    expect(places((document) => Object.assign(piece(document), { [field]: 'half \ud800' }))).toEqual([
      `root.children[0].${field}`,
    ]);
  });

  it('refuses a file that is nested more deeply than any', () => {
    const text = `{"format":"fidens-course","note":${'['.repeat(5_000)}${']'.repeat(5_000)}}`;
    const read = readCourse(text);
    expect(read.ok ? '' : read.faults[0]!.message).toMatch(/levels deep/);
  });

  it('takes children that are null in an assessment as left out, as any key that it does not know', () => {
    expect(places((document) => Object.assign(piece(document), { children: null }))).toEqual([]);
    expect(places((document) => Object.assign(piece(document), { children: [] }))).toEqual([
      'root.children[0].children',
    ]);
  });

  it('refuses replacements that hang on more others than any syllabus has', () => {
    const chain = (length: number) =>
      course(
        Array.from({ length }, (_, index) =>
          category([open('10')], { id: `c${index}`, ...(index > 0 && { replace: { by: `c${index - 1}` } }) }),
        ),
      );
    expect(checkCourse(chain(LIMITS.sources + 1)).ok).toBe(true);
    const checked = checkCourse(chain(LIMITS.sources + 2));
    expect(checked.ok ? [] : checked.faults.map(({ message }) => message)).toEqual([
      `hangs on more than ${LIMITS.sources} other replacements`,
    ]);
  });

  it('reads the example of the page, which comes to what the page says', () => {
    const page = readFileSync(join(__dirname, '../../../docs/course-file.md'), 'utf8');
    const [, text] = /```json\n(\{\s+"format"[\s\S]*?)```/.exec(page)!;
    const read = readCourse(text!);
    if (!read.ok) throw new Error(JSON.stringify(read.faults));
    const { standing } = answer(read.value, NOW);
    expect(standing).toMatchObject({ percent: '71.2', letter: 'C' });
    expect(page).toContain(`÷ 100 = ${standing!.percent}%`);
    const tests = outlooks(read.value, NOW).standing.parts[0]!.worth!.value;
    expect(page).toContain(`for the fourth absence, ${decimalText(tests.mul(HUNDRED), 6)}%`);
  });

  it.each<[string, (document: Record<string, never>) => void, string]>([
    ['a curve with two forms', (d) => set(d, { curve: { add: '1', times: '2' } }), 'root.children[0].curve'],
    ['a curve with none', (d) => set(d, { curve: {} }), 'root.children[0].curve'],
    ['full marks at 0', (d) => set(d, { curve: { full: '0' } }), 'root.children[0].curve.full'],
    [
      'a line that goes back',
      (d) => set(d, { curve: { line: { from: ['90', '40'], to: ['60', '95'] } } }),
      'root.children[0].curve.line.from[1]',
    ],
    [
      'steps out of order',
      (d) =>
        set(d, {
          curve: {
            steps: [
              { from: '0', gives: '0' },
              { from: '50', gives: '1' },
            ],
          },
        }),
      'root.children[0].curve.steps[1].from',
    ],
    [
      'a deduction with a weight',
      (d) => set(d, { deduct: { each: '1' }, weight: '2' }),
      'root.children[0].weight',
    ],
    ['a deduction with no part', (d) => set(d, { deduct: {} }), 'root.children[0].deduct.each'],
    ['a deduction of a category', (d) => Object.assign(root(d), { deduct: { each: '1' } }), 'root.deduct'],
    [
      'a source that is not there',
      (d) => Object.assign(root(d), { replace: { by: 'x' } }),
      'root.replace.by',
    ],
    ['a circle', (d) => Object.assign(root(d), { replace: { by: 'course' } }), 'root.replace.by'],
    [
      'schemes where points are pooled',
      (d) => Object.assign(root(d), { schemes: [{ name: 'S', weights: {} }] }),
      'root.schemes',
    ],
    [
      'a weight that moves where points are pooled',
      (d) => set(d, { weightTo: 'p' }),
      'root.children[0].weightTo',
    ],
    [
      'a requirement for the lowest letter',
      (d) => needs(d, { for: 'F', of: 'p', atLeast: '50' }),
      'requirements[0].for',
    ],
    ['pieces of a piece', (d) => needs(d, { for: 'A', of: 'p', pieces: 1 }), 'requirements[0].of'],
    ['at most of a category', (d) => needs(d, { for: 'A', of: 'course', atMost: '1' }), 'requirements[0].of'],
    [
      'each without pieces',
      (d) => needs(d, { for: 'A', of: 'p', atLeast: '1', each: '1' }),
      'requirements[0]',
    ],
    ['a requirement of nothing', (d) => needs(d, { for: 'A', of: 'x', atLeast: '1' }), 'requirements[0].of'],
  ])('refuses by its place %s', (_, change, at) => {
    expect(places(change)).toContain(at);
  });
});

const set = (document: unknown, fields: object) => Object.assign(piece(document), fields);
const needs = (document: unknown, requirement: object) =>
  Object.assign(document as object, { requirements: [requirement] });
