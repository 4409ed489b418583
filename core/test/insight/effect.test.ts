import type { Course } from '../../src/document/course';
import { applyEdits } from '../../src/editing/apply-edits';
import { courseSetting, setting, type Edit } from '../../src/editing/edit';
import { effectOf } from '../../src/insight/effect';
import { category, course, NOW, open, scored } from '../sample';

const logs = category(
  [scored('9', '10', { id: 'one' }), scored('4', '10', { id: 'two' }), open('10', { id: 'three' })],
  { id: 'logs', weight: '40', combine: 'equal' },
);

const term = course([logs, open('100', { id: 'exam', weight: '60' })], { combine: 'weights' });

function effect(...edits: Edit[]) {
  const edited = applyEdits(term, edits);
  if (!edited.ok) throw new Error(edited.faults[0]!.message);
  return effectOf(term, edited.course, NOW);
}

describe('the effect of a rule', () => {
  it('is the standing, forecast and reach before and after, and who counts otherwise', () => {
    const { outlooks, reach, pieces, changesGrades } = effect(setting('logs', { drop: { lowest: 1 } }));
    expect(outlooks[0]).toEqual({
      name: 'standing',
      before: { percent: '65.0', letter: 'F' },
      after: { percent: '90.0', letter: 'A' },
    });
    expect(outlooks.map(({ name }) => name)).toEqual(['standing', 'floor', 'ceiling', 'forecast']);
    const a = reach.find(({ label }) => label === 'A')!;
    expect([a.before!.state, a.after!.state]).toEqual(['reachable', 'reachable']);
    expect(Number(a.after!.level)).toBeLessThan(Number(a.before!.level));
    expect(pieces).toEqual([
      {
        id: 'two',
        name: 'Piece',
        before: { role: 'regular', percent: '40' },
        after: { role: 'dropped lowest', percent: '40' },
      },
    ]);
    expect(changesGrades).toBe(true);
  });

  it('is nothing where only words change', () => {
    const { pieces, changesGrades } = effect(
      setting('logs', { name: 'Field logs' }),
      courseSetting({ code: 'X' }),
    );
    expect(pieces).toEqual([]);
    expect(changesGrades).toBe(false);
  });

  it('names pieces that no longer count, that are gone, and that count for less', () => {
    const uncounted = effect(setting('one', { counted: false }));
    expect(uncounted.pieces).toEqual([
      expect.objectContaining({ id: 'one', after: { role: 'not counted', percent: undefined } }),
    ]);
    expect(effect({ op: 'remove', id: 'one' }).pieces).toEqual([
      expect.objectContaining({ id: 'one', after: undefined }),
    ]);
    expect(effect(setting('one', { cap: '85' })).pieces).toEqual([
      expect.objectContaining({ id: 'one', after: { role: 'regular', percent: '85' } }),
    ]);
  });

  it('sees letters come and go with the scale', () => {
    const bands = [
      { label: 'Pass', from: '50' },
      { label: 'F', from: '0' },
    ];
    const { outlooks, reach } = effect(courseSetting({ scale: { bands } }));
    expect(outlooks[0]!.after).toEqual({ percent: '65.0', letter: 'Pass' });
    expect(reach.map(({ label }) => label)).toEqual(['Pass', 'F', 'A', 'B', 'C']);
    expect(reach[0]).toMatchObject({ before: undefined, after: { state: 'reachable' } });
    expect(reach[2]!.after).toBeUndefined();
  });

  it('leaves the course as it was', () => {
    const before: Course = structuredClone(term);
    effect(setting('logs', { drop: { lowest: 1 } }));
    expect(term).toEqual(before);
  });
});
