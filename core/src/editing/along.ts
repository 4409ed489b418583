import type { Category, Course, CourseNode } from '../document/course';
import { renamedRequirements, renamedRules, renamedSecond, type Naming } from '../document/references';
import { isSame } from '../document/same';
import { applyEdits } from './apply-edits';
import { courseSetting, setting, type Edit } from './edit';

/** A rule that would be left hanging: it names what is not there, or not where it must be. */
export interface Hanging {
  readonly rule: Naming;
  /** The node that has the rule; nothing of the course itself. */
  readonly holder: CourseNode | undefined;
}

/** Edits with what takes the rules along that they would leave hanging. */
export interface Along {
  readonly edits: readonly Edit[];
  readonly rules: readonly Hanging[];
}

/**
 * What must go along with edits so that no rule is left naming what is gone: a source, a sibling, a child, what a requirement is about.
 *
 * @returns nothing where nothing hangs, or the edits do not fit
 */
export function takingAlong(course: Course, edits: readonly Edit[]): Along | undefined {
  if (!edits.some(({ op }) => op === 'remove' || op === 'move')) return undefined;
  const made = applyEdits(course, edits);
  if (!made.ok) return undefined;
  const { edits: more, rules } = hanging(made.course);
  return more.length === 0 ? undefined : { edits: [...edits, ...more], rules };
}

/**
 * A course without the rules that name what is not in it.
 *
 * @throws where they cannot be taken out (a bug: what hangs is found in the very same course)
 */
export function withoutHanging(course: Course): Course {
  const made = applyEdits(course, hanging(course).edits);
  if (!made.ok) throw new Error(made.faults[0]!.message);
  return made.course;
}

function hanging(course: Course): Along {
  const all = new Set<string>();
  const collect = (node: CourseNode) => {
    all.add(node.id);
    if (node.kind === 'category') node.children.forEach(collect);
  };
  collect(course.root);
  const edits: Edit[] = [];
  const rules: Hanging[] = [];
  const visit = (node: CourseNode, parent: Category | undefined) => {
    const siblings = new Set(parent?.children.map(({ id }) => id));
    const children = new Set(node.kind === 'category' ? node.children.map(({ id }) => id) : []);
    const there = { weightTo: siblings, schemes: children } as Partial<Record<Naming, Set<string>>>;
    const fields = renamedRules(node, (id, rule) => ((there[rule] ?? all).has(id) ? id : undefined));
    const changed = Object.entries(fields).filter(
      ([name, value]) => !isSame(node[name as keyof typeof node], value),
    );
    if (changed.length > 0) edits.push(setting(node.id, Object.fromEntries(changed)));
    for (const [name] of changed) rules.push({ rule: name as Naming, holder: node });
    if (node.kind === 'category') for (const child of node.children) visit(child, node);
  };
  visit(course.root, undefined);
  const requirements = renamedRequirements(course.requirements, (id) => (all.has(id) ? id : undefined));
  if (!isSame(requirements, course.requirements)) {
    edits.push(courseSetting({ requirements }));
    rules.push({ rule: 'requirements', holder: undefined });
  }
  const second = renamedSecond(course.second, (id) => (all.has(id) ? id : undefined));
  if (!isSame(second, course.second)) {
    edits.push(courseSetting({ second }));
    rules.push({ rule: 'second', holder: undefined });
  }
  return { edits, rules };
}
