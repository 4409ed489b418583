import {
  decimalText,
  gpa,
  headline,
  headlinePhrases,
  HUNDRED,
  lettersOf,
  outlooks,
  problems,
  rational,
  reach,
  ribbon,
  settledPoints,
  sketch,
  shownPercent,
  solveLargest,
  ZERO,
  type Category,
  type Course,
  type CourseNode,
  type Derivation,
  type Rational,
  type Scale,
} from '../src';
import { category, course, LETTERS, NOW, open, scored } from './sample';

const percent = (derivation: Derivation | undefined) =>
  derivation?.worth && decimalText(derivation.worth.value.mul(HUNDRED), 6);
const standing = (document: Course) => percent(outlooks(document, NOW).standing);
const say = (document: Course) => {
  const found = outlooks(document, NOW);
  return headlinePhrases(headline(found, reach(found), solveLargest(found)), 'whole')
    .map(({ text }) => text)
    .join('');
};

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

describe('a shown percent', () => {
  const letters = lettersOf(LETTERS);
  const shown = (text: string, scale: Scale = LETTERS) =>
    shownPercent(rational(text).div(HUNDRED), lettersOf(scale));

  it('never seems to reach a cut-off that it misses', () => {
    expect(shown('79.96')).toBe('79.96');
    expect(shown('79.9612')).toBe('79.96');
    expect(shown('79.9999')).toBe('79.9999');
    expect(shown('79.999999')).toBe('just below 80');
    expect(shown('80')).toBe('80.0');
    expect(shown('84.74')).toBe('84.7');
  });

  it('nor to miss one that it reaches', () => {
    const odd: Scale = {
      bands: [
        { label: 'A', from: '79.96' },
        { label: 'F', from: '0' },
      ],
    };
    expect(shown('79.96', odd)).toBe('80.0');
    expect(shown('79.959', odd)).toBe('79.959');
  });

  it('knows where rounding puts the border', () => {
    const rounded: Scale = { ...LETTERS, round: { step: '1', mode: 'half-up' } };
    expect(shown('79.46', rounded)).toBe('79.46');
    expect(shown('79.5', rounded)).toBe('79.5');
  });

  it('has the decimals that are asked for where that is honest', () => {
    expect(shownPercent(ZERO, letters)).toBe('0.0');
    expect(shownPercent(rational('0.84736'), letters, 2)).toBe('84.74');
  });
});

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

describe('the headline', () => {
  const weights = { combine: 'weights' } as const;

  it('says what the next letter takes, on everything and on the largest piece alone', () => {
    const document = course(
      [scored('85', '100', { weight: '50' }), open('80', { name: 'the final', weight: '50' })],
      weights,
    );
    expect(say(document)).toBe(
      'A takes 95% on what is left, or 76 of 80 on the final if the rest goes as usual.',
    );
  });

  it('names the letters that are out', () => {
    const document = course(
      [scored('40', '100', { weight: '50' }), open('80', { name: 'the final', weight: '50' })],
      weights,
    );
    expect(say(document)).toBe(
      'A and B are out; C takes 100% on what is left, or 80 of 80 on the final if the rest goes as usual.',
    );
  });

  it('says when nothing can change any more', () => {
    expect(say(course([scored('95', '100')]))).toBe('It is over, nothing is open any more: A.');
  });

  it('keeps to a target: secured, or out', () => {
    const good = course([scored('95', '100', { weight: '90' }), open('10', { weight: '10' })], weights, {
      target: { label: 'B' },
    });
    expect(say(good)).toBe('B is secured, whatever happens.');
    const bad = course([scored('40', '100', { weight: '50' }), open('10', { weight: '50' })], weights, {
      target: { label: 'A' },
    });
    expect(say(bad)).toBe('A is out, even with full marks; C is the best that is left.');
  });

  it('does not call a target settled that nothing can reach any more', () => {
    const document = course([scored('75', '100')], {}, { target: { label: 'A' } });
    expect(say(document)).toBe('A is out, even with full marks; C is the best that is left.');
  });

  it('says when there is nothing to say', () => {
    expect(say(course([]))).toBe('Nothing is listed yet that could make a grade.');
  });
});

describe('the GPA', () => {
  const value = (text: string) => rational(text).div(HUNDRED);
  const four = course([], {}, { credits: '4' });
  const two = course([], {}, { credits: '2' });

  it('weighs grade points by credits, exactly', () => {
    const { points } = gpa([
      { course: four, value: value('91') },
      { course: two, value: value('75') },
    ]);
    expect(points!.toFraction()).toBe('10/3');
  });

  it('names the courses that it leaves out', () => {
    const bare = course([]);
    const { points, leftOut } = gpa([
      { course: bare, value: value('91') },
      { course: two, value: undefined },
    ]);
    expect(points).toBeUndefined();
    expect(leftOut).toEqual([bare, two]);
  });
});

describe('problems', () => {
  it('are found in tree order, a parent before its children', () => {
    const document = course(
      [
        category([], { id: 'a', weight: '30', drop: { lowest: 1 } }),
        category([open('5')], { id: 'b', drop: { lowest: 1 } }),
      ],
      { combine: 'weights' },
    );
    expect(problems(document)).toEqual([
      { code: 'weights-total', at: 'course', total: '30' },
      { code: 'empty', at: 'a' },
      { code: 'no-weight', at: 'b' },
      { code: 'drop-all', at: 'b', drops: 1, pieces: 1 },
    ]);
  });

  it('of what is not counted are nobody’s', () => {
    expect(problems(course([category([], { counted: false }), open('5')]))).toEqual([]);
  });
});
