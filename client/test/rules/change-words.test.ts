import { applyEdits, courseSetting, setting, type Category, type Edit } from '@fidens/core';
import { changeLines, placeWords } from '@/rules/change-words';
import { dropWords } from '@/rules/drop/words';
import { lateWords } from '@/rules/late/words';
import { missingWords } from '@/rules/missing/words';
import { roundWords } from '@/rules/round/words';
import { course } from '../sample';

const group = (...children: Category['children']): Category => ({
  kind: 'category',
  id: 'group',
  name: 'Field logs',
  children,
});

/** What a change of the sample course says; the change must fit. */
function said(...edits: Edit[]) {
  const before = course({ status: 'scored', score: { points: '6' }, due: '2026-10-01T10:00:00Z' });
  expect(applyEdits(before, edits).ok).toBe(true);
  return changeLines(before, edits);
}

describe('a change in words', () => {
  it.each<[string, Edit, object]>([
    [
      'a score',
      setting('two', { score: { points: '7.5' } }),
      { what: 'Two: score', before: '6 points', after: '7.5 points' },
    ],
    [
      'a curve',
      setting('one', { curve: { full: '9' } }),
      { what: 'One: curve', before: 'none', after: '9 are full marks' },
    ],
    [
      'a deduction',
      setting('two', { deduct: { each: '2', free: '3' } }),
      { what: 'Two: what each one takes', before: 'nothing, it has marks', after: '2%, the first 3 nothing' },
    ],
    [
      'a requirement',
      courseSetting({ requirements: [{ for: 'A', of: 'one', atLeast: '50' }] }),
      { what: 'The course: requirements for letters', before: 'none', after: 'A or better needs 50% on One' },
    ],
    [
      'a replacement',
      setting('course', { replace: { by: 'one', lowest: 2 } }),
      {
        what: 'The whole: replacement',
        before: 'none',
        after: 'One replaces the lowest two, if it is better',
      },
    ],
    ['a weight', setting('one', { weight: '12.50' }), { what: 'One: weight', before: 'none', after: '12.5' }],
    [
      'a title',
      courseSetting({ title: 'Rigging' }),
      { what: 'The course: title', before: 'Knots and Splices', after: 'Rigging' },
    ],
    [
      'what no longer counts',
      setting('two', { counted: false }),
      { what: 'Two: counted', before: 'yes', after: 'no' },
    ],
    [
      'lateness',
      setting('two', { late: { days: '2', waived: true } }),
      { what: 'Two: lateness', before: 'none', after: '2 days late, waived' },
    ],
    [
      'a policy',
      courseSetting({ policy: { missing: { counts: 'nothing' }, overdue: { after: '7' } } }),
      {
        what: 'The course: missing and late work',
        before: 'as usual',
        after: 'missing work is left out, as if excused; overdue after 7 days',
      },
    ],
    [
      'drops',
      setting('course', { drop: { lowest: 1, by: 'benefit' } }),
      {
        what: 'The whole: drops',
        before: 'none',
        after: 'the lowest one is dropped, chosen so that it helps most',
      },
    ],
  ])('says %s, before and after', (_, edit, line) => expect(said(edit)).toEqual([line]));

  it('says one thing of a score that comes with its state, and nothing of what stays', () => {
    expect(said(setting('two', { status: 'missing', score: undefined }))).toEqual([
      { what: 'Two: score', before: '6 points', after: 'nothing' },
    ]);
    expect(said(setting('one', { name: 'One' }))).toEqual([]);
  });

  it('says what comes, goes and moves, with what is in it', () => {
    expect(said({ op: 'add', parent: 'course', node: group() })).toEqual([
      { what: 'Field logs added to the course' },
    ]);
    expect(said({ op: 'remove', id: 'one' })).toEqual([{ what: 'One deleted' }]);
    const [one] = course().root.children;
    const filed = { ...course(), root: { ...course().root, children: [group(one!)] } };
    expect(changeLines(filed, [{ op: 'remove', id: 'group' }])).toEqual([
      { what: 'Field logs deleted, with 1 piece' },
    ]);
    expect(changeLines(filed, [{ op: 'move', id: 'one', parent: 'course' }])).toEqual([
      { what: 'One moved to the course' },
    ]);
  });
});

describe('a place in words', () => {
  it.each([
    ['root.children[1].planned', 'Two, promised pieces'],
    ['root.children[0]', 'One'],
    ['root.drop.highest', 'The course, drops, highest'],
    ['root.children[7].score', 'root.children[7].score'],
    ['scale.bands[1].from', 'scale.bands[1].from'],
  ])('%s is %s', (at, words) => expect(placeWords(course(), at)).toBe(words));
});

describe('a rule in words', () => {
  it('of drops', () => {
    expect(dropWords(group().drop)).toBeUndefined();
    expect(dropWords({ lowest: 2, highest: 1, by: 'points', when: 'complete' })).toBe(
      'the lowest two and the highest one are dropped, by points, once nothing is open',
    );
  });

  it('of lateness, with everything that it may say', () => {
    expect(lateWords(null)).toBe('late work loses nothing');
    expect(lateWords({ perDay: '8' })).toBe('late work loses 8% of what is possible each started day');
    expect(
      lateWords({ perDay: '8', of: 'earned', count: 'completed', grace: '3', floor: '30', closes: '6' }),
    ).toBe(
      'late work loses 8% of what was earned each full day, after 3 hours of grace, never below 30%, nothing is given after 6 days',
    );
  });

  it('of missing work and of rounding', () => {
    expect(missingWords({ counts: 'percent' })).toBe('missing work counts 0');
    expect(missingWords({ counts: 'percent', percent: '50.0' })).toBe('missing work counts 50%');
    expect(roundWords({ step: '0.50', mode: 'down' })).toBe('to steps of 0.5 percent, always down');
  });
});
