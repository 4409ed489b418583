import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Course, CourseNode, Scale } from '../../src/document/course';
import { bandOf, lettersOf, shownPercent } from '../../src/grading/letter';
import { outlooks } from '../../src/grading/outlook';
import { decimalText, HUNDRED } from '../../src/numbers/rational';
import { reach } from '../../src/search/reach';
import { solve } from '../../src/search/solve';
import { category, course, NOW, open, scored } from '../sample';

/** The words of the page, in one line, so that a sentence is found however its lines break. */
const page = readFileSync(join(__dirname, '../../../docs/grading-rules.md'), 'utf8').replace(
  /\s+(> )?/g,
  ' ',
);

const percent = (
  of: Course,
  outlook: 'standing' | 'floor' | 'ceiling' | 'forecast' = 'standing',
  decimals = 6,
) => `${decimalText(outlooks(of, NOW)[outlook]!.worth!.value.mul(HUNDRED), decimals)}%`;

const scaleOf = (label: string, from: string, round?: Scale['round']): Scale => ({
  ...(round && { round }),
  bands: [
    { label, from },
    { label: 'F', from: '0' },
  ],
});

const late = (perDay: string, floor?: string): Partial<Course> => ({
  policy: { late: { perDay, ...(floor && { floor }) } },
});

/** The points that one piece of a course counts. */
const counts = (of: Course) => decimalText(outlooks(of, NOW).standing.numerator, 6);

/** Every example of docs/grading-rules.md, computed: the page must say just this. */
describe('the worked examples of the grading rules', () => {
  const says = (sentence: string) => expect(page).toContain(sentence);

  it('lateness', () => {
    const due = { due: '2026-10-01T10:00:00Z', late: { handedIn: '2026-10-02T05:30:00Z' } };
    const points = counts(course([scored('19', '20', due)], {}, late('5')));
    says(
      `19 of 20, 19.5 hours late, 5% of the possible points for each started day: 19 − 1 × 5% × 20 = ${points}.`,
    );
  });

  it('a floor', () => {
    const points = counts(course([scored('9', '10', { late: { days: '4' } })], {}, late('20', '30')));
    says(`never below 30%: 9 − 8 = 1 is below ${points}, so ${points} counts.`);
  });

  it('the three ways of adding up', () => {
    const two = [scored('8', '10', { weight: '1' }), scored('9', '40', { weight: '3' })];
    const plain = two.map(({ weight: _, ...piece }) => piece);
    const [pooled, equal, weighed] = [
      percent(course(plain)),
      percent(course(plain, { combine: 'equal' })),
      percent(course(two, { combine: 'weights' })),
    ];
    says(
      `pooled 17 of 50, ${pooled}; each equal (80% + 22.5%) ÷ 2 = ${equal}; weighed 1 and 3, (80% + 3 × 22.5%) ÷ 4 = ${weighed}.`,
    );
  });

  it('something still empty', () => {
    const of = (weight: string, ...children: CourseNode[]) => category(children, { weight });
    const part = course([of('35', scored('9', '10')), of('15', scored('8', '10')), of('50', open('10'))], {
      combine: 'weights',
    });
    says(`(35 × 90% + 15 × 80%) ÷ 50 = ${percent(part)}.`);
  });

  it('extra credit', () => {
    const extra = course([scored('40', '50'), scored('5', '5', { extraCredit: true })]);
    says(`40 of 50, and 5 extra points: ${counts(extra)} of 50, ${percent(extra)}.`);
  });

  it('the lowest percent and the best to drop', () => {
    const pieces = [scored('1', '5'), scored('30', '60'), scored('38', '40')];
    const dropping = (by: 'percent' | 'benefit') =>
      percent(course(pieces, { drop: { lowest: 1, by } }), 'standing', 2);
    says(`1 of 5, the rest is ${dropping('percent')}; without 30 of 60 it is ${dropping('benefit')}.`);
  });

  it('four outlooks', () => {
    const term = course(
      [category([scored('9', '10'), open('10')], { weight: '40' }), open('100', { weight: '60' })],
      { combine: 'weights' },
    );
    says(
      `Standing ${percent(term)}, floor ${percent(term, 'floor')}, ceiling ${percent(term, 'ceiling')}, forecast ${percent(term, 'forecast')}.`,
    );
  });

  it('a letter on its border', () => {
    const near = (round?: Scale['round']) => {
      const bands = [
        { label: 'B', from: '80' },
        { label: 'C', from: '0' },
      ];
      const just = course([scored('79.96', '100')], {}, { scale: { ...(round && { round }), bands } });
      const { value } = outlooks(just, NOW).standing.worth!;
      const letters = lettersOf(just.scale);
      return { shown: shownPercent(value, letters), letter: bandOf(value, letters).label };
    };
    says(
      `B from 80. 79.96% is shown as ${near().shown} and is a ${near().letter}; rounded to whole percents it is 80, a ${near({ step: '1' }).letter}.`,
    );
  });

  const levelOf = (of: Course) => reach(outlooks(of, NOW))[0]!;

  it('what the rest takes', () => {
    const rest = course([scored('17', '20'), open('40')], {}, { scale: scaleOf('A', '90') });
    says(`A from 90: the rest takes ${Number(levelOf(rest).level)}%.`);
  });

  it('what one piece takes in whole points', () => {
    const rest = course([scored('17', '20'), open('40', { id: 'rest' })], {}, { scale: scaleOf('B', '88') });
    const solution = solve(outlooks(rest, NOW), 'rest');
    const score = 'bands' in solution ? solution.bands[0]!.level : undefined;
    says(`one open piece of 40: it takes ${score}, as 35.8 cannot be given.`);
  });

  it('a gap above the level', () => {
    const sinking = course(
      [scored('6', '10'), scored('90', '100'), open('100')],
      { drop: { lowest: 1, by: 'percent' } },
      { scale: scaleOf('B', '80') },
    );
    const { level, gaps } = levelOf(sinking);
    expect(gaps).toHaveLength(1);
    const [{ from, to }] = gaps as [{ from: string; to: string }];
    const again = (Number(to) + 0.01).toFixed(0);
    const apart = percent(sinking, 'floor', 2);
    says(`B from 80: from ${level}% on it is reached, as the open piece itself is left out (${apart});`);
    says(
      `it is missed from ${from}% to ${to}%, where the 6 of 10 is left out instead; and from ${again}% on it is`,
    );
  });

  it('curves', () => {
    const full = percent(course([scored('16', '20', { curve: { full: '17' } })]));
    says(`16 of 20, of which 17 are full marks: ${full}.`);
    const root = (points: string) => percent(course([scored(points, '100', { curve: { root: true } })]));
    says(`64% becomes ${root('64')}, 50% becomes ${root('50')}.`);
    const steps = [
      { from: '90', gives: '100' },
      { from: '80', gives: '50' },
      { from: '0', gives: '0' },
    ];
    says(`85% is worth ${percent(course([scored('85', '100', { curve: { steps } })]))}.`);
  });

  it('deductions', () => {
    const absences = (each: string, points: string, free?: string) =>
      scored(points, '30', { deduct: { each, ...(free !== undefined && { free }) } });
    says(`90% − 2 × 2% = ${percent(course([scored('45', '50'), absences('2', '5', '3')]))}.`);
    says(`Each of 2 absences takes 20%: ${percent(course([absences('20', '2')]))}.`);
  });

  it('a replacement', () => {
    const tests = category([scored('8', '20'), scored('18', '20')], {
      id: 'tests',
      combine: 'equal',
      weight: '1',
      replace: { by: 'final' },
    });
    const of = course([tests, scored('46', '80', { id: 'final', weight: '0' })], { combine: 'weights' });
    const [part] = outlooks(of, NOW).standing.parts;
    says(`stands for 40%, so the tests come to ${decimalText(part!.worth!.value.mul(HUNDRED), 6)}%.`);
  });

  it('a weight that moves', () => {
    const of = course(
      [
        scored('90', '100', { weight: '20' }),
        open('100', { weight: '30', status: 'excused', weightTo: 'final' }),
        scored('80', '100', { id: 'final', weight: '50' }),
      ],
      { combine: 'weights' },
    );
    says(`(20 × 90% + 80 × 80%) ÷ 100 = ${percent(of)}.`);
  });

  it('the better of two weightings', () => {
    const pieces = [
      scored('50', '100', { id: 'mid', weight: '50' }),
      scored('90', '100', { id: 'final', weight: '50' }),
    ];
    const schemes = [{ name: 'Strong finish', weights: { mid: '20', final: '80' } }];
    const own = percent(course(pieces, { combine: 'weights' }));
    says(
      `by 20 and 80: ${percent(course(pieces, { combine: 'weights', schemes }))}, as the own weights bring ${own}.`,
    );
  });

  it('a requirement', () => {
    const pieces = [scored('50', '50', { weight: '50' }), open('100', { id: 'final', weight: '50' })];
    const needs = [{ for: 'C', of: 'final', atLeast: '60' }];
    const of = course(pieces, { combine: 'weights' }, { scale: scaleOf('C', '70'), requirements: needs });
    const [band] = reach(outlooks(of, NOW));
    says(`on points alone the final takes ${band!.onPoints!.level}%, with the requirement ${band!.level}%.`);
  });
});
