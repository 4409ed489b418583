import type { Category, Course, CourseNode } from '../document/course';
import { referencesOf } from '../document/references';
import { scaleNameFor } from '../document/scale';
import { find, nodesIn } from '../document/tree';
import type { Second, SecondGroup } from '../rules/second/form';

/**
 * A course as its second way adds it up: the same categories and pieces in the groups of that way, each category by its own rules,
 * and by the policies that are in force where it stands. Everything that can be asked of a course can be asked of it.
 *
 * Weights that a node has where it stands mean nothing here, and what the course's letters need beside the percent is not asked of it.
 *
 * @returns nothing where the course has no second way, or where a rule of what is in it names what is not
 */
export function secondCourse(course: Course): Course | undefined {
  const { second, target: _target, credits: _credits, requirements: _requirements, ...rest } = course;
  if (!second) return undefined;
  const taken = new Set(
    second.groups
      .flatMap(({ of }) => of.flatMap((id) => [...below(find(course, id)!.node)]))
      .map(({ id }) => id),
  );
  const namesOutside = referencesOf(course).some(
    ({ rule, holder, names }) =>
      rule !== 'weightTo' && holder !== undefined && taken.has(holder.id) && !taken.has(names),
  );
  if (namesOutside) return undefined;
  const { missing, late } = course.root;
  const root: Category = {
    kind: 'category',
    id: course.root.id,
    name: second.name,
    combine: 'weights',
    ...(missing && { missing }),
    ...(late !== undefined && { late }),
    children: second.groups.map((group, index) => groupCategory(course, group, idOfGroup(course, index))),
  };
  return { ...rest, title: second.name, root };
}

function below(node: CourseNode): CourseNode[] {
  return node.kind === 'category' ? nodesIn(node) : [node];
}

/** An id that nothing in the course has. */
function idOfGroup(course: Course, index: number): string {
  let id = `second ${index + 1}`;
  while (find(course, id)) id += '’';
  return id;
}

function groupCategory(
  course: Course,
  { name, weight, combine = 'points', of }: SecondGroup,
  id: string,
): Category {
  return {
    kind: 'category',
    id,
    name,
    weight,
    combine,
    children: of.map((each) => asItStands(course, each)),
  };
}

/** A node with what it has from above: its policies and its scale. What it weighs among its old siblings is gone. */
function asItStands(course: Course, id: string): CourseNode {
  const { node, ancestors } = find(course, id)!;
  const above = ([...ancestors] as Category[]).slice(1).reverse();
  const missing = above.find((category) => category.missing)?.missing;
  const late = above.find((category) => category.late !== undefined)?.late;
  const scale = scaleNameFor(course, id);
  const counted = above.every((category) => category.counted !== false);
  const { weight: _weight, weightTo: _weightTo, ...kept } = node;
  const held = {
    ...kept,
    ...(scale !== undefined && { scale }),
    ...(!counted && { counted: false }),
  } as CourseNode;
  const policies = { ...(missing && { missing }), ...(late !== undefined && { late }) };
  if (held.kind === 'category') return { ...policies, ...held };
  if (Object.keys(policies).length === 0) return held;
  // A piece has no policies of its own: it stands in a category that has them and is worth the same.
  return { kind: 'category', id: `${id} `, name: held.name, ...policies, children: [held] };
}

/**
 * The second way that most schools with terms have: what is named alike in each part counts together for the whole, by the
 * weights that it has in the first part.
 *
 * @param parts - categories of the course, in their order
 * @returns nothing where the parts have nothing of the same name
 */
export function byKinds(parts: readonly Category[], name: string): Second | undefined {
  const kinds = new Map<string, SecondGroup>();
  for (const part of parts)
    for (const child of part.children) {
      if (child.counted === false || child.extraCredit) continue;
      const known = kinds.get(child.name);
      if (known) known.of.push(child.id);
      else kinds.set(child.name, { name: child.name, weight: child.weight ?? '1', of: [child.id] });
    }
  const groups = [...kinds.values()];
  return groups.some(({ of }) => of.length > 1) ? { name, groups } : undefined;
}
