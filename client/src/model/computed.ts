import {
  courseLetters,
  effectOf,
  goalsOf,
  handedInNow,
  headline,
  outlooks,
  potentials,
  problems,
  reach,
  ribbon,
  solveLargest,
  weightingLeads,
  type Alone,
  type BandReach,
  type Course,
  type Effect,
  type Goal,
  type Headline,
  type Letters,
  type Outlooks,
  type Potentials,
  type Problem,
  type Segment,
  type WeightingLead,
} from '@fidens/core';
import { decimals } from '@/wording/decimals';

/** Everything that screens say of one course, computed once for each document and moment. */
export interface Computed {
  readonly course: Course;
  /** With what is past due under a late rule as if it were handed in now: what it takes is asked for as late as it would be. */
  readonly outlooks: Outlooks;
  /** The ids of the pieces of which that is meant. */
  readonly late: ReadonlySet<string>;
  readonly letters: Letters;
  readonly segments: readonly Segment[];
  /** The bands of the scale, and among them the percent that is pinned, if one is. */
  readonly goals: readonly Goal[];
  /** Reach, what one piece alone takes, what each can do, and the headline are computed when they are first asked for. */
  readonly reach: readonly BandReach[];
  readonly alone: Alone | undefined;
  readonly potentials: Potentials | undefined;
  readonly headline: Headline;
  /** Which of several weightings counts as it goes, and where another takes over. */
  readonly leads: readonly WeightingLead[];
  readonly problems: readonly Problem[];
}

const known = new WeakMap<Course, Computed & { now: string }>();

/** What changed rules do, with what is past due as late as it would be, as everywhere on screen. */
export function effectBetween(before: Course, after: Course, now: string): Effect {
  return effectOf(handedInNow(before, now).course, handedInNow(after, now).course, now, decimals());
}

/**
 * Computes a course. Documents are never changed in place, so a document that was computed is not computed again.
 *
 * @param now - the moment at which overdue work is judged
 */
export function compute(course: Course, now: string): Computed {
  const before = known.get(course);
  if (before?.now === now) return before;
  const { course: meant, late } = handedInNow(course, now);
  const found = outlooks(meant, now);
  const goals = goalsOf(course);
  const computed = {
    course,
    now,
    outlooks: found,
    late,
    letters: courseLetters(found.plan),
    get segments() {
      return once(this, 'segments', () => ribbon(found));
    },
    get problems() {
      return once(this, 'problems', () => problems(found.plan));
    },
    goals,
    get reach() {
      return once(this, 'reach', () => reach(found, goals));
    },
    get alone() {
      return once(this, 'alone', () => solveLargest(found, goals));
    },
    get potentials() {
      return once(this, 'potentials', () => potentials(found));
    },
    get leads() {
      return once(this, 'leads', () => weightingLeads(found));
    },
    get headline() {
      return once(this, 'headline', () => headline(found, this.reach));
    },
  };
  known.set(course, computed);
  return computed;
}

function once<T>(object: object, name: string, value: () => T): T {
  const found = value();
  Object.defineProperty(object, name, { value: found });
  return found;
}

/** Whether a letter is what the words on top speak of. */
export function isTarget({ headline }: Computed, { band }: BandReach): boolean {
  return headline.kind === 'takes' && headline.band === band;
}
