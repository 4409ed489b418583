import fc from 'fast-check';
import type { Category } from '../../src/document/course';
import { applyEdits } from '../../src/editing/apply-edits';
import type { Edit } from '../../src/editing/edit';
import { scaleToHundred, spreadRest } from '../../src/editing/weights';
import { weightTotal } from '../../src/grading/problems';
import { category, course } from '../sample';

const weighed = (...weights: (string | undefined)[]): Category =>
  course(
    weights.map((weight, index) =>
      category([], { id: `c${index}`, ...(weight !== undefined && { weight }) }),
    ),
    { combine: 'weights' },
  ).root;

/** The weights after some edits. */
function after(root: Category, edits: readonly Edit[] | undefined): (string | undefined)[] {
  const edited = applyEdits(course([], { ...root }), edits ?? []);
  if (!edited.ok) throw new Error(edited.faults[0]!.message);
  return edited.course.root.children.map(({ weight }) => weight);
}

describe('weights that do not total 100', () => {
  it('spread what is left evenly among those without one, to the hundredth', () => {
    const root = weighed('40', undefined, undefined, undefined);
    expect(after(root, spreadRest(root))).toEqual(['40', '20', '20', '20']);
    const thirds = weighed(undefined, undefined, undefined);
    expect(after(thirds, spreadRest(thirds))).toEqual(['33.34', '33.33', '33.33']);
    expect(spreadRest(weighed('40', '60'))).toBeUndefined();
    expect(spreadRest(weighed('100', undefined))).toBeUndefined();
    expect(spreadRest(weighed('120', undefined))).toBeUndefined();
  });

  it('spread over all but those that are to be kept, whatever weight they had', () => {
    const root = weighed('40', '50', '30', undefined);
    expect(after(root, spreadRest(root, new Set(['c0'])))).toEqual(['40', '20', '20', '20']);
    expect(after(root, spreadRest(root, new Set()))).toEqual(['25', '25', '25', '25']);
    expect(spreadRest(root, new Set(['c0', 'c1', 'c2', 'c3']))).toBeUndefined();
    expect(spreadRest(root, new Set(['c0', 'c1', 'c2']))).toBeUndefined();
  });

  it('scale to 100, ratios kept', () => {
    const root = weighed('3', '5');
    expect(after(root, scaleToHundred(root))).toEqual(['37.5', '62.5']);
    const over = weighed('20', '30', '55');
    expect(after(over, scaleToHundred(over))).toEqual(['19.05', '28.57', '52.38']);
    expect(scaleToHundred(weighed('40', '60'))).toBeUndefined();
    expect(scaleToHundred(weighed(undefined))).toBeUndefined();
  });

  it('total exactly 100 afterwards, none off by a hundredth or more', () => {
    const weights = fc.array(fc.integer({ min: 1, max: 9_999 }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(weights, (hundredths) => {
        const root = weighed(...hundredths.map((value) => String(value / 100)));
        const edits = scaleToHundred(root);
        if (!edits) return;
        const scaled = after(root, edits);
        const sum = hundredths.reduce((total, value) => total + value, 0);
        expect(weightTotal(weighed(...scaled)).toFraction()).toBe('100');
        scaled.forEach((weight, index) =>
          expect(Math.abs(Number(weight) - (hundredths[index]! * 100) / sum)).toBeLessThan(0.010001),
        );
      }),
    );
  });
});
