import {
  nodesIn,
  type Assessment,
  type Category,
  type Course,
  type CourseNode,
  type Curve,
  type Requirement,
} from '../src';
import { consistencyFaults } from '../src/document/course-consistency';

const CURVES: readonly Curve[] = [
  { add: '1' },
  { add: '0.5' },
  { times: '0.9' },
  { times: '1.25' },
  { full: '9' },
  { full: '90' },
  { root: true },
  { line: { from: ['40', '90'], to: ['60', '95'] } },
  { line: { from: ['50', '100'], to: ['20', '100'] } },
  {
    steps: [
      { from: '80', gives: '100' },
      { from: '45', gives: '60' },
      { from: '0', gives: '10' },
    ],
  },
];

type Fields = Partial<Omit<Assessment, 'kind'>> | Partial<Omit<Category, 'kind'>>;

/**
 * A random course with rules that name other nodes, as far as they fit: what the format refuses is left out.
 *
 * @param seeds - what is chosen, one number after the other
 */
export function withConditions(drawn: Course, seeds: readonly number[]): Course {
  let next = 0;
  const below = (count: number) => seeds[(next += 1) % seeds.length]! % count;
  const oneOf = <T>(list: readonly T[]): T => list[below(list.length)]!;
  const some = (ratio: number) => below(ratio) === 0;
  let course = drawn;
  const keep = (changed: Course) => {
    if (consistencyFaults({ ...changed }).length === 0) course = changed;
  };
  const set = (id: string, fields: Fields) => keep({ ...course, root: changed(course.root, id, fields) });

  for (const category of nodesIn(course.root).filter((node) => node.kind === 'category')) {
    if (some(4)) set(category.id, { children: [...category.children, absences(`${category.id}d`, below)] });
  }
  const ids = nodesIn(course.root).map(({ id }) => id);
  for (const node of nodesIn(course.root)) {
    if (some(4)) set(node.id, { curve: oneOf(CURVES) });
    if (some(2)) set(node.id, { weightTo: oneOf(siblings(course, node.id)) });
    if (node.kind === 'assessment') continue;
    if (some(2)) {
      const lowest = below(3);
      const replace = { by: oneOf(ids), ...(lowest !== 1 && { lowest }), ...(some(2) && { excused: true }) };
      set(node.id, { replace });
    }
    if (node.combine === 'weights' && some(2)) {
      const weights = () =>
        Object.fromEntries(
          node.children.filter(() => some(2)).map(({ id }) => [id, oneOf(['0', '5', '40', '12.5'])]),
        );
      set(node.id, {
        schemes: Array.from({ length: 1 + below(2) }, (_, index) => ({
          name: `S${index}`,
          weights: weights(),
        })),
      });
    }
  }
  for (let count = below(4); count > 0; count -= 1) {
    const requirement: Requirement = {
      for: oneOf(['A', 'B', 'C']),
      of: oneOf(ids),
      ...oneOf([
        { atLeast: oneOf(['20', '50', '85']) },
        { pieces: 1 + below(4), ...(some(2) && { each: oneOf(['30', '80']) }) },
        { atMost: oneOf(['2', '4', '6']) },
      ]),
    };
    keep({ ...course, requirements: [...(course.requirements ?? []), requirement] });
  }
  return course;
}

function absences(id: string, below: (count: number) => number): Assessment {
  const each = ['0', '2', '20'][below(3)]!;
  const free = below(2) === 0 ? {} : { free: String(below(4)) };
  const count =
    below(3) === 0 ? { assume: '40' } : { status: 'scored' as const, score: { points: String(below(9)) } };
  return { kind: 'assessment', id, name: 'Absences', possible: '10', deduct: { each, ...free }, ...count };
}

function siblings({ root }: Course, id: string): string[] {
  const parent = nodesIn(root).find(
    (node) => node.kind === 'category' && node.children.some((child) => child.id === id),
  );
  return parent?.kind === 'category' ? parent.children.map((child) => child.id) : [id];
}

function changed(category: Category, id: string, fields: Fields): Category {
  const visit = (node: CourseNode): CourseNode => {
    const own = node.id === id ? ({ ...node, ...fields } as CourseNode) : node;
    return own.kind === 'assessment' ? own : { ...own, children: own.children.map(visit) };
  };
  return visit(category) as Category;
}
