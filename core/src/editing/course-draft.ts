import type { Category, Course, CourseNode } from '../document/course';
import type { Fault } from '../document/validation';
import { split, type Edit } from './edit';

/** What one edit did: the edit that takes it back, or why it does not fit. */
type Step = { readonly inverse: Edit } | { readonly fault: Fault };

/** A node while a course is being changed. */
interface Place {
  /** Its fields; where it is a category that `isStale`, its children are those of the place instead. */
  node: CourseNode;
  parent: Place | undefined;
  children: Place[];
  isStale: boolean;
}

/**
 * A course while edits are applied to it, one after another: every node is found by its id at once, and the document is put
 * together once, however many edits there were. What did not change stays the very same object.
 */
export class CourseDraft {
  readonly #places = new Map<string, Place>();
  readonly #root: Place;
  #fields: Course;

  constructor(course: Course) {
    this.#fields = course;
    this.#root = this.#placed(course.root, undefined);
  }

  /** The course as it is now. */
  course(): Course {
    const root = asNode(this.#root) as Category;
    return root === this.#fields.root ? this.#fields : { ...this.#fields, root };
  }

  /** The fields of the course beside its tree. */
  get fields(): Course {
    return this.#fields;
  }

  /** A node as it is now, whole, or nothing. */
  node(id: string): CourseNode | undefined {
    const place = this.#places.get(id);
    return place && asNode(place);
  }

  /** A node's own fields, without looking at what is in it; nothing where it is not there. */
  own(id: string): CourseNode | undefined {
    return this.#places.get(id)?.node;
  }

  /** The id of what a node stands in; nothing for the root, and for what is not there. */
  parentOf(id: string): string | undefined {
    return this.#places.get(id)?.parent?.node.id;
  }

  has(id: string): boolean {
    return this.#places.has(id);
  }

  apply(edit: Edit): Step {
    switch (edit.op) {
      case 'course': {
        const { fields, before } = change(this.#fields, edit);
        this.#fields = fields;
        return { inverse: { op: 'course', ...before } };
      }
      case 'set':
        return this.#set(edit);
      case 'add':
        return this.#add(edit);
      case 'remove':
        return this.#remove(edit.id);
      case 'move':
        return this.#move(edit);
    }
  }

  #placed(node: CourseNode, parent: Place | undefined): Place {
    const place: Place = { node, parent, children: [], isStale: false };
    this.#places.set(node.id, place);
    if (node.kind === 'category') place.children = node.children.map((child) => this.#placed(child, place));
    return place;
  }

  #forget(place: Place): void {
    this.#places.delete(place.node.id);
    place.children.forEach((child) => this.#forget(child));
  }

  #set({ id, ...wanted }: Extract<Edit, { op: 'set' }>): Step {
    const place = this.#places.get(id);
    if (!place) return missing('id', id);
    const { fields, before } = change<CourseNode>(place.node, wanted);
    place.node = fields;
    stale(place.parent);
    return { inverse: { op: 'set', id, ...before } as Edit };
  }

  #add({ parent, before, node }: Extract<Edit, { op: 'add' }>): Step {
    const target = this.#categoryAt(parent);
    if (!target) return missing('parent', parent, 'category');
    if (this.#places.has(node.id)) {
      return {
        fault: { at: 'node.id', message: `"${node.id}" is taken in this course: each id stands once` },
      };
    }
    const index = indexBefore(target, before);
    if (index === undefined) return missing('before', before!);
    target.children.splice(index, 0, this.#placed(node, target));
    stale(target);
    return { inverse: { op: 'remove', id: node.id } };
  }

  #remove(id: string): Step {
    const place = this.#places.get(id);
    if (!place) return missing('id', id);
    if (!place.parent)
      return { fault: { at: 'id', message: 'The whole course cannot be taken out of itself.' } };
    const origin = takeOut(place);
    this.#forget(place);
    return { inverse: { op: 'add', ...origin, node: asNode(place) } };
  }

  #move({ id, parent, before }: Extract<Edit, { op: 'move' }>): Step {
    const place = this.#places.get(id);
    const target = this.#categoryAt(parent);
    for (let above = target; above; above = above.parent) {
      if (above === place)
        return { fault: { at: 'parent', message: 'A category cannot be moved into itself.' } };
    }
    if (!place) return missing('id', id);
    if (!place.parent)
      return { fault: { at: 'id', message: 'The whole course cannot be taken out of itself.' } };
    if (!target) return missing('parent', parent, 'category');
    const back = { ...originOf(place) };
    if (before === id || indexBefore(target, before) === undefined) return missing('before', before!);
    takeOut(place);
    target.children.splice(indexBefore(target, before)!, 0, place);
    place.parent = target;
    stale(target);
    return { inverse: { op: 'move', id, ...back } };
  }

  #categoryAt(id: string): Place | undefined {
    const place = this.#places.get(id);
    return place?.node.kind === 'category' ? place : undefined;
  }
}

/** A node with all that is in it, put together where something in it changed. */
function asNode(place: Place): CourseNode {
  if (place.isStale) {
    place.node = { ...(place.node as Category), children: place.children.map(asNode) };
    place.isStale = false;
  }
  return place.node;
}

/** Says of a category, and so of all above it, that its children are not those of its node any more. */
function stale(category: Place | undefined): void {
  for (let above = category; above && !above.isStale; above = above.parent) above.isStale = true;
}

/** Where a node stands: in what, and before which. */
function originOf(place: Place): { parent: string; before?: string } {
  const parent = place.parent!;
  const next = parent.children[parent.children.indexOf(place) + 1];
  return { parent: parent.node.id, ...(next && { before: next.node.id }) };
}

function takeOut(place: Place): { parent: string; before?: string } {
  const origin = originOf(place);
  const parent = place.parent!;
  parent.children.splice(parent.children.indexOf(place), 1);
  stale(parent);
  return origin;
}

function indexBefore({ children }: Place, before: string | undefined): number | undefined {
  if (before === undefined) return children.length;
  const index = children.findIndex(({ node }) => node.id === before);
  return index === -1 ? undefined : index;
}

type Fields = Record<string, unknown>;

/** Sets and takes away fields of an object; `before` is the change that leads back. */
function change<T extends object>(
  object: T,
  { set, unset = [] }: { set: object; unset?: readonly string[] },
): { fields: T; before: { set: object } } {
  const fields = { ...object, ...set } as Fields;
  for (const key of unset) delete fields[key];
  const touched = [...Object.keys(set), ...unset];
  const before = split(Object.fromEntries(touched.map((key) => [key, (object as Fields)[key]])));
  return { fields: fields as T, before };
}

function missing(at: string, id: string, kind = 'category or piece'): { fault: Fault } {
  return { fault: { at, message: `There is no ${kind} "${id}" in this course.` } };
}
