import { CATEGORY_RULES, RULE_NAMES } from '../rules';
import type { CategoryRule } from '../rules/rule';
import type { Course, CourseNode, Requirement, Second } from './course';
import { nodesIn } from './tree';

/** What an id becomes that a rule names; nothing where its node goes. */
export type Renaming = (id: string, rule: Naming) => string | undefined;

/** A rule that names other nodes, and so cannot be what it is without them. */
export type Naming = 'weightTo' | 'requirements' | 'second' | keyof typeof CATEGORY_RULES;

/** A rule that names a node. */
export interface Reference {
  readonly rule: Naming;
  /** The node that has the rule; nothing of the course itself. */
  readonly holder: CourseNode | undefined;
  /** The id that it names. */
  readonly names: string;
}

/** The fields of a node's rules that name others, with other ids; a field is `undefined` where its rule goes. */
export function renamedRules(node: CourseNode, to: Renaming): Partial<Record<Naming, unknown>> {
  const fields: Partial<Record<Naming, unknown>> = {};
  if (node.weightTo !== undefined) fields.weightTo = to(node.weightTo, 'weightTo');
  if (node.kind === 'assessment') return fields;
  for (const name of RULE_NAMES) {
    const { renamed } = CATEGORY_RULES[name] as CategoryRule<unknown>;
    if (renamed && node[name] !== undefined) fields[name] = renamed(node[name], (id) => to(id, name));
  }
  return fields;
}

/** A node whose rules, and those of all in it, name others by other ids; its own id stays. */
export function withRenamedRules<T extends CourseNode>(node: T, to: Renaming): T {
  const fields = renamedRules(node, to);
  const kept = { ...node, ...fields } as T;
  for (const [name, value] of Object.entries(fields)) if (value === undefined) delete kept[name as keyof T];
  if (kept.kind === 'assessment') return kept;
  return { ...kept, children: kept.children.map((child) => withRenamedRules(child, to)) };
}

/** A course's requirements with other ids; nothing where none is left. */
export function renamedRequirements(
  requirements: readonly Requirement[] | undefined,
  to: Renaming,
): Requirement[] | undefined {
  const left = (requirements ?? []).flatMap((requirement) => {
    const of = to(requirement.of, 'requirements');
    return of === undefined ? [] : [{ ...requirement, of }];
  });
  return left.length > 0 ? left : undefined;
}

/** A course's second way with other ids; a group goes with the last that it has, and the way with its last group. */
export function renamedSecond(second: Second | undefined, to: Renaming): Second | undefined {
  const groups = (second?.groups ?? []).flatMap((group) => {
    const of = group.of.flatMap((id) => to(id, 'second') ?? []);
    return of.length === 0 ? [] : [{ ...group, of }];
  });
  return second && groups.length > 0 ? { ...second, groups } : undefined;
}

/** Every rule of a course that names a node, in tree order, those of the course itself last. */
export function referencesOf(course: Course): Reference[] {
  const found: Reference[] = [];
  const seen = (rule: Naming, holder: CourseNode | undefined) => (names: string) => {
    found.push({ rule, holder, names });
    return names;
  };
  for (const node of nodesIn(course.root)) {
    if (node.weightTo !== undefined) seen('weightTo', node)(node.weightTo);
    if (node.kind === 'assessment') continue;
    for (const name of RULE_NAMES) {
      const { renamed } = CATEGORY_RULES[name] as CategoryRule<unknown>;
      if (renamed && node[name] !== undefined) renamed(node[name], seen(name, node));
    }
  }
  renamedRequirements(course.requirements, seen('requirements', undefined));
  renamedSecond(course.second, seen('second', undefined));
  return found;
}
