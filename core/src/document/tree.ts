import type { Deduct } from '../rules/deduct/form';
import type { Assessment, Category, Course, CourseNode } from './course';

/** A node with its place: the categories above it, from the root down. */
export interface Placed {
  readonly node: CourseNode;
  readonly ancestors: readonly Category[];
}

/** A category and every node in it, in tree order. */
export function nodesIn(category: Category): CourseNode[] {
  const found: CourseNode[] = [];
  const visit = (node: CourseNode) => {
    found.push(node);
    if (node.kind === 'category') node.children.forEach(visit);
  };
  visit(category);
  return found;
}

/** Every node of a course in tree order, a parent before its children. */
export function* walk(course: Course): Generator<Placed> {
  const stack: Placed[] = [{ node: course.root, ancestors: [] }];
  for (let placed = stack.pop(); placed; placed = stack.pop()) {
    yield placed;
    const { node, ancestors } = placed;
    if (node.kind === 'assessment') continue;
    const down = [...ancestors, node];
    for (let index = node.children.length - 1; index >= 0; index -= 1) {
      stack.push({ node: node.children[index]!, ancestors: down });
    }
  }
}

/** The node with an id and its place, or nothing. */
export function find(course: Course, id: string): Placed | undefined {
  for (const placed of walk(course)) if (placed.node.id === id) return placed;
  return undefined;
}

/** Every piece of a course in tree order. */
export function pieces(course: Course): Assessment[] {
  const found: Assessment[] = [];
  for (const { node } of walk(course)) if (node.kind === 'assessment') found.push(node);
  return found;
}

/** Counted: neither it nor anything above it is set to not counted. */
export function isCounted({ node, ancestors }: Placed): boolean {
  return node.counted !== false && ancestors.every((category) => category.counted !== false);
}

/** Whether a child is a regular one that counts: neither extra credit, nor a deduction, which is no piece of work. */
export function isRegularChild(child: CourseNode): boolean {
  return child.counted !== false && !child.extraCredit && !isDeduction(child);
}

/** Whether a node counts occurrences, which take something away, and no marks. */
export function isDeduction(node: CourseNode): node is Deduction {
  return node.kind === 'assessment' && node.deduct !== undefined;
}

/** An assessment that is a deduction. */
export type Deduction = Assessment & { deduct: Deduct };
