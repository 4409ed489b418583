import { LEVEL_SCALES, SCALE_PRESETS } from '../../src/document/scale-presets';
import { applyEdits } from '../../src/editing/apply-edits';
import { courseOfFacts, type CourseOfFacts } from '../../src/syllabus/course-of-facts';
import { changedFact, decide } from '../../src/syllabus/decide';
import { factKey, isAsked } from '../../src/syllabus/fact-key';
import type { Fact, FactKind } from '../../src/syllabus/facts';
import { findFacts } from '../../src/syllabus/find-facts';
import { keptText } from '../../src/syllabus/text/kept-text';
import { newVersionOf } from '../../src/syllabus/new-version';

const NEAR = '2026-10-01T12:00:00Z';
const UNSAID = { title: 'Untitled', scale: SCALE_PRESETS[0]!.scale };

const TEXT = `Weather
Grading
Field logs (8) 35%
Problem sets 15%
Quizzes 12
Final exam 38%

Final exam: 3/12
Late work loses 10% per day.`;

const factsOf = (text: string) => findFacts(text, NEAR).facts;
const factIn = (facts: readonly Fact[], kind: FactKind, words?: string) =>
  facts.find((fact) => fact.kind === kind && (words === undefined || fact.value === words))!;

function courseOf(facts: readonly Fact[]): CourseOfFacts {
  const made = courseOfFacts(facts, UNSAID);
  if (!made.ok) throw new Error(made.faults[0]!.message);
  return made.value;
}

describe('deciding', () => {
  const facts = factsOf(TEXT);

  it('takes what is sure, and asks what is doubtful', () => {
    const { taken, asked } = decide(facts, {}, NEAR);
    expect(asked.map(({ kind }) => kind).sort()).toEqual(['due', 'weight']);
    expect(taken.some(isAsked)).toBe(false);
    const { children } = courseOf(taken).course.root;
    expect(children.find(({ name }) => name === 'Quizzes')?.weight).toBeUndefined();
  });

  it('takes a reading that was chosen: the weight of all, or the points of each', () => {
    const weight = facts.find((fact) => fact.kind === 'weight' && isAsked(fact))!;
    const quizzes = (take: number) =>
      courseOf(decide(facts, { [factKey(weight)]: { take } }, NEAR).taken).course.root.children.find(
        ({ name }) => name === 'Quizzes',
      );
    expect(quizzes(0)).toMatchObject({ weight: '12' });
    expect(quizzes(1)?.weight).toBeUndefined();
    const due = facts.find((fact) => fact.kind === 'due')!;
    const days = [0, 1].map(
      (take) => factIn(decide(facts, { [factKey(due)]: { take } }, NEAR).taken, 'due').value as string,
    );
    expect(days.map((day) => new Date(day).getMonth())).toEqual([2, 11]);
  });

  it('leaves out, and changes, fact by fact', () => {
    const [perDay, logs] = [factIn(facts, 'latePerDay'), factIn(facts, 'weight', '35')];
    const { taken } = decide(
      facts,
      { [factKey(perDay)]: { leave: true }, [factKey(logs)]: { change: '40 %' } },
      NEAR,
    );
    const { course } = courseOf(taken);
    expect(course.policy).toBeUndefined();
    expect(course.root.children[0]).toMatchObject({ name: 'Field logs', weight: '40' });
  });

  it.each<[FactKind, string]>([
    ['weight', 'much'],
    ['pieces', '0'],
    ['pieces', '2.5'],
    ['name', ' '],
    ['due', 'some day'],
  ])('a %s that is changed to "%s" is refused, and what the text says holds', (kind, typed) => {
    const fact = factIn(facts, kind);
    expect(changedFact(fact, typed, NEAR)).toEqual({ said: expect.stringMatching(/^must be/) });
    const { taken, wrong } = decide(facts, { [factKey(fact)]: { change: typed } }, NEAR);
    expect(taken).toContainEqual(fact);
    expect(Object.keys(wrong)).toEqual([factKey(fact)]);
  });
});

describe('a new version', () => {
  const before = courseOf(factsOf(TEXT));
  let last = 0;
  const newId = () => `new${(last += 1)}`;
  const version = (text: string, course = before.course, old: CourseOfFacts | undefined = before) =>
    newVersionOf(course, old, courseOf(factsOf(text)), newId);

  it('of the same text changes nothing', () => {
    expect(version(TEXT)).toEqual({ edits: [], gone: [] });
  });

  it('changes what it says differently, and only that', () => {
    const changed = TEXT.replace('35%', '30%').replace('(8)', '(7)').replace('10% per day', '5% per day');
    const { edits } = version(changed);
    const made = applyEdits(before.course, edits);
    expect(made).toMatchObject({ ok: true });
    const { course } = made as Extract<typeof made, { ok: true }>;
    expect(course.root.children[0]).toMatchObject({ weight: '30', planned: { pieces: 7 } });
    expect(course.policy?.late?.perDay).toBe('5');
    expect(course.root.children.slice(1)).toEqual(before.course.root.children.slice(1));
  });

  it('keeps what the student has changed and neither text speaks of anew', () => {
    const [first] = before.course.root.children;
    const own = applyEdits(before.course, [
      { op: 'set', id: first!.id, set: { weight: '33', note: 'mine' } },
    ]);
    const { course } = own as Extract<typeof own, { ok: true }>;
    const { edits } = version(TEXT.replace('10% per day', '5% per day'), course);
    expect(edits.map(({ op }) => op)).toEqual(['course']);
  });

  it('adds what is new with ids of its own, and tells what is gone without taking it away', () => {
    const changed = TEXT.replace('Problem sets 15%', 'Group project 15%');
    const { edits, gone } = version(changed);
    expect(gone).toEqual(['Problem sets']);
    expect(edits).toEqual([
      expect.objectContaining({
        op: 'add',
        parent: 'course',
        node: expect.objectContaining({ name: 'Group project', weight: '15' }),
      }),
    ]);
    expect(applyEdits(before.course, edits)).toMatchObject({ ok: true });
  });

  it('adds other weights, once', () => {
    const old = courseOf(factsOf('Analysis\n\nHomework 20%\nMidterm 30%\nFinal 50%'));
    const text = 'Analysis\n\nHomework, midterm and final count 20/30/50 or 10/20/70, whichever is better.';
    const { edits } = version(text, old.course, old);
    const made = applyEdits(old.course, edits);
    expect(made).toMatchObject({ ok: true });
    const { course } = made as Extract<typeof made, { ok: true }>;
    const [homework, midterm, final] = old.course.root.children.map(({ id }) => id);
    expect(course.root.schemes?.map(({ weights }) => weights)).toEqual([
      { [homework!]: '10', [midterm!]: '20', [final!]: '70' },
    ]);
    expect(version(text, course, old).edits).toEqual([]);
  });

  it('adds what a letter needs, once', () => {
    const changed = `${TEXT}\nYou must get at least 50% on the final exam to pass the course.`;
    const { edits } = version(changed);
    const made = applyEdits(before.course, edits);
    expect(made).toMatchObject({ ok: true });
    const { course } = made as Extract<typeof made, { ok: true }>;
    const exam = before.course.root.children.find(({ name }) => name === 'Final exam')!;
    expect(course.requirements).toEqual([{ for: 'D', of: exam.id, atLeast: '50' }]);
    expect(version(changed, course)).toEqual({ edits: [], gone: [] });
  });

  it('of a course that had no text changes all that the text says', () => {
    const empty = {
      ...before.course,
      scale: LEVEL_SCALES[0]!.scale,
      root: { ...before.course.root, children: [] },
    };
    const { edits } = version(TEXT, empty, undefined);
    expect(edits.filter(({ op }) => op === 'add')).toHaveLength(before.course.root.children.length);
  });
});

describe('the text that stays with a course', () => {
  it('is as it was, without signs that no record has', () => {
    expect(keptText('Weather \r\nQuizzes\u0000 20%\r\n\uD800', [])).toBe('Weather\nQuizzes 20%\n\uFFFD');
  });

  it('of a long text is the stretch in which its facts stand', () => {
    const long = `${'Talk about the sea. '.repeat(3_000)}\n\n${TEXT}`;
    const kept = keptText(long, factsOf(long));
    expect(kept.length).toBeLessThanOrEqual(30_000);
    expect(kept).toContain('Field logs (8) 35%');
  });
});
