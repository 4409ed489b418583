import type { Category, Course, CourseNode } from '../document/course';
import { isSame } from '../document/same';
import { find } from '../document/tree';
import { courseSetting, setting, type Edit } from '../editing/edit';
import type { CourseOfFacts } from './course-of-facts';
import { partName } from './part';

/** What a new version of a syllabus changes in a course. */
export interface NewVersion {
  readonly edits: readonly Edit[];
  /** Names of parts that the old text has and the new one has not: nothing is taken away for that. */
  readonly gone: readonly string[];
}

type Field = keyof Category | 'possible' | 'due' | 'deduct';

/** Fields of a part that a text says. */
const FIELDS: readonly Field[] = [
  'weight',
  'extraCredit',
  'combine',
  'drop',
  'planned',
  'possible',
  'due',
  'replace',
  'weightTo',
  'deduct',
];

/**
 * What a new version of a syllabus changes: what it says differently from the version before it, or says for the first time. What the student has
 * changed since, and what neither text speaks of, stays.
 *
 * @param course - as it is now
 * @param before - the course that the old text makes; nothing where there was none: then all that the new text says counts
 * @param after - the course that the new text makes
 * @param newId - makes the id of what is new
 */
export function newVersionOf(
  course: Course,
  before: CourseOfFacts | undefined,
  after: CourseOfFacts,
  newId: () => string,
): NewVersion {
  const edits: Edit[] = [...courseEdits(course, before?.course, after)];
  const ids = new Map<string, string>([['course', course.root.id]]);
  const pairs: { node: CourseNode; own: CourseNode }[] = [];
  const walk = (parent: Category, own: Category) => {
    for (const node of parent.children) {
      const same = own.children.find((child) => isSamePart(child, node));
      if (same) {
        ids.set(node.id, same.id);
        pairs.push({ node, own: same });
        if (node.kind === 'category' && same.kind === 'category') walk(node, same);
      } else {
        const fresh = renamed(node, newId, ids);
        edits.push({ op: 'add', parent: own.id, node: fresh });
      }
    }
  };
  walk(after.course.root, course.root);
  const to = (id: string) => ids.get(id) ?? id;
  for (const { node, own } of pairs) {
    const old = before && partIn(before.course.root, node);
    const fields = FIELDS.flatMap((field) => {
      const [said, wasSaid, is] = [
        valueOf(node, field, to),
        old && valueOf(old, field, to),
        valueOf(own, field, (id) => id),
      ];
      const isNew = said !== undefined && !isSame(said, wasSaid) && !isSame(said, is);
      return isNew && fits(own, field) ? [[field, said] as const] : [];
    });
    if (fields.length > 0) edits.push(setting(own.id, Object.fromEntries(fields)));
  }
  const gone = before
    ? before.course.root.children
        .filter(
          (node) =>
            !after.course.root.children.some((other) => isSamePart(other, node)) &&
            course.root.children.some((own) => isSamePart(own, node)),
        )
        .map(({ name }) => name)
    : [];
  const requirements = newRequirements(course, before?.course, after.course, to);
  if (requirements.length > 0)
    edits.push(courseSetting({ requirements: [...(course.requirements ?? []), ...requirements] }));
  const schemes = newSchemes(course, before?.course, after.course, to);
  if (schemes.length > 0)
    edits.push(setting(course.root.id, { schemes: [...(course.root.schemes ?? []), ...schemes] }));
  return { edits: renamedReferences(edits, to), gone };
}

type ToId = (id: string) => string;
type Requirements = NonNullable<Course['requirements']>;
type Schemes = NonNullable<Category['schemes']>;

/** What letters need that only the new text says; what the course has already stays as it is. */
function newRequirements(course: Course, before: Course | undefined, after: Course, to: ToId): Requirements {
  const labels = course.scale.bands.slice(0, -1).map(({ label }) => label);
  const said = (of: Course, list: Requirements) => list.map((each) => ({ ...each, of: nameIn(of, each.of) }));
  const old = before ? said(before, before.requirements ?? []) : [];
  return (after.requirements ?? []).flatMap((each) => {
    const [own] = said(after, [each]);
    const mine = { ...each, of: to(each.of) };
    const isKnown = [...old, ...said(course, course.requirements ?? [])].some((other) => isSame(other, own));
    return isKnown || !labels.includes(each.for) ? [] : [mine];
  });
}

/** Other weights that only the new text says. */
function newSchemes(course: Course, before: Course | undefined, after: Course, to: ToId): Schemes {
  if (course.root.combine !== 'weights') return [];
  const said = (of: Course, { weights }: Schemes[number]) =>
    Object.fromEntries(Object.entries(weights).map(([id, weight]) => [nameIn(of, id), weight]));
  const known = [before, course].flatMap((each) =>
    each ? (each.root.schemes ?? []).map((scheme) => said(each, scheme)) : [],
  );
  const names = new Set((course.root.schemes ?? []).map(({ name }) => name));
  return (after.root.schemes ?? []).flatMap((scheme) => {
    if (known.some((other) => isSame(other, said(after, scheme))) || names.has(scheme.name)) return [];
    const weights = Object.entries(scheme.weights).map(([id, weight]) => [to(id), weight]);
    return [{ name: scheme.name, weights: Object.fromEntries(weights) as Schemes[number]['weights'] }];
  });
}

/** By what a part of a course is known in another version of it. */
function nameIn(course: Course, id: string): string {
  const placed = find(course, id);
  return placed ? key(placed.node) : id;
}

/** A field that a node of another kind has is none of this one's. */
function fits(own: CourseNode, field: Field): boolean {
  const ofCategory: readonly Field[] = ['combine', 'drop', 'planned', 'replace'];
  const ofPiece: readonly Field[] = ['possible', 'due', 'deduct', 'weightTo'];
  return own.kind === 'category' ? !ofPiece.includes(field) : !ofCategory.includes(field);
}

function valueOf(node: CourseNode, field: Field, to: (id: string) => string): unknown {
  const value = (node as unknown as Record<string, unknown>)[field];
  if (field === 'possible' && 'presumed' in node && node.presumed) return undefined;
  if (field === 'weightTo' && typeof value === 'string') return to(value);
  if (field === 'replace' && value)
    return { ...(value as { by: string }), by: to((value as { by: string }).by) };
  return value;
}

const key = (node: CourseNode) => partName(node.name);
const isSamePart = (one: CourseNode, other: CourseNode) => one.name === other.name || key(one) === key(other);

function partIn(root: Category, like: CourseNode): CourseNode | undefined {
  for (const node of root.children) {
    if (isSamePart(node, like)) return node;
    const inside = node.kind === 'category' ? partIn(node, like) : undefined;
    if (inside) return inside;
  }
  return undefined;
}

/** What a text says of the course beside its parts. */
function courseEdits(
  course: Course,
  before: Course | undefined,
  { course: after, given }: CourseOfFacts,
): Edit[] {
  const said = (start: string) => given.some(({ pointer }) => pointer.startsWith(start));
  const isNew = (now: unknown, old: unknown, own: unknown) =>
    now !== undefined && !(before && isSame(now, old)) && !isSame(now, own);
  const fields: Record<string, unknown> = {};
  for (const field of ['title', 'code', 'credits'] as const)
    if (said(`/${field}`) && isNew(after[field], before?.[field], course[field]))
      fields[field] = after[field];
  if (said('/scale/bands') && isNew(bandsOf(after), before && bandsOf(before), bandsOf(course)))
    fields.scale = {
      ...course.scale,
      bands: after.scale.bands.map((band) => ({
        ...course.scale.bands.find(({ label }) => label === band.label),
        ...band,
      })),
    };
  if (said('/scale/round') && isNew(after.scale.round, before?.scale.round, course.scale.round))
    fields.scale = { ...(fields.scale ?? course.scale), round: after.scale.round };
  const policy = { ...course.policy };
  for (const field of ['missing', 'late', 'overdue'] as const)
    if (
      said(`/policy/${field}`) &&
      isNew(after.policy?.[field], before?.policy?.[field], course.policy?.[field])
    )
      Object.assign(policy, { [field]: after.policy![field] });
  if (!isSame(policy, { ...course.policy })) fields.policy = policy;
  return Object.keys(fields).length > 0 ? [courseSetting(fields)] : [];
}

const bandsOf = ({ scale }: Course) => scale.bands.map(({ label, from }) => `${label} ${from}`);

/** A new part with ids of its own. */
function renamed(node: CourseNode, newId: () => string, ids: Map<string, string>): CourseNode {
  const id = newId();
  ids.set(node.id, id);
  return node.kind === 'category'
    ? { ...node, id, children: node.children.map((child) => renamed(child, newId, ids)) }
    : { ...node, id };
}

/** New parts whose rules name others by the ids of this course. */
function renamedReferences(edits: readonly Edit[], to: (id: string) => string): Edit[] {
  return edits.map((edit) => {
    if (edit.op !== 'add') return edit;
    const visit = (node: CourseNode): CourseNode => {
      const replace =
        'replace' in node && node.replace ? { replace: { ...node.replace, by: to(node.replace.by) } } : {};
      const weightTo = node.weightTo === undefined ? {} : { weightTo: to(node.weightTo) };
      return node.kind === 'category'
        ? { ...node, ...replace, ...weightTo, children: node.children.map(visit) }
        : { ...node, ...weightTo };
    };
    return { ...edit, node: visit(edit.node) };
  });
}
