import type { Derivation } from '../grading/combine';
import type { Plan, PlannedNode, PlannedPiece, PlannedRequirement } from '../grading/plan';
import { childIn, judge, leastOf, piecesOf, qualifies } from '../grading/requirement';
import { fractionOfPercent, toFloat } from '../numbers/rational';
import type { Condition } from './grid';
import type { Asked, Trial } from './trial';

/** What floats may be off by. */
const TINY = 1e-12;

/** A requirement as a question along a trial: the nodes whose values it takes, and where it is met. */
export interface Question {
  readonly requirement: PlannedRequirement;
  readonly nodes: readonly PlannedNode[];
  readonly conditionOf: (asked: Asked) => Condition;
  /** The same by floats, given the nodes' values. */
  readonly isMet: (valueOf: (node: PlannedNode) => number | undefined) => boolean;
}

/**
 * The requirements of a course as questions along a trial (grading rules, section 19). Values and the number of pieces that qualify only rise
 * with what is tried, so each is met from some place of a rising stretch on; points of an assessment do not move, as one whose points are only
 * tried is not decided.
 */
export function questionsOf(trial: Trial): Question[] {
  return trial.plan.requirements.map((requirement) => questionOf(requirement, trial));
}

type Trying = Pick<Trial, 'plan' | 'base' | 'moving' | 'tried'>;

function questionOf(requirement: PlannedRequirement, trial: Trying): Question {
  const { source, of } = requirement;
  const { base, tried } = trial;
  if ('atMost' in source) {
    const isTried = of?.kind === 'piece' && tried.includes(of);
    const [judged] = judge(base, [requirement]);
    return always(requirement, isTried || judged!.verdict !== 'failed');
  }
  if (!of || of.kind === 'deduction') return always(requirement, true);
  const there = piecesOf(requirement);
  if (there) return countQuestion(requirement, there, trial);
  if (!('atLeast' in source) || childIn(base, of)!.lacks) return always(requirement, true);
  const least = fractionOfPercent(source.atLeast);
  return {
    requirement,
    nodes: [of],
    isMet: (valueOf) => (valueOf(of) ?? Infinity) >= toFloat(least) - TINY,
    conditionOf: (asked) => {
      const value = asked.valueOf(of);
      return {
        meets: (place) => {
          const exactly = value.exact(place);
          return exactly === undefined || exactly.compare(least) >= 0;
        },
        near: value.guess,
        least: toFloat(least) - TINY,
      };
    },
  };
}

/** How many of some pieces qualify; one that has no value may still come to. */
function countQuestion(
  requirement: PlannedRequirement,
  there: readonly PlannedPiece[],
  { base, moving }: Trying,
): Question {
  const { source } = requirement;
  const required = Math.min('pieces' in source ? source.pieces : 0, there.length);
  const least = leastOf(requirement);
  const isMoving = new Set(moving);
  const movers = there.filter((piece) => isMoving.has(piece));
  const sure = there.filter((piece) => {
    if (isMoving.has(piece)) return false;
    const value = childIn(base, piece)!.own?.value;
    return value === undefined || qualifies(piece, value, least);
  }).length;
  const bound = toFloat(least) - TINY;
  const isNearly = (value: number) => value > 0 && value >= bound;
  return {
    requirement,
    nodes: movers,
    isMet: (valueOf) => sure + movers.filter((piece) => isNearly(valueOf(piece) ?? 0)).length >= required,
    conditionOf: (asked) => {
      const values = movers.map((piece) => ({ piece, value: asked.valueOf(piece) }));
      return {
        meets: (place) =>
          sure + values.filter(({ piece, value }) => qualifies(piece, value.exact(place)!, least)).length >=
          required,
        near: (place) => sure + values.filter(({ value }) => isNearly(value.guess(place))).length,
        least: required,
      };
    },
  };
}

function always(requirement: PlannedRequirement, isMet: boolean): Question {
  return {
    requirement,
    nodes: [],
    isMet: () => isMet,
    conditionOf: () => ({ meets: () => isMet, near: () => (isMet ? 1 : 0), least: 1 }),
  };
}

/** What requirements leave of the letters, for one way that a course may end. */
export interface RequirementChance {
  /** Whether any requirement can hold anything back. */
  readonly isNeeded: boolean;
  /** The nodes whose values it takes. */
  readonly nodes: readonly PlannedNode[];
  /** The place of the best letter that no requirement rules out. */
  readonly best: (valueOf: (node: PlannedNode) => number | undefined) => number;
}

/** The requirements of a course as floats judge them, for a simulation: what is near enough to a bound meets it. */
export function requirementChance(
  base: Derivation,
  plan: Plan,
  moving: readonly PlannedPiece[],
): RequirementChance {
  const questions = plan.requirements.map((requirement) =>
    questionOf(requirement, { plan, base, moving, tried: moving }),
  );
  return {
    isNeeded: questions.length > 0,
    nodes: questions.flatMap(({ nodes }) => nodes),
    best: (valueOf) =>
      questions.reduce(
        (best, { requirement: { band }, isMet }) => (best <= band && !isMet(valueOf) ? band + 1 : best),
        0,
      ),
  };
}
