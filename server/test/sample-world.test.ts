import { nodesIn, type Category, type Course } from '@fidens/core';
import { courseRow, rowChanges, scaleRows } from '../src/courses/course-document';
import { sampleCourses } from '../src/courses/sample-world';

/** A rehearsed percent is no rule, nor is it that nobody has said what a piece is out of; and a course needs no note. */
const NO_RULES = ['assume', 'presumed'];

/** Columns of rules with conditions: which of them a rule fills depends on what it is about. */
const CONDITIONS = /^(curve|deduct|replace|weight_to|scheme)_/;
/** Columns of what the school shows: the figure has one of several forms, and nothing of it is a rule. */
const SCHOOL = /^(school|official)_|^listed_as$/;

/** Every column that any of the courses fills, by table. */
function filled(courses: readonly Course[]): Set<string> {
  const found = new Set<string>();
  const take = (table: string, rows: Iterable<object>) => {
    for (const row of rows)
      for (const [column, value] of Object.entries(row))
        if (value !== null && value !== false) found.add(`${table}.${column}`);
        else if (column === 'counted' && value === false) found.add(`${table}.${column}`);
  };
  for (const course of courses) {
    const { categories, assessments } = rowChanges(undefined, course);
    take('courses', [courseRow(course)]);
    take('categories', categories.written);
    take('assessments', assessments.written);
    for (const own of [course.scale, ...Object.values(course.scales ?? {})]) {
      const { scale, bands } = scaleRows(own);
      take('scales', [scale]);
      take('bands', bands);
    }
  }
  return found;
}

function categoriesOf({ root }: Course): Category[] {
  const visit = (category: Category): Category[] => [
    category,
    ...category.children.flatMap((child) => (child.kind === 'category' ? visit(child) : [])),
  ];
  return visit(root);
}

describe('the sample world', () => {
  const courses = sampleCourses();

  it('uses every rule of a course, a scale and a piece at least once', () => {
    const [course] = courses;
    const { categories, assessments } = rowChanges(undefined, course!);
    const columns = [
      ...Object.keys(courseRow(course!)).map((column) => `courses.${column}`),
      ...Object.keys(scaleRows(course!.scale).scale).map((column) => `scales.${column}`),
      ...Object.keys(categories.written[0]!).map((column) => `categories.${column}`),
      ...Object.keys(assessments.written[0]!).map((column) => `assessments.${column}`),
    ];
    const used = filled(courses);
    const rules = columns.filter((column) => {
      const name = column.split('.')[1]!;
      return !NO_RULES.includes(name) && !CONDITIONS.test(name) && !SCHOOL.test(name);
    });
    expect(rules.filter((column) => !used.has(column) && !column.endsWith('.note'))).toEqual([]);
  });

  it.each<[string, readonly string[], (category: Category) => string | undefined]>([
    ['ways of adding up', ['points', 'equal', 'weights'], ({ combine = 'points' }) => combine],
    ['ways of dropping', ['percent', 'points', 'benefit'], ({ drop }) => drop && (drop.by ?? 'percent')],
    ['moments of dropping', ['always', 'complete'], ({ drop }) => drop && (drop.when ?? 'always')],
  ])('uses all %s', (_, wanted, pick) => {
    const found = new Set(courses.flatMap(categoriesOf).map(pick));
    expect(wanted.filter((value) => !found.has(value))).toEqual([]);
  });

  it('uses every rule with conditions, in two of its courses', () => {
    const found = courses.map((course) => {
      const nodes = nodesIn(course.root);
      const rules = nodes.flatMap((node) =>
        (['curve', 'deduct', 'replace', 'weightTo', 'schemes'] as const)
          .filter((rule) => rule in node)
          .map((rule) => (rule === 'curve' ? `${rule} of ${node.kind}` : rule)),
      );
      const kinds = (course.requirements ?? []).flatMap((requirement) =>
        Object.keys(requirement).filter((key) => ['atLeast', 'pieces', 'atMost'].includes(key)),
      );
      return new Set([...rules, ...kinds]);
    });
    expect(found.filter((rules) => rules.size > 0)).toHaveLength(2);
    expect([...new Set(found.flatMap((rules) => [...rules]))].sort()).toEqual([
      'atLeast',
      'atMost',
      'curve of assessment',
      'curve of category',
      'deduct',
      'pieces',
      'replace',
      'schemes',
      'weightTo',
    ]);
  });

  it('uses all ways of rounding, and of counting late days', () => {
    const rounds = courses.flatMap((course) =>
      [course.scale, ...categoriesOf(course)].map(({ round }) => round),
    );
    const modes = new Set(rounds.map((round) => round && (round.mode ?? 'half-up')));
    for (const mode of ['half-up', 'half-even', 'up', 'down']) expect(modes).toContain(mode);
    const counts = new Set(courses.map(({ policy }) => policy?.late && (policy.late.count ?? 'started')));
    for (const count of ['started', 'completed', 'exact']) expect(counts).toContain(count);
  });
});
