import {
  nodesIn,
  schemeWeight,
  type Category,
  type Course,
  type CourseNode,
  type Requirement,
} from '@fidens/core';
import { fromRow, REQUIREMENT_COLUMNS, toRow, type Fields } from './document-columns';

/** A reference of a document as the tables keep it: which of the two holds what is named. */
type Named = Partial<Record<CourseNode['kind'], string>>;

/** Finds the kind of each node of a document, so that a reference can be kept in the column of its table. */
export function namer({ root }: Course): (id: string) => Named {
  const kinds = new Map(nodesIn(root).map(({ id, kind }) => [id, kind]));
  return (id) => ({ [kinds.get(id)!]: id });
}

function nameOf({ category, assessment }: Named): string {
  return (category ?? assessment)!;
}

/**
 * The fields of a node as its columns keep them: steps of a curve as two lists, references by the table of what they name, schemes by their
 * names, and what the node weighs in those of its category.
 *
 * @param parent - the category that it stands in, if any
 */
export function flattened(
  node: CourseNode,
  parent: Category | undefined,
  named: (id: string) => Named,
): Fields {
  const { curve, weightTo } = node;
  const schemes = parent?.schemes;
  const flat: Fields = { ...node };
  if (curve && 'steps' in curve)
    flat.curve = {
      steps: { from: curve.steps.map(({ from }) => from), gives: curve.steps.map(({ gives }) => gives) },
    };
  if (weightTo !== undefined) flat.weightTo = named(weightTo);
  if (schemes) flat.schemeWeights = schemes.map(({ weights }) => schemeWeight(weights, node.id) ?? null);
  if (node.kind === 'assessment') return flat;
  if (node.replace) flat.replace = { ...node.replace, ...named(node.replace.by) };
  if (node.schemes) flat.schemeNames = node.schemes.map(({ name }) => name);
  return flat;
}

/** A node's fields out of its columns; what it weighs in the schemes of its category is for `withSchemes`. */
export function restored(flat: Fields): Fields {
  const { curve, weightTo, replace, schemeWeights: _weights, schemeNames: _names, ...node } = flat;
  if (weightTo) node.weightTo = nameOf(weightTo);
  if (curve) node.curve = restoredCurve(curve as Fields);
  if (replace) {
    const { category, assessment, ...rest } = replace as Named & Fields;
    node.replace = { by: nameOf({ category, assessment } as Named), ...rest };
  }
  return node;
}

function restoredCurve(curve: Fields): Fields {
  const steps = curve.steps as { from: string[]; gives: string[] } | undefined;
  if (!steps) return curve;
  return { steps: steps.from.map((from, index) => ({ from, gives: steps.gives[index]! })) };
}

/**
 * Gives a category its schemes, of its own names and its children's weights.
 *
 * @param weightsOf - what a child weighs in each scheme, in order; `null` where a scheme does not name it
 */
export function withSchemes(
  category: Category,
  names: readonly string[] | null | undefined,
  weightsOf: (child: CourseNode) => readonly (string | null)[] | null | undefined,
): void {
  if (!names) return;
  category.schemes = names.map((name, index) => {
    const weights = category.children.flatMap((child): [string, string][] => {
      const weight = weightsOf(child)?.[index];
      return weight == null ? [] : [[child.id, weight]];
    });
    return { name, weights: Object.fromEntries(weights) };
  });
}

/** The rows of a course's requirements. */
export function requirementRows(course: Course): Fields[] {
  const named = namer(course);
  return (course.requirements ?? []).map((requirement, position) => ({
    ...toRow(REQUIREMENT_COLUMNS, { ...requirement, of: named(requirement.of) }),
    position,
  }));
}

/** Puts requirements together. */
export function toRequirements(rows: readonly (object & { position: number })[]): Requirement[] {
  return [...rows]
    .sort((a, b) => a.position - b.position)
    .map((row) => {
      const fields = fromRow(REQUIREMENT_COLUMNS, row);
      return { ...fields, of: nameOf(fields.of as Named) } as Requirement;
    });
}
