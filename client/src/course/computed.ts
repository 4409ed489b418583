import {
  goalsOf,
  headline,
  lettersOf,
  outlooks,
  problems,
  reach,
  ribbon,
  rises,
  solveLargest,
  type Alone,
  type BandReach,
  type Course,
  type Goal,
  type Headline,
  type Letters,
  type Outlooks,
  type Problem,
  type Rises,
  type Segment,
} from '@fidens/core';

/** Everything that screens say of one course, computed once for each document and moment. */
export interface Computed {
  readonly course: Course;
  readonly outlooks: Outlooks;
  readonly letters: Letters;
  readonly segments: readonly Segment[];
  /** The bands of the scale, and among them the percent that is pinned, if one is. */
  readonly goals: readonly Goal[];
  /** Reach, what one piece alone takes, what each can do, and the headline are computed when they are first asked for. */
  readonly reach: readonly BandReach[];
  readonly alone: Alone | undefined;
  readonly rises: Rises | undefined;
  readonly headline: Headline;
  readonly problems: readonly Problem[];
}

const known = new WeakMap<Course, Computed & { now: string }>();

/**
 * Computes a course. Documents are never changed in place, so a document that was computed is not computed again.
 *
 * @param now - the moment at which overdue work is judged
 */
export function compute(course: Course, now: string): Computed {
  const before = known.get(course);
  if (before?.now === now) return before;
  const found = outlooks(course, now);
  const goals = goalsOf(course);
  const computed = {
    course,
    now,
    outlooks: found,
    letters: lettersOf(course.scale),
    segments: ribbon(found),
    problems: problems(course),
    goals,
    get reach() {
      return once(this, 'reach', () => reach(found, goals));
    },
    get alone() {
      return once(this, 'alone', () => solveLargest(found, goals));
    },
    get rises() {
      return once(this, 'rises', () => rises(found));
    },
    get headline() {
      return once(this, 'headline', () => headline(found, this.reach, this.alone));
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
