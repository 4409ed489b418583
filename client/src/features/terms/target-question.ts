import type { Combinations, CombinedCourse, Course } from '@fidens/core';
import { OneWorker } from '@/model/one-worker';

/** What the worker is asked: which letters of these courses reach a GPA, beside what is settled. */
export interface TargetQuestion {
  readonly courses: readonly { readonly id: string; readonly document: Course }[];
  readonly now: string;
  /** Grade points. */
  readonly target: string;
  /** What counts too and is over: credits, and credits times points, as fractions. */
  readonly settled: { readonly credits: string; readonly earned: string };
}

/** A combination as it crosses to the page: numbers as text. */
export interface ToldCombination {
  readonly letters: readonly { readonly label: string; readonly takes: number }[];
  readonly points: string;
  readonly chance: number;
  readonly takes: number;
}

export interface TargetAnswer {
  /** The courses that can be asked about, in the order of the letters. */
  readonly courses: readonly CombinedCourse[];
  /** Courses that bring nothing to a GPA, and why. */
  readonly without: readonly { readonly id: string; readonly why: 'no credits' | 'no points' }[];
  readonly best: readonly ToldCombination[];
  readonly least: readonly (string | undefined)[];
  readonly most: string | undefined;
  readonly lowest: string | undefined;
  /** Courses whose chances are not known, as too few scores are there. */
  readonly unsure: readonly string[];
}

/** Decimals in which points cross to the page; they are shown as the student wants them. */
export const pointsText = (points: Combinations['most']): string | undefined => points?.toFraction();

export const targeting = new OneWorker<TargetQuestion, TargetAnswer>(
  () => new Worker(new URL('./target.worker', import.meta.url)),
);
