import type { Category, CategoryRules, Course, RULE_NAMES } from '@fidens/core';
import { CapEditor } from './cap/editor';
import { CAP_WORDS } from './cap/words';
import { CurveEditor } from './curve/editor';
import { CURVE_WORDS } from './curve/words';
import { DropEditor } from './drop/editor';
import { DROP_WORDS } from './drop/words';
import { LateEditor } from './late/editor';
import { LATE_WORDS } from './late/words';
import { MissingEditor } from './missing/editor';
import { MISSING_WORDS } from './missing/words';
import { namesIn } from './names';
import { PlannedEditor } from './planned/editor';
import { PLANNED_WORDS } from './planned/words';
import { ReplaceEditor } from './replace/editor';
import { REPLACE_WORDS } from './replace/words';
import { RoundEditor } from './round/editor';
import { ROUND_WORDS } from './round/words';
import { SchemesEditor } from './schemes/editor';
import { SCHEMES_WORDS } from './schemes/words';
import type { RuleEditor, RuleWords } from './rule';

/** What every rule of a category says, in the order in which a syllabus has them. */
export const CATEGORY_RULE_WORDS: {
  readonly [Field in keyof CategoryRules]-?: RuleWords<Exclude<CategoryRules[Field], undefined>>;
} = {
  planned: PLANNED_WORDS,
  drop: DROP_WORDS,
  replace: REPLACE_WORDS,
  schemes: SCHEMES_WORDS,
  curve: CURVE_WORDS,
  cap: CAP_WORDS,
  round: ROUND_WORDS,
  missing: MISSING_WORDS,
  late: LATE_WORDS,
};

/** What a category's rules say, each as a part of the sentence that reads it back. */
export function rulesInWords(category: Category, course: Course): string[] {
  const nameOf = namesIn(course);
  return rulesOf(category).flatMap(({ words, value }) => words.sentence(value, nameOf) ?? []);
}

/** What a category's rules say in its line, each with the field that says it. */
export function rulePhrases(
  category: Category,
  course: Course,
): { field: keyof CategoryRules; words: string }[] {
  const nameOf = namesIn(course);
  return rulesOf(category).map(({ field, words, value }) => ({
    field,
    words: words.short(value, category, nameOf),
  }));
}

/** The rules that a category has, in order. */
function rulesOf(category: Category) {
  return (Object.keys(CATEGORY_RULE_WORDS) as typeof RULE_NAMES).flatMap((field) => {
    const value: unknown = category[field];
    const words = CATEGORY_RULE_WORDS[field] as RuleWords<unknown>;
    return value === undefined ? [] : [{ field, words, value }];
  });
}

/** Where each rule of a category is set, in the order in which they stand. */
export const RULE_EDITORS: {
  readonly [Field in keyof CategoryRules]-?: RuleEditor<Exclude<CategoryRules[Field], undefined>>;
} = {
  drop: DropEditor,
  planned: PlannedEditor,
  replace: ReplaceEditor,
  schemes: SchemesEditor,
  curve: CurveEditor,
  cap: CapEditor,
  round: RoundEditor,
  missing: MissingEditor,
  late: LateEditor,
};
