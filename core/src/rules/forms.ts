import type { CategoryRules } from '.';
import { capForm } from './cap/form';
import { curveForm } from './curve/form';
import { dropForm } from './drop/form';
import { lateForm } from './late/form';
import { missingForm } from './missing/form';
import { plannedForm } from './planned/form';
import { replaceForm } from './replace/form';
import { roundForm } from './round/form';
import type { CategoryForm } from './rule';
import { schemesForm } from './schemes/form';

/** The form of every rule of a category. Only what checks documents needs it: what computes with them takes `CATEGORY_RULES`. */
export const CATEGORY_FORMS: { readonly [Field in keyof CategoryRules]-?: CategoryForm } = {
  drop: dropForm,
  replace: replaceForm,
  planned: plannedForm,
  schemes: schemesForm,
  curve: curveForm,
  cap: capForm,
  round: roundForm,
  missing: missingForm,
  late: lateForm,
};
