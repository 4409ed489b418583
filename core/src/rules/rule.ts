import type Joi from 'joi';
import type { Rational } from '../numbers/rational';

/** Any JSON object. */
export type Json = Readonly<Record<string, unknown>>;

/** What is wrong about a rule: where, from its category on, and what would be right. */
export interface RuleFault {
  readonly at: readonly (string | number)[];
  readonly message: string;
}

/** What the problems of a rule are judged by. */
export interface CategoryFacts {
  /** Counted regular children, those that are promised included. */
  readonly pieces: number;
  /** Nothing is listed in it, and nothing promised. */
  readonly isEmpty: boolean;
}

/** What is known of a category's regular children without looking at values; nothing of one where it is not known. */
export interface CategoryShape {
  /** What full marks of each are in the category. */
  readonly units: readonly (Rational | undefined)[];
  /** Their points. */
  readonly sizes: readonly (Rational | undefined)[];
  /** How many of them hold something that varies. */
  readonly varying: number;
}

/** The form of a rule of a category: what the borders hold a document against. It stands in the rule's `form.ts`. */
export interface CategoryForm {
  /** Its form in a course file. */
  readonly schema: Joi.Schema;
  /** What of it does not agree with the rest of its category. It looks at any JSON, right or wrong in form. */
  readonly faults?: (category: Json) => readonly RuleFault[];
}

/**
 * What every rule of a category tells the house beside what it does to a value, for a document that is right in form. What it does
 * stands in its folder too and is called where categories are added up, at the rule's place in the order that the grading rules give.
 *
 * @typeParam F - its field in the document
 */
export interface CategoryRule<F> {
  /**
   * The same rule with other ids for the nodes that it names; nothing where one goes that it cannot be without.
   *
   * @param to - what an id becomes; nothing where its node goes
   */
  readonly renamed?: (value: F, to: (id: string) => string | undefined) => F | undefined;
  /**
   * Whether it can make a category fall as pieces in it rise. What says nothing here cannot: then a search may take the grade for one that
   * only rises (`search/monotone.ts`).
   */
  readonly canFall?: (value: F, shape: CategoryShape) => boolean;
  /** What about it needs a decision, though it is no reason to refuse it (grading rules, section 9). */
  readonly problem?: (value: F, facts: CategoryFacts) => RuleProblem | undefined;
}

/** A problem that a rule can raise. */
export type RuleProblem = { readonly code: 'drop-all'; readonly drops: number; readonly pieces: number };
