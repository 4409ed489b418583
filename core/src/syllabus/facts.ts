import type { Band, Decimal, LatePolicy, MissingPolicy, Round } from '../document/course';
import type { Range } from './text/clean-text';

/** How sure it is that the words mean this, between 0 and 1. */
export const CERTAINTY = {
  /** They can hardly mean anything else. */
  sure: 0.98,
  /** They mean it in nearly every syllabus. */
  likely: 0.85,
  /** They could mean something else too: it is asked. */
  doubtful: 0.5,
} as const;

export type Certainty = (typeof CERTAINTY)[keyof typeof CERTAINTY];

/** What a requirement asks, of a part by its key. */
export type RequirementAsked =
  | { atLeast: Decimal }
  | { pieces: number; each?: Decimal }
  | { atMost: Decimal };

/** What a fact says, by its kind. Percents and points are decimals. */
export interface FactValues {
  /** Of the course. */
  title: string;
  code: string;
  credits: Decimal;
  /** How the whole adds up. */
  combine: 'weights' | 'points';
  bands: Band[];
  round: Round;
  /** Penalty of a day late, percent. */
  latePerDay: Decimal;
  lateOf: NonNullable<LatePolicy['of']>;
  lateCount: NonNullable<LatePolicy['count']>;
  lateFloor: Decimal;
  /** Hours. */
  lateGrace: Decimal;
  /** Days. */
  lateCloses: Decimal;
  missing: MissingPolicy;
  /** Days. */
  overdue: Decimal;
  requirement: { for: 'pass' | { label: string }; of: string; asks: RequirementAsked };
  scheme: { name: string; weights: Record<string, Decimal> };

  /** Of a part: what it is called. */
  name: string;
  /** Percent of what it stands in. */
  weight: Decimal;
  /** Percent of the course that each of its pieces is. */
  weightEach: Decimal;
  /** Points of it all. */
  points: Decimal;
  /** Points of each of its pieces. */
  pointsEach: Decimal;
  pieces: number;
  dropLowest: number;
  dropHighest: number;
  /** So many of the best count. */
  best: number;
  extraCredit: true;
  /** A moment, ISO 8601. */
  due: string;
  /** The key of the part that it stands in. */
  within: string;
  replacedBy: { by: string; lowest: number };
  weightTo: string;
  deduct: { each: Decimal; free: Decimal };
}

export type FactKind = keyof FactValues;

/** Another fact that the same words could say. */
export interface OtherReading {
  readonly kind: FactKind;
  readonly value: FactValues[FactKind];
}

/** The key of a course among what facts are about. */
export const ABOUT_COURSE = 'course';

/** One thing that the text says, with the words that say it. */
export type Fact = {
  [K in FactKind]: {
    readonly kind: K;
    /** What it is about: the course, or a part by its key. */
    readonly about: string;
    readonly value: FactValues[K];
    readonly range: Range;
    readonly certainty: Certainty;
    /** The places of its parts, where it has several: of each band of a scale. */
    readonly parts?: readonly Range[];
    /** What else the words could mean. */
    readonly or?: readonly OtherReading[];
  };
}[FactKind];

/** A fact of one kind. */
export type FactOf<K extends FactKind> = Extract<Fact, { kind: K }>;
