import { explain, explanationWords, rational, type Course } from '@fidens/core';
import { compute } from '@/model/computed';
import { applied } from '@/model/rule-draft';
import { awayWords, changedSumWords, givesWords, teacherMessage } from '@/wording/school-words';
import { course } from '../sample';

const NOW = '2026-10-20T12:00:00Z';

/** A category of two, of which one is open, and a piece beside it. */
const document: Course = {
  ...course(),
  code: 'KNT 1',
  root: {
    ...course().root,
    combine: 'equal',
    children: [
      { ...course().root, id: 'knots', name: 'Knots', combine: 'equal' },
      {
        kind: 'assessment',
        id: 'test',
        name: 'Test',
        possible: '10',
        status: 'scored',
        score: { points: '9' },
      },
    ],
  },
};

function told(percent: string) {
  const [first] = explain(document, { percent }, NOW).explanations;
  const after = applied(
    document,
    first!.differences.flatMap(({ edits }) => edits),
  );
  if ('reason' in after) throw new Error(after.reason);
  return { differences: first!.differences, after: after.course };
}

describe('why a school’s figure differs, in words', () => {
  test('says the sum in which it differs from the inside', () => {
    const { after, differences } = told('65.0');
    expect(explanationWords(document, differences)).toBe('It counts Two as zero, though it is still open');
    const [here, there] = [document, after].map((each) => compute(each, NOW).outlooks.standing);
    expect(changedSumWords(here!, there!)).toBe('(80 + 0) ÷ 2 = 40% in Knots, not 80%');
  });

  test('gives the number with two decimals, so that it can be followed', () => {
    const { scale } = document;
    expect(givesWords(rational('65'), scale)).toBe('65.00');
    expect(givesWords(rational('83.616667'), scale)).toBe('83.62');
    expect(givesWords(rational('83.616667'), { ...scale, outOf: '4' })).toBe('3.34 of 4');
    expect(awayWords(rational('-5'), scale)).toBe('5.0 lower');
    expect(awayWords(rational('5'), { ...scale, outOf: '4' })).toBe('0.20 higher');
  });

  test('makes a message for a teacher with both numbers and the reason', () => {
    const { differences } = told('65.0');
    const standing = compute(document, NOW).outlooks.standing.worth!.value;
    const text = teacherMessage(document, { shown: '65.0', gives: '65', differences }, standing, 'Ada Brook');
    expect(text).toContain('for Knots and Splices (KNT 1) the school’s page shows 65.0.');
    expect(text).toContain('I come to 85.');
    expect(text).toContain('if it counts Two as zero, though it is still open: that makes 65.00.');
    expect(text.endsWith('Ada Brook')).toBe(true);
  });
});
