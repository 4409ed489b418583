import {
  statusOf,
  type Assessment,
  type Course,
  type CourseNode,
  type Figure,
  type Moment,
} from '../document/course';
import { find } from '../document/tree';
import { setting } from '../editing/edit';
import { deriveCategory } from '../grading/combine';
import { courseLetters } from '../grading/letter';
import { STANDING } from '../grading/outlook';
import { planCourse, type Plan } from '../grading/plan';
import { policiesAt, recordOf } from '../grading/settle';
import { shortestDecimal } from '../numbers/decimal';
import { decimalText, rational, toFloat, type Rational } from '../numbers/rational';
import { firstWhere } from '../search/grid';
import { Rises } from '../search/monotone';
import { scoresOf } from '../search/solve';
import type { Difference } from './differences';
import { showsAs, sideOf } from './figure';
import { slipsOf } from './likelihood';
import type { Standings } from './standings';

/** So many places of a grid are looked at where the standing does not only rise. */
const MOST_LOOKED = 200;

/** Finds the score of one piece that makes a figure. */
export class ScoreSearch {
  readonly #side: (value: number | undefined) => number;
  readonly #rises: boolean;

  /** @param plan - of the course that is asked about */
  constructor(
    readonly standings: Standings,
    readonly plan: Plan,
    readonly figure: Figure,
  ) {
    this.#side = sideOf(figure, plan.course);
    this.#rises = new Rises(() => true).everywhere(plan.root);
  }

  /**
   * The score of a piece, of those that can be given, that makes the figure and is nearest to what is recorded.
   *
   * @returns points; nothing where none does
   */
  nearest(course: Course, piece: Assessment): string | undefined {
    const { last, score, recorded, valueAt, courseAt, textAt } = this.#gridOf(course, piece);
    const places = this.#placesShown(valueAt, last, (toFloat(recorded) / Number(piece.possible)) * last);
    const far = (place: number) => score(place).sub(recorded).abs();
    places.sort((a, b) => far(a).compare(far(b)) || a - b);
    const place = places.find((at) => this.#isExact(courseAt(at)));
    return place === undefined ? undefined : textAt(place);
  }

  /** The scores that can be given for a piece, in points, and what each makes of a course. */
  #gridOf(course: Course, piece: Assessment) {
    const { last, score } = scoresOf({ size: rational(piece.possible), source: piece });
    const scored = scoring(course, piece);
    const textAt = (place: number) => shortestDecimal(decimalText(score(place), 12));
    const courseAt = (place: number) => scored(textAt(place));
    const valueAt = (place: number) => this.standings.of(courseAt(place));
    return { last, score, recorded: recordedPoints(course, piece, this.plan.now), textAt, courseAt, valueAt };
  }

  #isExact(course: Course): boolean {
    const plan = planCourse(course, this.plan.now);
    const derivation = deriveCategory(plan.root, STANDING);
    return showsAs(derivation, courseLetters(plan), this.figure);
  }

  /**
   * The places of a grid that show as the figure, as far as they can be nearest to a place: all of them where there are few, else those
   * beside the ends of each stretch. Between two places that are looked at, the standing is taken to rise or to fall only.
   */
  #placesShown(valueAt: (place: number) => number | undefined, last: number, near: number): number[] {
    const looked = this.#rises ? 1 : Math.min(last, MOST_LOOKED);
    const places: number[] = [];
    const add = (place: number) => {
      for (const at of [place - 1, place, place + 1])
        if (at >= 0 && at <= last && !places.includes(at)) places.push(at);
    };
    const side = this.#side;
    let from = 0;
    for (let step = 1; step <= looked; step += 1) {
      const to = Math.round((last * step) / looked);
      const [a, b] = [side(valueAt(from)), side(valueAt(to))];
      if (a !== b || a === 0) {
        const rising = a <= b;
        const first = firstWhere({ from, to }, (place) =>
          rising ? side(valueAt(place)) >= 0 : side(valueAt(place)) <= 0,
        );
        const past = firstWhere(
          { from, to: to + 1 },
          (place) => place > to || (rising ? side(valueAt(place)) > 0 : side(valueAt(place)) < 0),
        );
        if (past > first) {
          add(first);
          add(past - 1);
          add(Math.min(Math.max(Math.floor(near), first), past - 1));
        }
      }
      from = to;
    }
    return places;
  }

  /**
   * Whether of the scores that do it in a course, in which what is recorded does not, this is the one nearest to that.
   *
   * @param difference - a score
   */
  isNearest(course: Course, { at, score }: Difference): boolean {
    const piece = find(course, at as string)?.node;
    if (piece?.kind !== 'assessment' || statusOf(piece) !== 'scored') return false;
    if (!this.#rises) return this.nearest(course, piece) === score;
    // What is recorded does not do it: as the standing only rises, the scores that do lie side by side on one side of it.
    const grid = this.#gridOf(course, piece);
    const given = rational(score!);
    const way = grid.recorded.compare(given);
    const place = given.equals(grid.score(grid.last)) ? grid.last : Number(given.div(grid.score(1)).n);
    const nearer = place + way;
    if (nearer < 0 || nearer > grid.last) return true;
    const passed = grid.score(nearer).compare(grid.recorded) * way > 0;
    return passed || this.#side(grid.valueAt(nearer)) !== 0;
  }
}

/** The scores that a slip would have made of a piece's, as far as they can be given. */
export function slipScores(piece: Assessment): string[] {
  const { last, score } = scoresOf({ size: rational(piece.possible), source: piece });
  const step = rational(piece.step ?? '1');
  const can = (text: string) => {
    const value = rational(text);
    return value.compare(score(last)) <= 0 && (value.equals(score(last)) || value.div(step).d === 1n);
  };
  const own = piece.score && 'points' in piece.score ? Number(piece.score.points) : undefined;
  const all = [...slipsOf(piece).map(({ value }) => value), '0', piece.possible].map(shortestDecimal);
  return [...new Set(all)].filter((text) => Number(text) !== own && can(text));
}

/** The difference that a piece has another score at the school, in points. */
export function scoreDifference(piece: Assessment, score: string): Difference {
  return { code: 'score', at: piece.id, score, edits: [setting(piece.id, { score: { points: score } })] };
}

function recordedPoints(course: Course, piece: Assessment, now: Moment): Rational {
  const { ancestors } = find(course, piece.id)!;
  const { entered, size } = recordOf(piece, course, now, policiesAt(course, ancestors));
  return entered!.mul(size);
}

/** Courses that differ from one in the score of a piece alone, everything else being the very same objects. */
function scoring(course: Course, { id }: Assessment): (points: string) => Course {
  const { node, ancestors } = find(course, id)!;
  const places = ancestors.map(({ children }, depth) => children.indexOf(ancestors[depth + 1] ?? node));
  return (points) => {
    let changed = { ...node, status: 'scored', score: { points } } as CourseNode;
    for (let depth = ancestors.length - 1; depth >= 0; depth -= 1) {
      const children = ancestors[depth]!.children.slice();
      children[places[depth]!] = changed;
      changed = { ...ancestors[depth]!, children };
    }
    return { ...course, root: changed as Course['root'] };
  };
}
