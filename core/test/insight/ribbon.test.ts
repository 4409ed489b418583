import type { Category, CourseNode } from '../../src/document/course';
import type { Derivation } from '../../src/grading/combine';
import { outlooks } from '../../src/grading/outlook';
import { ribbon, settledPoints, sketch } from '../../src/insight/ribbon';
import { decimalText, HUNDRED, ZERO, type Rational } from '../../src/numbers/rational';
import { category, course, NOW, open, scored } from '../sample';

const percent = (derivation: Derivation | undefined) =>
  derivation?.worth && decimalText(derivation.worth.value.mul(HUNDRED), 6);

describe('the ribbon', () => {
  const document = course(
    [
      category([scored('9', '10'), open('10')], { name: 'Work', weight: '60' }),
      open('80', { name: 'Exam', weight: '40' }),
    ],
    { combine: 'weights' },
  );

  it('splits each segment into earned, lost and open, which make its share', () => {
    const segments = ribbon(outlooks(document, NOW)).map(({ name, share, earned, lost, open: left }) => [
      name,
      ...[share, earned, lost, left].map((points) => decimalText(points, 2)),
    ]);
    expect(segments).toEqual([
      ['Work', '60', '27', '3', '30'],
      ['Exam', '40', '0', '0', '40'],
    ]);
  });

  it('earns the floor and can still have the ceiling', () => {
    const found = outlooks(document, NOW);
    const sum = (pick: (segment: ReturnType<typeof ribbon>[number]) => Rational) =>
      decimalText(
        ribbon(found).reduce((total, segment) => total.add(pick(segment)), ZERO),
        6,
      );
    expect(sum(({ earned }) => earned)).toBe(percent(found.floor));
    expect(sum(({ earned, open: left }) => earned.add(left))).toBe(percent(found.ceiling));
  });

  it('is sketched from weights alone, with a gap where they come to less than 100', () => {
    const sketched = (children: CourseNode[], root: Partial<Category>) =>
      sketch(course(children, root).root).map(({ name, share, open: left }) => [
        name,
        decimalText(share, 2),
        decimalText(left, 2),
      ]);
    const [logs, exam] = [
      category([], { name: 'Logs', weight: '35' }),
      open('50', { name: 'Exam', weight: '20' }),
    ];
    const aside = category([], { name: 'Survey', weight: '5', extraCredit: true });
    expect(sketched([logs, aside, exam, category([])], { combine: 'weights' })).toEqual([
      ['Logs', '35', '35'],
      ['Exam', '20', '20'],
      ['Category', '0', '0'],
    ]);
    expect(sketched([logs, exam], { combine: 'equal' })).toEqual([
      ['Logs', '50', '50'],
      ['Exam', '50', '50'],
    ]);
    const build = category([open('30'), category([open('20')])], {
      name: 'Build',
      planned: { pieces: 4, possible: '50' },
    });
    expect(sketched([build, open('50', { name: 'Paper', weight: '2' })], { combine: 'points' })).toEqual([
      ['Build', '60', '60'],
      ['Paper', '40', '40'],
    ]);
    expect(sketched([category([])], { combine: 'points' })).toEqual([]);
  });

  it('counts as settled all but the shares of open work', () => {
    expect(decimalText(settledPoints(outlooks(document, NOW)), 2)).toBe('30');
  });
});
