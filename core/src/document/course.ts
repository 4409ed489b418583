import type { Decimal, Moment } from '../numbers/decimal';
import type { CategoryRules } from '../rules';
import type { Curve } from '../rules/curve/form';
import type { Deduct } from '../rules/deduct/form';
import type { Late, LatePolicy } from '../rules/late/form';
import type { MissingPolicy } from '../rules/missing/form';
import type { Requirement } from '../rules/requirements/form';
import type { Round } from '../rules/round/form';
import type { Second } from '../rules/second/form';

export type { CategoryRules, Decimal, Late, LatePolicy, MissingPolicy, Moment, Round };
export type { Drop } from '../rules/drop/form';
export type { Planned } from '../rules/planned/form';
export type { Second, SecondGroup } from '../rules/second/form';
export type { Requirement };

export type Combine = 'points' | 'equal' | 'weights';
export type Status = 'open' | 'awaiting' | 'scored' | 'missing' | 'excused';

/** One of the three ways in which a teacher writes a score. */
export type Score = { points: Decimal } | { percent: Decimal } | { label: string };

export interface Band {
  label: string;
  /** The cut-off, in percent. */
  from: Decimal;
  /** Credit points for the GPA. */
  points?: Decimal;
  /** What the label is worth as a score, in percent. */
  worth?: Decimal;
  pass?: boolean;
}

export interface Scale {
  round?: Round;
  /** Its unit: what 100 percent is written as, "4" where a grade is "2.37 of 4". Absent = percent. It changes no number, only how it is written. */
  outOf?: Decimal;
  /** Strictly falling; the last starts at 0. */
  bands: Band[];
}

export interface Policy {
  missing?: MissingPolicy;
  /** `after`: days past due after which open work counts as missing. */
  overdue?: { after: Decimal };
  late?: LatePolicy;
}

interface NodeFields {
  id: string;
  name: string;
  weight?: Decimal;
  /** The sibling that its weight goes to where it is excused. */
  weightTo?: string;
  /** Highest percent that counts. */
  cap?: Decimal;
  extraCredit?: boolean;
  counted?: boolean;
  /** One of the course's further scales, whose labels scores here and below may have; absent = as above. */
  scale?: string;
  note?: string;
}

/** A group of pieces and of other categories, with its rules. */
export interface Category extends NodeFields, CategoryRules {
  kind: 'category';
  combine?: Combine;
  /** It is a period of the course, such as a quarter, with a letter of its own. It changes no number. */
  period?: true;
  children: CourseNode[];
}

/** What was told of the others: never used in a grade. */
export interface ClassFigures {
  average?: Decimal;
  high?: Decimal;
  low?: Decimal;
}

/** One graded piece of work; a "piece" on screen. */
export interface Assessment extends NodeFields {
  kind: 'assessment';
  possible: Decimal;
  /** Nobody has said what it is out of: `possible` is only the default. */
  presumed?: true;
  step?: Decimal;
  status?: Status;
  score?: Score;
  due?: Moment;
  extended?: Moment;
  late?: Late;
  curve?: Curve;
  /** It counts occurrences, each of which takes something from its category, and no marks. */
  deduct?: Deduct;
  /** A rehearsed percent for unsettled work; never a record. */
  assume?: Decimal;
  /** In points. */
  class?: ClassFigures;
  /** The name under which the school's list has it, once that was matched. */
  listedAs?: string;
}

export type CourseNode = Category | Assessment;

export type Target = { label: string } | { percent: Decimal };

/** A grade as a school's page shows it: a percent with as many decimals as are seen, a letter, or points of a whole. */
export type Figure = { percent: Decimal } | { label: string } | { earned: Decimal; possible: Decimal };

/** The figure that the school last showed; told, never used in a grade. */
export type SchoolFigure = Figure & {
  seen?: Moment;
  /** Why it differs, where the student knows and lets it be. */
  note?: string;
};

/** The grade that was given in the end: a letter of the scale, or a mark that no rule computes ("W", "in progress"), which counts only with points. */
export type Official = { label: string; percent?: Decimal } | { mark: string; points?: Decimal };

/** What was given, in words. */
export function officialText(official: Official): string {
  return 'label' in official ? official.label : official.mark;
}

/** One course: the document of a course file. */
export interface Course {
  format: 'fidens-course';
  version: 1;
  title: string;
  code?: string;
  credits?: Decimal;
  note?: string;
  /** The text of the syllabus that its rules were read from. */
  syllabus?: string;
  target?: Target;
  school?: SchoolFigure;
  /** The others' grades in the course, in percent. */
  class?: ClassFigures;
  official?: Official;
  scale: Scale;
  /** Further scales by name, for nodes that are marked on another than the course's. */
  scales?: Record<string, Scale>;
  policy?: Policy;
  /** What letters need beside the percent. */
  requirements?: Requirement[];
  /** A second way of adding the same pieces up, for a grade of its own. */
  second?: Second;
  root: Category;
}

/** The status of a piece with its default. */
export function statusOf(piece: Assessment): Status {
  return piece.status ?? 'open';
}
