import fc from 'fast-check';
import type { Assessment, Category, Course, CourseNode, Round, Scale } from '../src';
import { withConditions } from './random-conditions';
import { LETTERS } from './sample';

/** Shapes of courses that a property is about. */
export interface Kind {
  /** Drops only by benefit, and no drop inside pooled points. */
  readonly gentle?: boolean;
  /** Rules with conditions, which name other nodes. */
  readonly conditions?: boolean;
}

const maybe = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: undefined });
const decimal = (most: number) =>
  fc.integer({ min: 0, max: most * 4 }).map((quarters) => String(quarters / 4));
const percentOr = maybe(fc.constantFrom('70', '85', '100'));
const moment = fc.constantFrom('2026-10-01T10:00:00Z', '2026-10-14T22:00:00Z', '2026-11-05T12:00:00Z');

/** Takes fields out that are not there, so that documents are as they would be written. */
function compact<T extends object>(object: T): T {
  return Object.fromEntries(Object.entries(object).filter(([, value]) => value !== undefined)) as T;
}

/** A further scale, in which the same labels are worth something else. */
const LEVELS: Scale = {
  outOf: '4',
  bands: [
    { label: 'A', from: '62.5', worth: '75' },
    { label: 'B', from: '0', worth: '37.5' },
  ],
};

const score = fc.oneof(
  decimal(12).map((points) => ({ points })),
  decimal(110).map((percent) => ({ percent })),
  fc.constantFrom({ label: 'A' }, { label: 'B' }),
);

const settled = fc.oneof(
  { weight: 5, arbitrary: score.map((given) => ({ status: 'scored' as const, score: given })) },
  {
    weight: 3,
    arbitrary: fc.record({
      status: fc.constant('open' as const),
      due: maybe(moment),
      assume: maybe(decimal(100)),
    }),
  },
  {
    weight: 1,
    arbitrary: fc.constantFrom(
      { status: 'awaiting' as const },
      { status: 'missing' as const },
      { status: 'excused' as const },
    ),
  },
);

const lateness = maybe(
  fc
    .record({
      days: fc.constantFrom('0', '0.1', '1.5', '3', '9'),
      waived: maybe(fc.boolean()),
      reduced: maybe(fc.boolean()),
    })
    .map((late) => compact(late)),
);

const common = {
  weight: maybe(fc.constantFrom('0', '1', '2', '10', '12.5', '30')),
  extraCredit: maybe(fc.constantFrom(false, false, false, true)),
  counted: maybe(fc.constantFrom(true, true, true, true, false)),
  cap: percentOr,
  scale: fc.option(fc.constant('Levels'), { nil: undefined, freq: 5 }),
};

const piece: fc.Arbitrary<Assessment> = fc
  .record({
    ...common,
    possible: fc.constantFrom('5', '8', '10', '12.5', '20'),
    late: lateness,
    rest: settled,
  })
  .map(({ rest, ...fields }) =>
    compact({
      kind: 'assessment' as const,
      id: '',
      name: 'Piece',
      ...fields,
      ...compact(rest),
    } as Assessment),
  );

const latePolicy = fc
  .record({
    perDay: fc.constantFrom('5', '10', '40'),
    of: maybe(fc.constantFrom('possible' as const, 'earned' as const)),
    count: maybe(fc.constantFrom('started' as const, 'completed' as const, 'exact' as const)),
    floor: maybe(fc.constantFrom('20', '50')),
    grace: maybe(fc.constantFrom('3', '12')),
    closes: maybe(fc.constant('5')),
  })
  .map((policy) => compact(policy));

const missingPolicy = fc.constantFrom(
  { counts: 'nothing' as const },
  { counts: 'percent' as const, percent: '25' },
);
const rounding: fc.Arbitrary<Round | undefined> = maybe(
  fc.constantFrom(
    { step: '1' },
    { step: '0.5', mode: 'half-even' as const },
    { step: '5', mode: 'up' as const },
  ),
);

function drops({ gentle }: Kind) {
  const by = gentle
    ? fc.constant('benefit' as const)
    : fc.constantFrom('percent' as const, 'points' as const, 'benefit' as const);
  return maybe(
    fc
      .record({
        lowest: fc.nat(2),
        highest: fc.nat(1),
        by,
        when: fc.constantFrom('always' as const, 'complete' as const),
      })
      .map((drop) => (drop.by === 'benefit' ? { ...drop, highest: 0 } : drop)),
  );
}

function category(depth: number, kind: Kind): fc.Arbitrary<Category> {
  const child: fc.Arbitrary<CourseNode> =
    depth === 0
      ? piece
      : fc.oneof({ weight: 3, arbitrary: piece }, { weight: 2, arbitrary: category(depth - 1, kind) });
  return fc
    .record({
      ...common,
      combine: fc.constantFrom('points' as const, 'equal' as const, 'weights' as const),
      drop: drops(kind),
      round: rounding,
      planned: maybe(
        fc
          .record({ pieces: fc.integer({ min: 1, max: 5 }), possible: maybe(fc.constantFrom('10', '25')) })
          .map(compact),
      ),
      missing: maybe(missingPolicy),
      late: fc.option(maybe(latePolicy), { nil: null, freq: 6 }),
      children: fc.array(child, { maxLength: 5 }),
    })
    .map((fields) => compact({ kind: 'category' as const, id: '', name: 'Category', ...fields } as Category))
    .map((node) => {
      const { planned: _planned, ...rest } = node;
      return node.combine === 'weights' ? rest : node;
    });
}

/** Gives every node an id, and a pooled category no drop below it where the kind wants none. */
function finish(root: Category, { gentle }: Kind): Category {
  let ids = 0;
  const visit = (node: CourseNode, pooled: boolean): CourseNode => {
    const id = `n${(ids += 1)}`;
    if (node.kind === 'assessment') return { ...node, id };
    const { drop, ...rest } = node;
    const inside = pooled || node.combine === 'points';
    const kept = drop && !(gentle && inside) ? { drop } : {};
    return { ...rest, ...kept, id, children: node.children.map((child) => visit(child, inside)) };
  };
  const { weight: _weight, extraCredit: _extraCredit, counted: _counted, ...whole } = root;
  return visit(whole, false) as Category;
}

/** Random courses that use every rule together. */
export function randomCourse(kind: Kind = {}): fc.Arbitrary<Course> {
  return fc
    .record({
      root: category(2, kind),
      round: rounding,
      seeds: fc.array(fc.nat(9_999), { minLength: 80, maxLength: 80 }),
      policy: fc.record({
        late: maybe(latePolicy),
        missing: maybe(missingPolicy),
        overdue: maybe(fc.constantFrom({ after: '3' }, { after: '10' })),
      }),
    })
    .map(({ root, round, policy, seeds }) => {
      const course: Course = {
        format: 'fidens-course',
        version: 1,
        title: 'Random',
        scale: { bands: LETTERS.bands, ...(round && { round }) },
        scales: { Levels: LEVELS },
        policy: compact(policy) as NonNullable<Course['policy']>,
        root: finish(root, kind),
      };
      return kind.conditions ? withConditions(course, seeds) : course;
    });
}
