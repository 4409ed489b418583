import type { Decimal } from '../numbers/decimal';
import { capRule } from './cap';
import { curveRule } from './curve';
import type { Curve } from './curve/form';
import { dropRule } from './drop';
import type { Drop } from './drop/form';
import { lateRule } from './late';
import type { LatePolicy } from './late/form';
import { missingRule } from './missing';
import type { MissingPolicy } from './missing/form';
import { plannedRule } from './planned';
import type { Planned } from './planned/form';
import { replaceRule } from './replace';
import type { Replace } from './replace/form';
import { roundRule } from './round';
import type { Round } from './round/form';
import { schemesRule } from './schemes';
import type { Scheme } from './schemes/form';
import type { CategoryRule } from './rule';

/** The rules that a category can have, by their fields in the document. */
export interface CategoryRules {
  /** Highest percent that counts. */
  cap?: Decimal;
  curve?: Curve;
  drop?: Drop;
  replace?: Replace;
  /** Other weightings; whichever brings most counts. */
  schemes?: Scheme[];
  round?: Round;
  planned?: Planned;
  missing?: MissingPolicy;
  /** `null`: no penalty below this category; absent: the inherited policy. */
  late?: LatePolicy | null;
}

/**
 * Every rule of a category. A field above without its entry here does not compile, nor does one without its form, its words, its editor
 * and its columns (`CATEGORY_FORMS`, `CATEGORY_RULE_WORDS`, `RULE_EDITORS`, `CATEGORY_COLUMNS`).
 */
export const CATEGORY_RULES: {
  readonly [Field in keyof CategoryRules]-?: CategoryRule<Exclude<CategoryRules[Field], undefined>>;
} = {
  drop: dropRule,
  replace: replaceRule,
  planned: plannedRule,
  schemes: schemesRule,
  curve: curveRule,
  cap: capRule,
  round: roundRule,
  missing: missingRule,
  late: lateRule,
};

export const RULE_NAMES = Object.keys(CATEGORY_RULES) as readonly (keyof CategoryRules)[];
