import type { Assessment, Category, Course, CourseNode } from '../document/course';
import { withRenamedRules } from '../document/references';
import { find, nodesIn, walk } from '../document/tree';
import { withoutHanging } from './along';
import { aligned, alignedCourse, difference } from './difference';
import type { Edit } from './edit';

/** What belongs to one student or one term and not to the rules. */
const OWN = [
  'status',
  'score',
  'late',
  'due',
  'extended',
  'assume',
  'class',
  'note',
] as const satisfies readonly (keyof Assessment)[];

/**
 * A course's rules without anything of the student's: no scores, states, lateness, rehearsals, notes, target, nor what a school said; nor due
 * moments, which belong to a term, and would make work of the next one overdue. Its categories, pieces with their points and
 * weights, policies and scale stay. It is a course file like any other.
 */
export function ruleSheet(course: Course): Course {
  const {
    note: _note,
    syllabus: _syllabus,
    target: _target,
    school: _school,
    class: _class,
    official: _official,
    root,
    ...rules
  } = course;
  return { ...rules, root: categorySheet(root) };
}

function categorySheet({ note: _note, ...category }: Category): Category {
  return {
    ...category,
    children: category.children.map((child) =>
      child.kind === 'category' ? categorySheet(child) : pieceSheet(child),
    ),
  };
}

function pieceSheet(piece: Assessment): Assessment {
  const sheet: Assessment = { ...piece };
  for (const field of OWN) delete sheet[field];
  return sheet;
}

/** Whether a sheet lists pieces that are no rule by themselves: those in categories that need no weight for each. */
export function listsPieces(sheet: Course): boolean {
  return nodesIn(sheet.root).some(
    (node) =>
      node !== sheet.root && node.kind === 'category' && node.children.some((child) => isListed(node, child)),
  );
}

/** A sheet without the pieces that it lists; those that stand on their own, or have a weight of their own, are rules and stay. */
export function rulesAlone(sheet: Course): Course {
  const visit = (category: Category): Category => ({
    ...category,
    children: category.children
      .filter((child) => category === sheet.root || !isListed(category, child))
      .map((child) => (child.kind === 'category' ? visit(child) : child)),
  });
  return withoutHanging({ ...sheet, root: visit(sheet.root) });
}

function isListed({ combine }: Category, child: CourseNode): boolean {
  return child.kind === 'assessment' && combine !== 'weights';
}

/**
 * A course under the rules of a sheet. Pieces and categories are the same by id, or by name in the same place; of those the
 * sheet's rules hold, and what is the student's stays. What the sheet does not have stays where there is a record in it, rules
 * and all, behind what the sheet has; the rest goes.
 *
 * @param course - the student's course; its title, code, credits, note and target stay
 * @param sheet - the rules to come
 * @param how - whether its pieces come too, or its rules alone, and all pieces of the course stay
 */
export function withSheet(course: Course, sheet: Course, how: 'all' | 'alone' = 'all'): Course {
  const { policy: _policy, requirements: _requirements, second: _second, ...kept } = course;
  const { root: rules, requirements, second } = alignedCourse(course, ruleSheet(sheet));
  return withoutHanging({
    ...kept,
    scale: sheet.scale,
    ...(requirements && { requirements }),
    ...(second && { second }),
    ...((course.scales ?? sheet.scales) && { scales: { ...course.scales, ...sheet.scales } }),
    ...(sheet.policy && { policy: sheet.policy }),
    root: merged(course.root, rules, how === 'all' ? hasRecord : () => true),
  });
}

/**
 * Gives a category the rules of another of the same course, such as of a term's other half: how it adds up, what it drops, its
 * categories with their weights. Its own place and part in the course stay, and so do all its pieces.
 *
 * @returns the edits; empty where the rules are the same
 */
export function copyRules(course: Course, from: string, to: string): Edit[] {
  const [source, target] = [find(course, from)?.node, find(course, to)?.node];
  if (source?.kind !== 'category' || target?.kind !== 'category') return [];
  const taken = [...walk(course)].map(({ node }) => node.id);
  const { weight: _weight, extraCredit: _extraCredit, counted: _counted, ...rules } = withoutPieces(source);
  const { children } = aligned(target, rules, taken);
  const { name } = target;
  const wanted = { ...rules, ...chosen(target, PART), id: to, name, children };
  const root = merged(target, wanted, () => true);
  const there = new Set([...taken, ...nodesIn(root).map((node) => node.id)]);
  const whole = withRenamedRules(root, (id) => (there.has(id) ? id : undefined));
  return difference({ ...course, root: target }, { ...course, root: whole });
}

/** What a category or piece is to what it stands in. */
const PART = ['weight', 'extraCredit', 'counted'] as const satisfies readonly (keyof Category)[];

function withoutPieces(category: Category): Category {
  const { note: _note, ...rules } = category;
  const inside = category.children.filter((child) => child.kind === 'category');
  return { ...rules, children: inside.map(withoutPieces) };
}

/**
 * A category under other rules: what both have keeps what is the student's, and what only the category has stays, behind what
 * the rules have, where it is to be kept or holds what is.
 */
function merged(own: Category, rules: Category, isKept: (piece: Assessment) => boolean): Category {
  const owned = new Map(nodesIn(own).map((node) => [node.id, node]));
  const inRules = new Set(nodesIn(rules).map(({ id }) => id));
  const rest = ({ children }: Category): CourseNode[] =>
    children.flatMap((child): CourseNode[] => {
      if (child.kind === 'assessment') return !inRules.has(child.id) && isKept(child) ? [child] : [];
      const inside = inRules.has(child.id) ? [] : rest(child);
      return inside.length > 0 ? [{ ...child, children: inside }] : [];
    });
  const visit = (node: CourseNode): CourseNode => {
    const mine = owned.get(node.id);
    if (node.kind === 'assessment') return { ...node, ...chosen((mine ?? {}) as Partial<Assessment>, OWN) };
    const category = mine as Category | undefined;
    return {
      ...node,
      ...chosen<Partial<Category>, 'note'>(category ?? {}, ['note']),
      children: [...node.children.map(visit), ...(category ? rest(category) : [])],
    };
  };
  return visit(rules) as Category;
}

/** Some fields of an object, those that are there. */
function chosen<T extends object, K extends keyof T>(object: T, keys: readonly K[]): Partial<Pick<T, K>> {
  const there = keys.filter((key) => object[key] !== undefined);
  return Object.fromEntries(there.map((key) => [key, object[key]])) as Partial<Pick<T, K>>;
}

function hasRecord(piece: Assessment): boolean {
  return OWN.some((field) => piece[field] !== undefined && !(field === 'status' && piece.status === 'open'));
}
