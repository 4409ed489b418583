import type { Course } from '../../src/document/course';
import type { Derivation } from '../../src/grading/combine';
import { outlooks } from '../../src/grading/outlook';
import { decimalText, HUNDRED } from '../../src/numbers/rational';
import { category, course, NOW, open, scored } from '../sample';

const percent = (derivation: Derivation | undefined) =>
  derivation?.worth && decimalText(derivation.worth.value.mul(HUNDRED), 6);

const standing = (document: Course) => percent(outlooks(document, NOW).standing);

describe('a standing', () => {
  it('pools points', () =>
    expect(standing(course([scored('8', '10'), scored('30', '50')]))).toBe('63.333333'));

  it('counts every piece equal', () =>
    expect(standing(course([scored('8', '10'), scored('30', '50')], { combine: 'equal' }))).toBe('70'));

  it('weighs pieces', () => {
    const weighed = [scored('8', '10', { weight: '3' }), scored('30', '50', { weight: '5' })];
    expect(standing(course(weighed, { combine: 'weights' }))).toBe('67.5');
  });

  it('leaves open and excused work out, and counts missing work as 0', () => {
    const pieces = [
      scored('8', '10'),
      open('10'),
      open('10', { status: 'excused' }),
      open('10', { status: 'missing' }),
    ];
    expect(standing(course(pieces))).toBe('40');
  });

  it('shares the weight of a category without a value among the others', () => {
    const groups = [
      category([scored('9', '10')], { weight: '60' }),
      category([open('10')], { weight: '40' }),
    ];
    expect(standing(course(groups, { combine: 'weights' }))).toBe('90');
  });

  it('is nothing where nothing counts', () => expect(standing(course([open('10')]))).toBeUndefined());

  it('is exact: 76.25 is 76.25', () => {
    expect(standing(course([scored('0.1', '0.4'), scored('0.2', '0.4'), scored('2.75', '3.2')]))).toBe(
      '76.25',
    );
  });
});
