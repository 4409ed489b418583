import type { Category, Course, LatePolicy, MissingPolicy } from '@fidens/core';
import type { ReactNode } from 'react';

/**
 * What a rule of a category says, everywhere.
 *
 * @typeParam F - its field in the document
 */
export interface RuleWords<F> {
  /** Its name, as the history has it. */
  readonly name: string;
  /** What stands in the history where there is none. */
  readonly none: string;
  /** The rule alone, as the history has it: "10", "70%". */
  readonly words: (value: F, nameOf: NameOf) => string;
  /** As a few words in the line of its category. */
  readonly short: (value: F, category: Category, nameOf: NameOf) => string;
  /** A part of the sentence that reads a category back; nothing where it does nothing. */
  readonly sentence: (value: F, nameOf: NameOf) => string | undefined;
}

/** The name of a category or piece that a rule names by its id. */
export type NameOf = (id: string) => string;

/** The policies that hold where a category has none of its own, and whence they come. */
export interface InForce {
  readonly missing: { readonly value: MissingPolicy; readonly from: string };
  readonly late: { readonly value: LatePolicy | undefined; readonly from: string };
}

/** What every editor of a rule is given. */
export interface RuleEditorProps<F> {
  readonly course: Course;
  readonly category: Category;
  /** Of what: "the whole", or a category's name. */
  readonly of: string;
  readonly value: F | undefined;
  /** What holds above it; the whole course has nothing above. */
  readonly inForce: InForce | undefined;
  readonly onChange: (value: F | undefined) => void;
}

/** Where a category's rule is set. Nothing is shown where it cannot have one. */
export type RuleEditor<F> = (props: RuleEditorProps<F>) => ReactNode;
