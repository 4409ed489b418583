import type { CategoryRules } from '@fidens/core';
import { CapEditor } from './cap/editor';
import { DropEditor } from './drop/editor';
import { LateEditor } from './late/editor';
import { MissingEditor } from './missing/editor';
import { PlannedEditor } from './planned/editor';
import { RoundEditor } from './round/editor';
import type { RuleEditor } from './rule';

/** Where each rule of a category is set, in the order in which they stand. */
export const RULE_EDITORS: {
  readonly [Field in keyof CategoryRules]-?: RuleEditor<Exclude<CategoryRules[Field], undefined>>;
} = {
  drop: DropEditor,
  planned: PlannedEditor,
  cap: CapEditor,
  round: RoundEditor,
  missing: MissingEditor,
  late: LateEditor,
};
