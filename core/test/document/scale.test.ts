import fc from 'fast-check';
import type { Course } from '../../src/document/course';
import { checkCourse } from '../../src/document/course-file';
import { proposedWorth, scaleFor, withWorths } from '../../src/document/scale';
import { applyEdits } from '../../src/editing/apply-edits';
import { changingScale } from '../../src/editing/edit';
import { lettersOf, shownPercent } from '../../src/grading/letter';
import { outlooks } from '../../src/grading/outlook';
import { fractionOfPercent } from '../../src/numbers/rational';
import { course, LETTERS, open } from '../sample';

const LEVELS = {
  outOf: '4',
  bands: [
    { label: '4', from: '87.5', worth: '100' },
    { label: '3', from: '0', worth: '75' },
  ],
};

/** A course of letters in which one essay is marked by levels. */
function byLevels(label = '3'): Course {
  return {
    ...course([
      { ...open('20'), id: 'essay', scale: 'Levels', status: 'scored', score: { label } },
      { ...open('20'), id: 'quiz', status: 'scored', score: { label: 'B' } },
    ]),
    scales: { Levels: LEVELS },
  };
}

describe('a scale on a node', () => {
  it('says what labels are worth there, and the course’s says it elsewhere', () => {
    const { standing } = outlooks(byLevels(), '2026-10-20T12:00:00Z');
    // 75% of 20 and 85% of 20, pooled.
    expect(standing.worth!.value.equals(fractionOfPercent('80'))).toBe(true);
    expect(scaleFor(byLevels(), 'essay')).toBe(LEVELS);
    expect(scaleFor(byLevels(), 'quiz').bands).toBe(LETTERS.bands);
  });

  it('is named by one that the course has, with a label that it has', () => {
    const faults = (document: Course) => {
      const checked = checkCourse(document);
      return checked.ok ? [] : checked.faults.map(({ at }) => at);
    };
    expect(faults(byLevels())).toEqual([]);
    expect(faults(byLevels('B'))).toEqual(['root.children[0].score.label']);
    expect(faults({ ...byLevels(), scales: {} })).toContain('root.children[0].scale');
    const rising = { bands: [...LEVELS.bands].reverse() };
    expect(faults({ ...byLevels(), scales: { Levels: rising } })).toContain('scales.Levels.bands[1].from');
  });

  it('is changed where it stands', () => {
    const edit = changingScale(byLevels(), 'essay', (scale) => ({ ...scale, outOf: '8' }));
    const changed = applyEdits(byLevels(), [edit]);
    expect(changed.ok && changed.course.scales?.Levels?.outOf).toBe('8');
    expect(changed.ok && changed.course.scale).toEqual(byLevels().scale);
  });
});

describe('what a letter is worth as a score', () => {
  it('is proposed as the middle of its band', () => {
    const letters = { bands: LETTERS.bands.map(({ label, from }) => ({ label, from })) };
    expect(letters.bands.map(({ label }) => proposedWorth(letters, label))).toEqual(['95', '85', '75', '35']);
    expect(withWorths(letters, 'B').bands.map(({ worth }) => worth)).toEqual([
      undefined,
      '85',
      undefined,
      undefined,
    ]);
  });

  it('always lies in its band, and what has a worth keeps it', () => {
    const cuts = fc.uniqueArray(fc.integer({ min: 1, max: 120 }), { maxLength: 8 });
    fc.assert(
      fc.property(cuts, (from) => {
        const falling = [...from.sort((a, b) => b - a), 0];
        const scale = { bands: falling.map((cut, index) => ({ label: String(index), from: String(cut) })) };
        const filled = withWorths(scale);
        filled.bands.forEach(({ worth }, index) => {
          expect(Number(worth)).toBeGreaterThanOrEqual(falling[index]!);
          if (index > 0) expect(Number(worth)).toBeLessThan(falling[index - 1]!);
        });
        expect(withWorths(filled)).toEqual(filled);
      }),
    );
  });
});

describe('a scale in a unit of its own', () => {
  const letters = lettersOf({
    outOf: '4',
    bands: [
      { label: 'A', from: '87.5' },
      { label: 'B', from: '0' },
    ],
  });

  it('writes a standing as a part of it, never as one that reaches what it misses', () => {
    expect(shownPercent(fractionOfPercent('59.25'), letters)).toBe('2.37 of 4');
    expect(shownPercent(fractionOfPercent('87.5'), letters)).toBe('3.50 of 4');
    expect(shownPercent(fractionOfPercent('87.49'), letters)).toBe('3.4996 of 4');
    expect(shownPercent(fractionOfPercent('87.499999'), letters)).toBe('just below 3.5 of 4');
  });
});
