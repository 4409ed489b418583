import { rational, type Rational } from '../numbers/rational';
import type { Range } from './text/clean-text';
import type { Certainty } from './facts';
import { stemsOf } from './names';
import type { Unit } from './units';

/** A value with the words that say it. */
export interface Told<T> {
  readonly value: T;
  readonly range: Range;
  readonly certainty: Certainty;
}

/** A part of a course as the text has it: something graded, with its share. */
export interface Part {
  readonly key: string;
  readonly name: Told<string>;
  readonly stems: readonly string[];
  readonly isMany: boolean;
  readonly unit: Unit;
  /** Where in its unit it is spoken of. */
  readonly from: number;
  readonly to: number;
  readonly nameFrom: number;
  weight?: Told<Rational>;
  weightEach?: Told<Rational>;
  points?: Told<Rational>;
  pointsEach?: Told<Rational>;
  pieces?: Told<number>;
  /** How many of the lowest a column says are dropped. */
  drop?: Told<number>;
  isExtra?: Told<true>;
  /** It has what is left of the whole. */
  hasRest?: Told<true>;
  within?: Part;
  readonly isWork: boolean;
  readonly isOfGrade: boolean;
  readonly table: number | undefined;
  /** Its weight is a number that does not say what it is of. */
  isBare?: true;
  /** What was said of its weight elsewhere, where it differs. */
  otherWeight?: Told<Rational>;
}

/** A part while more is found of it. */
export type PartDraft = { -readonly [K in keyof Part]: Part[K] };

/** The parts of a course, and what the text says that they come to. */
export interface Parts {
  readonly parts: readonly Part[];
  readonly mode: 'weights' | 'points' | undefined;
  /** Other weights that the same parts may have, where the better counts. */
  readonly others: readonly { readonly weights: ReadonlyMap<string, Rational>; readonly range: Range }[];
  /** What a line of totals says. */
  readonly totals: readonly (Told<Rational> & { readonly unit: 'percent' | 'points' })[];
}

/** The weight of a part in percent, its pieces' together where each has its own. */
export function weightOf({ weight, weightEach, pieces }: Part): Rational | undefined {
  if (weight) return weight.value;
  return weightEach && pieces ? weightEach.value.mul(rational(String(pieces.value))) : undefined;
}

/** What tells parts of one course apart: the words of a name, "exam" and "test" only where there is nothing else. */
export function partName(name: string): string {
  const telling = stemsOf(name).filter((stem) => stem !== 'exam');
  const words = telling.some((stem) => /\p{L}/u.test(stem))
    ? telling
    : [name.toLowerCase().replace(/s$/, '')];
  return [...words].sort().join(' ');
}
