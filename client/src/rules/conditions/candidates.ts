import { isDeduction, nodesIn, type Category, type Course, type CourseNode } from '@fidens/core';

/** Whether a node's value hangs on another's. */
function needs(course: Course, id: string, other: string, seen = new Set<string>()): boolean {
  if (id === other) return true;
  if (seen.has(id)) return false;
  seen.add(id);
  const node = nodesIn(course.root).find((candidate) => candidate.id === id);
  if (node?.kind !== 'category') return false;
  return (
    node.children.some((child) => needs(course, child.id, other, seen)) ||
    (node.replace !== undefined && needs(course, node.replace.by, other, seen))
  );
}

/** What can replace the weakest of a category: all that does not hang on it itself; what stands alone first, as a final exam does. */
export function sourcesFor(course: Course, category: Category): CourseNode[] {
  const nodes = nodesIn(course.root).filter(
    (node) => node !== course.root && !isDeduction(node) && !needs(course, node.id, category.id),
  );
  const isAlone = ({ id }: CourseNode) => course.root.children.some((child) => child.id === id);
  return [...nodes.filter(isAlone), ...nodes.filter((node) => !isAlone(node))];
}
