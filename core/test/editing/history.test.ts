import fc from 'fast-check';
import type { Course } from '../../src/document/course';
import { applyEdits } from '../../src/editing/apply-edits';
import { setting, type Edit } from '../../src/editing/edit';
import { pastSteps, reversal, type PastChange } from '../../src/editing/history';
import { category, course, open, scored } from '../sample';

const start = course([
  category([scored('8', '10', { id: 'one' }), open('10', { id: 'two' })], { id: 'logs', name: 'Logs' }),
  category([], { id: 'sets', name: 'Sets' }),
]);

/** A course after some changes, and its history, the newest first. */
function after(...changes: Edit[][]): { current: Course; history: PastChange[] } {
  let current: Course = start;
  const history: PastChange[] = [];
  changes.forEach((edits, index) => {
    const edited = applyEdits(current, edits);
    if (!edited.ok) throw new Error(edited.faults[0]!.message);
    current = edited.course;
    const id = `change ${index}`;
    history.unshift({ id, version: index + 2, madeAt: '', edits, inverse: edited.inverse });
  });
  return { current, history };
}

/** What is said of taking the first of some changes back. */
function takingBackFirst(...changes: Edit[][]) {
  const { current, history } = after(...changes);
  return reversal(pastSteps(current, history).at(-1)!, current);
}

const score = (points: string): Edit[] => [setting('two', { status: 'scored', score: { points } })];

describe('the history of a course', () => {
  it('gives the course before and after each change, back to the first', () => {
    const { current, history } = after(score('7'), [setting('logs', { drop: { lowest: 1 } })], score('9'));
    const steps = pastSteps(current, history);
    expect(steps.map(({ change }) => change.version)).toEqual([4, 3, 2]);
    expect(steps[0]!.after).toEqual(current);
    expect(steps[1]!.after).toEqual(steps[0]!.before);
    expect(steps[2]!.before).toEqual(start);
  });

  it('leads back from any row of scores and moves', () => {
    const edit = fc.oneof(
      fc.nat(10).map((points) => score(String(points))),
      fc.constant<Edit[]>([{ op: 'move', id: 'one', parent: 'sets' }]),
      fc.nat(3).map((lowest): Edit[] => [setting('logs', { drop: { lowest } })]),
    );
    fc.assert(
      fc.property(fc.array(edit, { minLength: 1, maxLength: 8 }), (changes) => {
        const { current, history } = after(...changes);
        const steps = pastSteps(current, history);
        expect(steps).toHaveLength(changes.length);
        expect(steps.at(-1)!.before).toEqual(start);
        expect(reversal(steps[0]!, current)).toEqual({ ok: true });
      }),
      { numRuns: 200 },
    );
  });

  it('takes a change back days later, where nothing hangs on it', () => {
    expect(takingBackFirst(score('7'), [setting('one', { note: 'x' })])).toEqual({ ok: true });
    expect(takingBackFirst([{ op: 'remove', id: 'one' }], score('5'))).toEqual({ ok: true });
  });

  it.each<[string, Edit[], Edit[]]>([
    ['Piece was changed again later.', score('7'), score('9')],
    [
      'Sets was changed later.',
      [{ op: 'add', parent: 'course', node: category([], { id: 'new', name: 'Sets' }) }],
      [{ op: 'add', parent: 'new', node: open('5', { id: 'inside' }) }],
    ],
    [
      'Piece was moved again later.',
      [{ op: 'move', id: 'one', parent: 'sets' }],
      [{ op: 'move', id: 'one', parent: 'course' }],
    ],
    ['Later changes depend on it', [{ op: 'remove', id: 'one' }], [{ op: 'remove', id: 'logs' }]],
  ])('refuses what would lose later work: %s', (reason, first, second) => {
    expect(takingBackFirst(first, second)).toEqual({ ok: false, reason: expect.stringContaining(reason) });
  });
});
