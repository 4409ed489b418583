import type { Category, Course, CourseNode } from '../document/course';
import { isSame } from '../document/same';
import { renamedRequirements, renamedSecond, withRenamedRules } from '../document/references';
import { nodesIn, walk } from '../document/tree';
import { LIMITS } from '../rules/limits';
import { courseSetting, setting, type CourseFields, type Edit, type NodeFields } from './edit';

/**
 * The edits that make one course of another. What both have by id is changed and moved, never made anew, so that its history
 * goes on.
 *
 * @param before - a course
 * @param after - what it is to become; what it shares by id is of the same kind, and so is the root (`aligned` sees to that)
 * @returns edits that fit `before` in order and make it `after`
 */
export function difference(before: Course, after: Course): Edit[] {
  const { root: _oldRoot, ...oldFields } = before;
  const { root: _root, ...fields } = after;
  const changed = changedFields(oldFields, fields) as Partial<CourseFields>;
  const own: Edit[] = Object.keys(changed).length > 0 ? [courseSetting(changed)] : [];
  return [...own, ...treeEdits(before, after)];
}

/**
 * The edits that put a file's course in the place of another. Its categories and pieces go under the ids of those they stand for.
 *
 * @param course - the course that is replaced
 * @param file - what comes in its place
 */
export function replacement(course: Course, file: Course): Edit[] {
  return difference(course, alignedCourse(course, file));
}

/** A course under the ids of another. */
export function alignedCourse({ root: own }: Course, { requirements, second, ...wanted }: Course): Course {
  const { root, idOf } = alignedTree(own, wanted.root);
  const named = renamedRequirements(requirements, idOf);
  const way = renamedSecond(second, idOf);
  return { ...wanted, ...(named && { requirements: named }), ...(way && { second: way }), root };
}

type Fields = Record<string, unknown>;

function changedFields(before: object, after: object): Fields {
  const keys = new Set([...Object.keys(before), ...Object.keys(after)]);
  const pairs = [...keys].map((key): [string, unknown] => [key, (after as Fields)[key]]);
  return Object.fromEntries(pairs.filter(([key, value]) => !isSame((before as Fields)[key], value)));
}

/**
 * Walks the wanted tree from its root, so that a category stands where it belongs before anything is moved into it; what is not
 * wanted goes last, when all that is wanted has been moved out of it.
 */
function treeEdits(before: Course, after: Course): Edit[] {
  const known = new Map(
    [...walk(before)].map(({ node, ancestors: above }) => [node.id, { node, parent: above.at(-1)?.id }]),
  );
  const wanted = new Set<string>();
  const edits: Edit[] = [];
  for (const { node } of walk(after)) {
    wanted.add(node.id);
    const old = known.get(node.id)?.node;
    if (old) edits.push(...fieldEdits(old, node));
    if (node.kind === 'category') edits.push(...childEdits(node, old, known));
  }
  for (const { node, ancestors: above } of walk(before)) {
    const parent = above.at(-1);
    if (parent && wanted.has(parent.id) && !wanted.has(node.id)) edits.push({ op: 'remove', id: node.id });
  }
  return edits;
}

function fieldEdits(old: CourseNode, node: CourseNode): Edit[] {
  const changed = changedFields(shallow(old), shallow(node)) as Partial<NodeFields>;
  return Object.keys(changed).length > 0 ? [setting(node.id, changed)] : [];
}

/** Puts a category's wanted children in their order, from the last to the first; as many as can stay where they are. */
function childEdits(
  { id: parent, children }: Category,
  old: CourseNode | undefined,
  known: ReadonlyMap<string, { readonly parent: string | undefined }>,
): Edit[] {
  const places = new Map(old?.kind === 'category' ? old.children.map(({ id }, place) => [id, place]) : []);
  const staying = longestRise(
    children.map(({ id }) => id).filter((id) => places.has(id)),
    (id) => places.get(id)!,
  );
  const edits: Edit[] = [];
  let before: string | undefined;
  for (const child of [...children].reverse()) {
    const place = { parent, ...(before !== undefined && { before }) };
    before = child.id;
    if (staying.has(child.id)) continue;
    if (known.has(child.id)) edits.push({ op: 'move', id: child.id, ...place });
    else edits.push({ op: 'add', ...place, node: shallow(child) });
  }
  return edits;
}

/** A node by itself: a category without what is in it. */
function shallow(node: CourseNode): CourseNode {
  return node.kind === 'category' ? { ...node, children: [] } : node;
}

/** As many items as possible whose values rise in the order given (patience sorting). */
function longestRise(items: readonly string[], valueOf: (item: string) => number): ReadonlySet<string> {
  const ends: { item: string; behind: Chain | undefined }[] = [];
  for (const item of items) {
    let place = ends.findIndex((end) => valueOf(end.item) > valueOf(item));
    if (place === -1) place = ends.length;
    ends[place] = { item, behind: ends[place - 1] };
  }
  const found = new Set<string>();
  for (let link: Chain | undefined = ends.at(-1); link; link = link.behind) found.add(link.item);
  return found;
}

interface Chain {
  readonly item: string;
  readonly behind: Chain | undefined;
}

/**
 * A tree under the ids of another: a node stands for the one that has its id, or else its name below the same parent, and is of
 * its kind. All else gets an id that is free.
 *
 * @param own - the category whose ids are taken over
 * @param wanted - the category that is to take its place
 * @param taken - ids that are in use beside those of `own`
 */
export function aligned(own: Category, wanted: Category, taken: Iterable<string> = []): Category {
  return alignedTree(own, wanted, taken).root;
}

function alignedTree(
  own: Category,
  wanted: Category,
  taken: Iterable<string> = [],
): { root: Category; idOf: (id: string) => string } {
  const free = new Map(nodesIn(own).map((node) => [node.id, node]));
  const used = new Set([...taken, ...free.keys()]);
  const partners = new Map<CourseNode, CourseNode>([[wanted, own]]);
  free.delete(own.id);
  for (const node of nodesIn(wanted)) {
    const same = node === wanted ? undefined : free.get(node.id);
    if (same?.kind === node.kind) pair(node, same);
  }
  const named = (category: Category) => {
    const partner = partners.get(category);
    for (const child of category.children) {
      const same = (partner as Category | undefined)?.children.find(
        ({ id, kind, name }) => free.has(id) && kind === child.kind && name === child.name,
      );
      if (same && !partners.has(child)) pair(child, same);
      if (child.kind === 'category') named(child);
    }
  };
  named(wanted);
  function pair(node: CourseNode, partner: CourseNode) {
    partners.set(node, partner);
    free.delete(partner.id);
  }
  const ids = new Map<string, string>();
  const rename = (node: CourseNode): CourseNode => {
    const id = partners.get(node)?.id ?? freeId(node.id, used);
    ids.set(node.id, id);
    return node.kind === 'category' ? { ...node, id, children: node.children.map(rename) } : { ...node, id };
  };
  const idOf = (id: string) => ids.get(id) ?? id;
  return { root: withRenamedRules(rename(wanted) as Category, idOf), idOf };
}

function freeId(wanted: string, used: Set<string>): string {
  let id = wanted;
  for (let number = 2; used.has(id); number += 1) id = `${wanted.slice(0, LIMITS.id - 8)}-${number}`;
  used.add(id);
  return id;
}
