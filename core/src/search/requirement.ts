import { judge, leastOf, piecesOf, qualifies } from '../grading/requirement';
import type { PlannedNode, PlannedPiece, PlannedRequirement } from '../grading/plan';
import { childIn } from '../grading/requirement';
import { fractionOfPercent, toFloat } from '../numbers/rational';
import type { Condition } from './grid';
import type { Asked, Trial } from './reach';

/** What floats may be off by. */
const TINY = 1e-12;

/** A requirement as a question along a trial: the nodes whose values it takes, and where it is met. */
export interface Question {
  readonly requirement: PlannedRequirement;
  readonly nodes: readonly PlannedNode[];
  readonly conditionOf: (asked: Asked) => Condition;
}

/**
 * The requirements of a course as questions along a trial (grading rules, section 16). Values and the number of pieces that qualify only rise
 * with what is tried, so each is met from some place of a rising stretch on; points of an assessment do not move, as one whose points are only
 * tried is not decided.
 */
export function questionsOf(trial: Trial): Question[] {
  return trial.plan.requirements.map((requirement) => questionOf(requirement, trial));
}

function questionOf(requirement: PlannedRequirement, trial: Trial): Question {
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
  { base, moving }: Trial,
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
  return {
    requirement,
    nodes: movers,
    conditionOf: (asked) => {
      const values = movers.map((piece) => ({ piece, value: asked.valueOf(piece) }));
      const bound = toFloat(least) - TINY;
      return {
        meets: (place) =>
          sure + values.filter(({ piece, value }) => qualifies(piece, value.exact(place)!, least)).length >=
          required,
        near: (place) =>
          sure + values.filter(({ value }) => value.guess(place) > 0 && value.guess(place) >= bound).length,
        least: required,
      };
    },
  };
}

function always(requirement: PlannedRequirement, isMet: boolean): Question {
  return {
    requirement,
    nodes: [],
    conditionOf: () => ({ meets: () => isMet, near: () => (isMet ? 1 : 0), least: 1 }),
  };
}
