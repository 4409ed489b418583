import type { Course } from '../../src/document/course';
import { applyEdits } from '../../src/editing/apply-edits';
import { countingDouble, recombinations } from '../../src/editing/recombine';
import { outlooks } from '../../src/grading/outlook';
import { decimalText, HUNDRED } from '../../src/numbers/rational';
import { category, course, NOW, open, scored } from '../sample';

const standing = (document: Course) =>
  decimalText(outlooks(document, NOW).standing.worth!.value.mul(HUNDRED), 4);

const after = (document: Course, edits: Parameters<typeof applyEdits>[1]) => {
  const made = applyEdits(document, edits);
  if (!made.ok) throw new Error(JSON.stringify(made.faults));
  return made.course;
};

const WEIGHED = course(
  [
    scored('70', '100', { id: 'a', weight: '20' }),
    scored('80', '100', { id: 'b', weight: '20' }),
    scored('90', '100', { id: 'c', weight: '60' }),
  ],
  { combine: 'weights' },
);

describe('a category that comes to add up otherwise', () => {
  it('to pooled points proposes to drop its weights, which would multiply points unseen', () => {
    const [proposed, kept] = recombinations(WEIGHED, WEIGHED.root.id, 'points', NOW);
    expect([proposed!.weights, kept!.weights]).toEqual(['gone', 'kept']);
    expect(standing(after(WEIGHED, proposed!.edits))).toBe('80');
    expect(standing(after(WEIGHED, kept!.edits))).toBe('84');
  });

  it('to own weights begins with what each piece counts now, and the standing stays', () => {
    const pooled = course([
      scored('40', '50', { id: 'a' }),
      scored('9', '10', { id: 'b', weight: '2' }),
      category([scored('20', '30', { id: 'c1' }), open('100', { id: 'c2' })], { id: 'c' }),
    ]);
    const [proposed, kept] = recombinations(pooled, pooled.root.id, 'weights', NOW);
    expect([proposed!.weights, kept!.weights]).toEqual(['counts', 'kept']);
    const weights = after(pooled, proposed!.edits).root.children.map(({ weight }) => weight);
    expect(weights).toEqual(['25', '10', '65']);
  });

  it('keeps the ratio where percents would be no short decimals', () => {
    const pooled = course([scored('5', '10', { id: 'a' }), scored('9', '20', { id: 'b' })]);
    const [proposed] = recombinations(pooled, pooled.root.id, 'weights', NOW);
    const changed = after(pooled, proposed!.edits);
    expect(changed.root.children.map(({ weight }) => weight)).toEqual(['10', '20']);
    expect(standing(changed)).toBe(standing(pooled));
  });

  it('shares alike where every piece counted the same', () => {
    const equal = course([scored('5', '10', { id: 'a' }), open('90', { id: 'b' })], { combine: 'equal' });
    const [proposed] = recombinations(equal, equal.root.id, 'weights', NOW);
    expect(after(equal, proposed!.edits).root.children.map(({ weight }) => weight)).toEqual(['50', '50']);
  });

  it('asks nothing where there are no weights, and has nothing to say of what is no category', () => {
    const plain = course([scored('5', '10', { id: 'a' })]);
    expect(recombinations(plain, plain.root.id, 'equal', NOW)).toHaveLength(1);
    expect(recombinations(plain, 'a', 'equal', NOW)).toEqual([]);
  });
});

describe('a piece that is to count double', () => {
  const doubled = (document: Course, id: string) => after(document, countingDouble(document, id)!);

  it('counts twice its points where they are pooled, and twice its weight where it has one', () => {
    const pooled = course([scored('70', '100', { id: 'a' }), scored('100', '100', { id: 'b' })]);
    expect(standing(doubled(pooled, 'b'))).toBe('90');
    // 20 × 70 + 40 × 80 + 60 × 90, of 120.
    expect(standing(doubled(WEIGHED, 'b'))).toBe('83.3333');
  });

  it('among pieces that count alike has twice the weight of each other', () => {
    const alike = course([scored('70', '100', { id: 'a' }), scored('10', '10', { id: 'b' })], {
      combine: 'equal',
    });
    expect(standing(alike)).toBe('85');
    expect(standing(doubled(alike, 'b'))).toBe('90');
  });

  it('cannot where it has no weight, where promised pieces would have none, or where it stands alone', () => {
    const unweighed = course([open('10', { id: 'a' }), open('10', { id: 'b', weight: '5' })], {
      combine: 'weights',
    });
    const promised = course([open('10', { id: 'a' }), open('10')], {
      combine: 'equal',
      planned: { pieces: 4 },
    });
    const alone = course([open('10', { id: 'a' })], { combine: 'equal' });
    expect([unweighed, promised, alone].map((document) => countingDouble(document, 'a'))).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
    expect(countingDouble(alone, 'course')).toBeUndefined();
  });
});
