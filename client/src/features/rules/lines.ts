import type { Category, CategoryRules, Course, Derivation } from '@fidens/core';
import type { EditRules } from '@/model/rule-draft';
import type { Column } from '@/ui/fields/use-column';

/** What of a line is open: one rule of it, or all its fields. */
export interface Opened {
  readonly id: string;
  readonly what: 'all' | 'combine' | keyof CategoryRules;
}

/** What every line of a course's rules knows. */
export interface Lines {
  readonly course: Course;
  readonly standing: Derivation;
  readonly edit: EditRules;
  /** What is usual, without what is rare. */
  readonly brief: boolean;
  /** The course with the weights that are being typed. */
  readonly typed: Course;
  /** A weight that is being typed: the node's id and the text, nothing once it is kept. */
  readonly onWeight: (id: string, text: string | undefined) => void;
  readonly column: Column;
  /** Which line is open, and what of it. */
  readonly opened: Opened | undefined;
  readonly open: (opened: Opened) => void;
}

/** Whether what stands in a category has lines of its own: where it has categories, or weights of its own. */
export function showsInside({ combine, children }: Category): boolean {
  return combine === 'weights' || children.some(({ kind }) => kind === 'category');
}
