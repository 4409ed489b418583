import { courseLetters, letterOf } from '../grading/letter';
import type { Outlooks } from '../grading/outlook';
import { HUNDRED, rational, type Rational } from '../numbers/rational';
import type { Goal } from './trial';
import { solve } from './solve';
import { swings } from './swing';

/** What one open piece can do for the course: how far it can move it, and what it takes for the next letter. */
export interface Potential {
  readonly id: string;
  readonly name: string;
  /** Percent points of the course between full marks and none. */
  readonly swing: Rational;
  /** Points that the forecast gives it. */
  readonly usual: Rational;
  readonly possible: string;
  /** The points that it takes, all else as forecast, for the next letter; nothing where it alone cannot bring it. */
  readonly needs: string | undefined;
  /** How much more that is than usual, in percent points of the piece. */
  readonly rise: Rational | undefined;
}

/** Open pieces, and the letter above the forecast's that they are measured by; no letter where the forecast's is the highest. */
export interface Potentials {
  readonly next: Goal | undefined;
  readonly pieces: readonly Potential[];
}

/**
 * What each open piece can do for the course, the one that can move it most first; the earlier of equal ones.
 *
 * @param from - the course's outlooks
 * @returns nothing where the course has no forecast
 */
export function potentials(from: Outlooks): Potentials | undefined {
  const { plan, forecast, forecastOf } = from;
  if (!forecast?.worth) return undefined;
  const { bands } = plan.course.scale;
  const own = bands.indexOf(letterOf(forecast, courseLetters(plan))!.band);
  const next = bands[own - 1];
  const known = new Map<string, string | undefined>();
  const found = swings(from).flatMap(({ id, points, alike }): Potential[] => {
    const piece = plan.pieces.find((candidate) => candidate.id === id)!;
    const { name, size, source } = piece;
    const likely = forecastOf(piece);
    if (!piece.takesPart || !likely) return [];
    const usual = likely.mul(size);
    // The same for those that could be exchanged, if they are scored in the same steps; a requirement can name one of them.
    const kind = alike && plan.requirements.length === 0 ? `${alike} ${source!.step}` : undefined;
    const needs = kind !== undefined && known.has(kind) ? known.get(kind) : next && leastOf(from, id, next);
    if (kind !== undefined) known.set(kind, needs);
    const rise = needs === undefined ? undefined : rational(needs).sub(usual).div(size).mul(HUNDRED);
    return [{ id, name, swing: points, usual, possible: source!.possible, needs, rise }];
  });
  return { next, pieces: found.sort((a, b) => b.swing.compare(a.swing)) };
}

function leastOf(from: Outlooks, id: string, goal: Goal): string | undefined {
  const solution = solve(from, id, { goals: [goal] });
  return 'why' in solution ? undefined : solution.bands[0]!.level;
}
