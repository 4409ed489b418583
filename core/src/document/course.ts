import type { RoundingMode } from '../numbers/rational';

/** A decimal as it stands in a course file: "17.5". Never a float. */
export type Decimal = string;
/** ISO 8601 with `Z` or an offset. */
export type Moment = string;

export type Combine = 'points' | 'equal' | 'weights';
export type Status = 'open' | 'awaiting' | 'scored' | 'missing' | 'excused';

/** One of the three ways in which a teacher writes a score. */
export type Score = { points: Decimal } | { percent: Decimal } | { label: string };

export interface Round {
  /** In percent points, above 0. */
  step: Decimal;
  mode?: RoundingMode;
}

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
  /** Strictly falling; the last starts at 0. */
  bands: Band[];
}

export interface MissingPolicy {
  counts: 'percent' | 'nothing';
  /** Percent of the possible points; 0 unless said. */
  percent?: Decimal;
}

export interface LatePolicy {
  /** Percent lost for each day. */
  perDay: Decimal;
  of?: 'possible' | 'earned';
  count?: 'started' | 'completed' | 'exact';
  /** Percent of the possible points below which lateness does not push. */
  floor?: Decimal;
  /** Hours. */
  grace?: Decimal;
  /** Days after which nothing is given. */
  closes?: Decimal;
}

export interface Policy {
  missing?: MissingPolicy;
  /** `after`: days past due after which open work counts as missing. */
  overdue?: { after: Decimal };
  late?: LatePolicy;
}

export interface Drop {
  lowest?: number;
  highest?: number;
  by?: 'percent' | 'points' | 'benefit';
  when?: 'always' | 'complete';
}

export interface Planned {
  pieces: number;
  /** Points of each promised piece. */
  possible?: Decimal;
}

/** How late one piece was: days, or the moment it was handed in. */
export type Late = { waived?: boolean; reason?: string } & ({ days: Decimal } | { handedIn: Moment });

interface NodeFields {
  id: string;
  name: string;
  weight?: Decimal;
  /** Highest percent that counts. */
  cap?: Decimal;
  extraCredit?: boolean;
  counted?: boolean;
  note?: string;
}

export interface Category extends NodeFields {
  kind: 'category';
  combine?: Combine;
  drop?: Drop;
  round?: Round;
  planned?: Planned;
  missing?: MissingPolicy;
  /** `null`: no penalty below this category; absent: the inherited policy. */
  late?: LatePolicy | null;
  children: CourseNode[];
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
  /** A rehearsed percent for unsettled work; never a record. */
  assume?: Decimal;
  /** What the teacher told of the others, in points; never used in a grade. */
  class?: { average?: Decimal; high?: Decimal; low?: Decimal };
}

export type CourseNode = Category | Assessment;

export type Target = { label: string } | { percent: Decimal };

/** One course: the document of a course file. */
export interface Course {
  format: 'fidens-course';
  version: 1;
  title: string;
  code?: string;
  credits?: Decimal;
  note?: string;
  target?: Target;
  scale: Scale;
  policy?: Policy;
  root: Category;
}

/** The status of a piece with its default. */
export function statusOf(piece: Assessment): Status {
  return piece.status ?? 'open';
}
