import type { Category, Course, CourseNode } from '../document/course';
import { isCounted, walk } from '../document/tree';
import { decimalText, HUNDRED, rational, ZERO, type Rational } from '../numbers/rational';
import { CATEGORY_RULES, RULE_NAMES } from '../rules';
import type { CategoryRule, RuleProblem } from '../rules/rule';

/** Something in a course's rules that needs a decision; never a reason to refuse it (grading rules, section 9). */
export type Problem =
  | { readonly code: 'no-weight'; readonly at: string }
  | { readonly code: 'empty'; readonly at: string }
  | (RuleProblem & { readonly at: string })
  | { readonly code: 'weights-total'; readonly at: string; readonly total: string };

/** The problems of a course in tree order, a parent before its children. */
export function problems(course: Course): Problem[] {
  const found: Problem[] = [];
  for (const placed of walk(course)) {
    if (!isCounted(placed)) continue;
    const { node, ancestors: above } = placed;
    if (above.at(-1)?.combine === 'weights' && node.weight === undefined)
      found.push({ code: 'no-weight', at: node.id });
    if (node.kind === 'category') found.push(...problemsOfCategory(node, node === course.root));
  }
  return found;
}

function problemsOfCategory(category: Category, isRoot: boolean): Problem[] {
  const found: Problem[] = [];
  const { id: at, children, planned } = category;
  const isEmpty = children.length === 0 && !planned;
  if (isEmpty) found.push({ code: 'empty', at });
  found.push(...problemsOfRules(category, isEmpty));
  if (isRoot && category.combine === 'weights' && children.length > 0) {
    const total = weightTotal(category);
    if (total.compare(HUNDRED) !== 0) found.push({ code: 'weights-total', at, total: decimalText(total, 6) });
  }
  return found;
}

function problemsOfRules(category: Category, isEmpty: boolean): Problem[] {
  const pieces = Math.max(regularChildren(category).length, category.planned?.pieces ?? 0);
  return RULE_NAMES.flatMap((name) => {
    const value = category[name];
    const { problem } = CATEGORY_RULES[name] as CategoryRule<unknown>;
    const found = value === undefined ? undefined : problem?.(value, { pieces, isEmpty });
    return found ? [{ ...found, at: category.id }] : [];
  });
}

/** The children that a category's weights and drops are about: counted, and not extra credit. */
export function regularChildren(category: Category): CourseNode[] {
  return category.children.filter((child) => child.counted !== false && !child.extraCredit);
}

/** The sum of the weights of a category's counted regular children. */
export function weightTotal(category: Category): Rational {
  return regularChildren(category).reduce((sum, { weight }) => sum.add(rational(weight ?? '0')), ZERO);
}
