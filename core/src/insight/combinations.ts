import { rational, ZERO, type Rational } from '../numbers/rational';

/** A letter that a course can still bring. */
export interface PossibleLetter {
  readonly label: string;
  /** Its grade points. */
  readonly points: string;
  /** How likely the course ends with it or a better one, from 0 to 1. */
  readonly chance: number;
  /** What it takes on all open work, percent; 0 where it takes nothing more. */
  readonly takes: number;
}

/** A course of a term with the letters that are within reach, the best first. */
export interface CombinedCourse {
  readonly id: string;
  readonly credits: string;
  readonly letters: readonly PossibleLetter[];
}

/** Letters that together reach a target, one for each course, in the order of the courses. */
export interface Combination {
  readonly letters: readonly PossibleLetter[];
  /** The GPA that they make. */
  readonly points: Rational;
  /** How likely all of them are met or passed, taken as independent of one another. */
  readonly chance: number;
  /** What the most demanding of them takes, percent. */
  readonly takes: number;
}

/** What is settled already of what the target is about. */
export interface SettledCredits {
  readonly credits: Rational;
  /** Credits times grade points. */
  readonly earned: Rational;
}

/** Which combinations reach a target, and what they say of each course. */
export interface Combinations {
  /** Those that are worth aiming at, in which no letter could be lower; the likeliest first, and of those that are as likely the one that asks least. */
  readonly best: readonly Combination[];
  /** The lowest letter that each course may end with, if all others end as well as they can; nothing where even then it is out. */
  readonly least: readonly (PossibleLetter | undefined)[];
  /** The best GPA that is within reach, and the one that comes if every course ends with its lowest letter that is. */
  readonly most: Rational | undefined;
  readonly lowest: Rational | undefined;
}

/** So many combinations are told. */
const TOLD = 12;

/**
 * Which letters reach a GPA: exact over all combinations. What a combination must bring is counted in whole numbers of the smallest unit of
 * credits times points; a table of the likeliest way to bring at least so much with the courses that are left (a knapsack with one choice a
 * course) bounds a search that goes on with what is likeliest, so that no combination is looked at that could not be told.
 *
 * @param courses - at most eight or so, with their letters from the best down
 * @param settled - what counts too and is over
 * @param target - grade points
 */
export function combinations(
  courses: readonly CombinedCourse[],
  settled: SettledCredits,
  target: Rational,
): Combinations {
  const credits = courses.map((course) => rational(course.credits));
  const all = credits.reduce((sum, each) => sum.add(each), settled.credits);
  const worth = courses.map(({ letters }, index) =>
    letters.map(({ points }) => credits[index]!.mul(rational(points))),
  );
  const gpaOf = (earned: Rational) => (all.n === 0n ? undefined : earned.add(settled.earned).div(all));
  const sum = (values: readonly Rational[]) => values.reduce((total, value) => total.add(value), ZERO);
  const extreme = (better: (a: Rational, b: Rational) => boolean) =>
    worth.map((own) => own.reduce((best, value) => (better(value, best) ? value : best), own[0] ?? ZERO));
  const most = extreme((a, b) => a.compare(b) > 0);
  const lowest = extreme((a, b) => a.compare(b) < 0);
  const needed = target.mul(all).sub(settled.earned);
  const least = courses.map(({ letters }, index) => {
    const others = sum(most.filter((_, other) => other !== index));
    return letters.findLast((_, place) => others.add(worth[index]![place]!).compare(needed) >= 0);
  });
  return {
    best: courses.length === 0 ? [] : new Search(courses, worth, needed, gpaOf).best(),
    least,
    most: gpaOf(sum(most)),
    lowest: gpaOf(sum(lowest)),
  };
}

/** A letter that never came in the simulation is not impossible. */
const RAREST = 1e-5;
/** The table has at most so many places; where more would be needed, each stands for a few, and promises no less than they hold. */
const PLACES = 60_000;

class Search {
  /** What each letter brings and what is needed, in whole numbers of the smallest unit. */
  readonly #worth: readonly (readonly number[])[];
  readonly #needed: number;
  /** Whole numbers that one place of the table stands for. */
  readonly #grain: number;
  /**
   * How well liked each letter is: how likely it is, and, by a hair, how little it takes and how low it is. So of two that are as likely the one
   * that asks less comes first, and a letter that could be lower never does.
   */
  readonly #liked: readonly (readonly number[])[];
  /** The most that the courses from one on are liked with if they bring at least so much. */
  readonly #ahead: Float64Array[];
  readonly #found: { readonly liked: number; readonly chosen: readonly number[] }[] = [];
  readonly #chosen: number[] = [];

  constructor(
    readonly courses: readonly CombinedCourse[],
    readonly exact: readonly (readonly Rational[])[],
    needed: Rational,
    readonly gpaOf: (earned: Rational) => Rational | undefined,
  ) {
    const unit = exact.flat().reduce((denominator, { d }) => leastCommon(denominator, d), 1n);
    this.#worth = exact.map((own) => own.map(({ n, d }) => Number((n * unit) / d)));
    // What is needed lies between two whole numbers: the upper one is as hard to bring.
    const [top, bottom] = [needed.s * needed.n * unit, needed.d];
    this.#needed = needed.s < 0n ? 0 : Number((top + bottom - 1n) / bottom);
    this.#grain = Math.max(1, Math.ceil(this.#needed / PLACES));
    this.#liked = courses.map(({ letters }) =>
      letters.map(({ chance, takes }, index) => {
        const height = letters.length - index;
        return Math.max(chance, RAREST) * (1 - 1e-8 * takes - 1e-9 * height);
      }),
    );
    this.#ahead = this.#table();
  }

  #table(): Float64Array[] {
    const last = Math.floor(this.#needed / this.#grain);
    const tables = [new Float64Array(last + 1)];
    tables[0]![0] = 1;
    for (let place = this.courses.length - 1; place >= 0; place -= 1) {
      const after = tables[0]!;
      const own = new Float64Array(last + 1);
      this.#liked[place]!.forEach((liked, letter) => {
        const brings = Math.ceil(this.#worth[place]![letter]! / this.#grain);
        for (let want = 0; want <= last; want += 1) {
          const rest = want > brings ? want - brings : 0;
          const whole = liked * after[rest]!;
          if (whole > own[want]!) own[want] = whole;
        }
      });
      tables.unshift(own);
    }
    return tables;
  }

  best(): readonly Combination[] {
    this.#go(0, this.#needed, 1);
    return this.#found.map(({ chosen }) => this.#told(chosen));
  }

  #go(place: number, needed: number, liked: number): void {
    if (place === this.courses.length) {
      if (needed <= 0 && this.#isTight(-needed)) this.#take(liked);
      return;
    }
    const ways = this.#liked[place]!.map((own, index) => {
      const rest = Math.floor(Math.max(0, needed - this.#worth[place]![index]!) / this.#grain);
      return { index, own, bound: liked * own * this.#ahead[place + 1]![rest]! };
    }).sort((a, b) => b.bound - a.bound);
    for (const { index, own, bound } of ways) {
      if (bound <= this.#bar()) return;
      this.#chosen.push(index);
      this.#go(place + 1, needed - this.#worth[place]![index]!, liked * own);
      this.#chosen.pop();
    }
  }

  /** How well liked the next to be told must be. */
  #bar(): number {
    return this.#found.length < TOLD ? 0 : this.#found.at(-1)!.liked;
  }

  /** Whether no letter could be the next lower one: more than enough by less than any such step. */
  #isTight(spare: number): boolean {
    return this.#chosen.every((letter, place) => {
      const [own, next] = [this.#worth[place]![letter]!, this.#worth[place]![letter + 1]];
      return next === undefined || own - next > spare;
    });
  }

  #take(liked: number): void {
    this.#found.push({ liked, chosen: [...this.#chosen] });
    this.#found.sort((a, b) => b.liked - a.liked);
    this.#found.splice(TOLD);
  }

  #told(chosen: readonly number[]): Combination {
    const letters = chosen.map((letter, place) => this.courses[place]!.letters[letter]!);
    const earned = chosen.reduce((sum, letter, place) => sum.add(this.exact[place]![letter]!), ZERO);
    return {
      letters,
      points: this.gpaOf(earned)!,
      chance: letters.reduce((product, letter) => product * letter.chance, 1),
      takes: Math.max(...letters.map(({ takes }) => takes)),
    };
  }
}

function leastCommon(a: bigint, b: bigint): bigint {
  let [x, y] = [a, b];
  while (y !== 0n) [x, y] = [y, x % y];
  return (a / x) * b;
}
