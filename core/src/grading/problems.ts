import type { Category, CourseNode } from '../document/course';
import { isCounted, isDeduction, isRegularChild, walk } from '../document/tree';
import { decimalText, HUNDRED, rational, ZERO, type Rational } from '../numbers/rational';
import { CATEGORY_RULES, RULE_NAMES } from '../rules';
import type { CategoryRule, RuleProblem } from '../rules/rule';
import { schemeWeight } from '../rules/schemes';
import type { Plan, PlannedRequirement } from './plan';
import { piecesOf } from './requirement';

/** Something in a course's rules that needs a decision; never a reason to refuse it (grading rules, section 9). */
export type Problem =
  | { readonly code: 'no-weight'; readonly at: string }
  | { readonly code: 'empty'; readonly at: string }
  | (RuleProblem & { readonly at: string })
  | { readonly code: 'weights-total'; readonly at: string; readonly total: string }
  | { readonly code: 'scheme-total'; readonly at: string; readonly scheme: string; readonly total: string }
  /** A requirement asks for more pieces than there are. */
  | {
      readonly code: 'required-short';
      readonly at: string;
      readonly required: number;
      readonly pieces: number;
    };

/**
 * The problems of a course in tree order, a parent before its children; those of its requirements last.
 *
 * @param plan - the course as it is computed
 */
export function problems({ course, requirements }: Plan): Problem[] {
  const found: Problem[] = [];
  for (const placed of walk(course)) {
    if (!isCounted(placed)) continue;
    const { node, ancestors: above } = placed;
    if (above.at(-1)?.combine === 'weights' && node.weight === undefined && !isDeduction(node))
      found.push({ code: 'no-weight', at: node.id });
    if (node.kind === 'category') found.push(...problemsOfCategory(node, node === course.root));
  }
  return [...found, ...requirements.flatMap(shortOf)];
}

function shortOf(requirement: PlannedRequirement): Problem[] {
  const { source } = requirement;
  const pieces = piecesOf(requirement)?.length;
  if (pieces === undefined || !('pieces' in source) || pieces >= source.pieces) return [];
  return [{ code: 'required-short', at: source.of, required: source.pieces, pieces }];
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
    for (const { name: scheme, weights } of category.schemes ?? []) {
      const inScheme = weightTotal(category, weights);
      if (inScheme.compare(HUNDRED) !== 0)
        found.push({ code: 'scheme-total', at, scheme, total: decimalText(inScheme, 6) });
    }
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

/** The children that a category's weights and drops are about: counted, neither extra credit nor a deduction. */
export function regularChildren(category: Category): CourseNode[] {
  return category.children.filter(isRegularChild);
}

/**
 * The sum of the weights of a category's counted regular children.
 *
 * @param others - weights of a scheme, by ids, where they stand for a child's own
 */
export function weightTotal(category: Category, others: Readonly<Record<string, string>> = {}): Rational {
  return regularChildren(category).reduce(
    (sum, { id, weight }) => sum.add(rational(schemeWeight(others, id) ?? weight ?? '0')),
    ZERO,
  );
}
