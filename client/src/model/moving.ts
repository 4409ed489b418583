import { find, nodesIn, walk, type Category, type Course, type CourseNode, type Edit } from '@fidens/core';

/** A row of a course's tree: a node, how deep it stands, and in what. */
export interface TreeRow {
  readonly node: CourseNode;
  readonly parent: Category;
  /** 0 for what stands in the course itself. */
  readonly depth: number;
}

/** A course's tree from top to bottom, its root aside. */
export function treeRows(root: Category): TreeRow[] {
  const rows: TreeRow[] = [];
  const visit = (parent: Category, depth: number) => {
    for (const node of parent.children) {
      rows.push({ node, parent, depth });
      if (node.kind === 'category') visit(node, depth + 1);
    }
  };
  visit(root, 0);
  return rows;
}

/** Where something is put: in a category, before one of its children or at its end. */
export interface Place {
  readonly parent: string;
  readonly before?: string | undefined;
}

/** Those of some nodes that stand in none of the others, from top to bottom: what stands in one goes with it. */
export function topmost(course: Course, ids: ReadonlySet<string>): CourseNode[] {
  return [...walk(course)]
    .filter(({ node, ancestors: above }) => ids.has(node.id) && !above.some(({ id }) => ids.has(id)))
    .map(({ node }) => node);
}

/**
 * Moves nodes together, in the order of the tree. What stands in a moved category goes with it.
 *
 * @returns the edits; nothing where they cannot go there, or stand there already
 */
export function movingTo(course: Course, ids: ReadonlySet<string>, place: Place): Edit[] {
  const target = find(course, place.parent);
  if (target?.node.kind !== 'category') return [];
  const holds = [...target.ancestors, target.node].map(({ id }) => id);
  if (holds.some((id) => ids.has(id))) return [];
  const moved = topmost(course, ids);
  const siblings = target.node.children;
  const from = place.before === undefined ? -1 : siblings.findIndex(({ id }) => id === place.before);
  // What is moved itself is no place to stand before: the next that stays is.
  const before = from === -1 ? undefined : siblings.slice(from).find(({ id }) => !ids.has(id))?.id;
  const edits = moved.map(({ id }): Edit => ({
    op: 'move',
    id,
    parent: place.parent,
    ...(before !== undefined && { before }),
  }));
  const rest = siblings.filter(({ id }) => !ids.has(id));
  const at = before === undefined ? rest.length : rest.findIndex(({ id }) => id === before);
  const after = [...rest.slice(0, at), ...moved, ...rest.slice(at)];
  const same = after.length === siblings.length && after.every(({ id }, index) => id === siblings[index]!.id);
  return same ? [] : edits;
}

/** The categories in which all of these can stand: none that is one of them or inside one. */
export function homesFor({ root }: Course, ids: ReadonlySet<string>): Category[] {
  const inside = new Set(
    nodesIn(root).flatMap((node) =>
      ids.has(node.id) ? (node.kind === 'category' ? nodesIn(node).map(({ id }) => id) : [node.id]) : [],
    ),
  );
  return nodesIn(root).filter((node): node is Category => node.kind === 'category' && !inside.has(node.id));
}
