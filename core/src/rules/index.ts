import type { Decimal } from '../numbers/decimal';
import { capRule } from './cap';
import { curveRule } from './curve';
import type { Curve } from './curve/form';
import { dropRule } from './drop';
import type { Drop } from './drop/form';
import { lateRule, type LatePolicy } from './late/form';
import { missingRule, type MissingPolicy } from './missing';
import { plannedRule, type Planned } from './planned';
import { replaceRule, type Replace } from './replace';
import { roundRule, type Round } from './round';
import { schemesRule, type Scheme } from './schemes';
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
 * Every rule of a category. A field above without its entry here does not compile, nor does one without its words, its editor and its
 * columns (`CATEGORY_RULE_WORDS`, `RULE_EDITORS`, `CATEGORY_COLUMNS`).
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
