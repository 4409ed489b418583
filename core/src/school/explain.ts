import {
  statusOf,
  type Assessment,
  type Course,
  type CourseNode,
  type Figure,
  type Moment,
} from '../document/course';
import { checkChanged } from '../document/course-file';
import { find, isCounted, walk } from '../document/tree';
import { applyEdits } from '../editing/apply-edits';
import { deriveCategory, type Derivation, type Part } from '../grading/combine';
import { courseLetters } from '../grading/letter';
import { outlooks, OUTLOOKS, STANDING, type OutlookName } from '../grading/outlook';
import { planCourse } from '../grading/plan';
import { sharesOf } from '../grading/working';
import { decimalText, HUNDRED, type Rational } from '../numbers/rational';
import { differencesIn, type Difference } from './differences';
import { agreeing, CLOSE, showsAs, sideOf, windowOf } from './figure';
import { Likelihood, SECOND } from './likelihood';
import { changesNoPolicy, isOtherScore, meddle, merged } from './merge';
import { scoreDifference, ScoreSearch, slipScores } from './score-search';
import { Standings, type Item } from './standings';

/** One way in which the school's figure can have come about. */
export interface Explanation {
  /** One, or two together. */
  readonly differences: readonly Difference[];
  /** The course as the school has it then. */
  readonly course: Course;
  /** Its standing, a fraction of one. */
  readonly value: Rational;
  /** How unlikely it is, in nats. */
  readonly cost: number;
}

/** What is to be said of a figure. */
export interface FigureAnswer {
  readonly figure: Figure;
  /** The outlooks that show as it. */
  readonly agrees: readonly OutlookName[];
  /** The likeliest first, 20 at the most. */
  readonly explanations: readonly Explanation[];
  /** How far the figure is from each outlook, in percent points: above 0 where it is higher. Nothing of a letter. */
  readonly away: Readonly<Partial<Record<OutlookName, Rational>>>;
}

/** More is not told. */
const MOST_EXPLANATIONS = 20;
/** More pairs are not looked at; a course of sixty pieces has about a fifth of that. */
const MOST_PAIRS = 300_000;

/**
 * Explains a figure that a school shows for a course (`docs/grading-rules.md`, section 20): every single difference, and every two, that make
 * the standing show as the figure, the likeliest first. Floats find them, and each is proven exactly.
 *
 * @param course - a valid document
 * @param figure - as the school shows it
 * @param now - the moment at which overdue work is judged
 */
export function explain(course: Course, figure: Figure, now: Moment): FigureAnswer {
  const steps = explaining(course, figure, now);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}

/**
 * The same in steps of some milliseconds, so that whoever asks can look in between whether the answer is still wanted.
 *
 * @returns a generator of steps, whose end is the answer
 */
export function* explaining(course: Course, figure: Figure, now: Moment): Generator<undefined, FigureAnswer> {
  const found = outlooks(course, now);
  const window = windowOf(figure, courseLetters(found.plan).outOf);
  const away: Partial<Record<OutlookName, Rational>> = {};
  for (const name of OUTLOOKS) {
    const value = found[name]?.worth?.value;
    if (window && value) away[name] = window.shown.sub(value).mul(HUNDRED);
  }
  const explanations = yield* new Search(course, figure, now).run();
  return { figure, agrees: agreeing(found, figure), explanations, away };
}

/** So much is done before a step ends: some milliseconds. */
const SCORES_A_STEP = 8;
const PAIRS_A_STEP = 2_000;

/** A difference with what it does by itself. */
interface Single {
  readonly difference: Difference;
  readonly course: Course;
  readonly item: Item;
  readonly value: number | undefined;
  readonly cost: number;
  /** Whether what it does can be put together with another's without a document (`Standings.together`). */
  readonly isApart: boolean;
  /** It makes the figure alone. */
  readonly explains: boolean;
}

class Search {
  readonly #standings: Standings;
  readonly #item: Item;
  readonly #sources: readonly { readonly node: CourseNode; readonly isCounted: boolean }[];
  readonly #exact: Rational | undefined;
  readonly #scores: ScoreSearch;
  readonly #side: (value: number | undefined) => number;
  /** What was found, by what it makes of every piece: the cheapest way to it. */
  readonly #found = new Map<string, Explanation>();
  #bound = Infinity;

  constructor(
    readonly course: Course,
    readonly figure: Figure,
    readonly now: Moment,
  ) {
    const plan = planCourse(course, now);
    this.#standings = new Standings(now);
    this.#item = this.#standings.evaluated(course);
    this.#sources = [...walk(course)].flatMap(({ node }) => {
      const source = node.kind === 'category' && node.replace ? find(course, node.replace.by) : undefined;
      return source ? [{ node: source.node, isCounted: isCounted(source) }] : [];
    });
    this.#exact = deriveCategory(plan.root, STANDING).worth?.value;
    this.#side = sideOf(figure, course);
    this.#scores = new ScoreSearch(this.#standings, plan, figure);
  }

  *run(): Generator<undefined, Explanation[]> {
    const all = differencesIn(this.course, this.now);
    const scored = this.#scored();
    const slips = scored.flatMap((piece) => slipScores(piece).map((score) => scoreDifference(piece, score)));
    const likelihood = new Likelihood(this.course, all, this.now);
    const singles: Single[] = [];
    for (const difference of [...all, ...slips]) {
      const single = this.#single(difference, likelihood.of(difference));
      if (single) singles.push(single);
    }
    for (const { difference, course, cost, explains } of singles)
      if (explains && difference.code !== 'score') this.#keep([difference], course, cost);
    for (const [index, piece] of scored.entries()) {
      if (index % SCORES_A_STEP === 0) yield;
      const score = this.#scores.nearest(this.course, piece);
      if (score === undefined) continue;
      const difference = scoreDifference(piece, score);
      const made = applyEdits(this.course, difference.edits);
      if (made.ok) this.#keep([difference], made.course, likelihood.of(difference));
    }
    yield* this.#pairs(singles.sort((a, b) => a.cost - b.cost));
    return this.#listed();
  }

  #scored(): Assessment[] {
    return [...walk(this.course)].flatMap((placed) =>
      placed.node.kind === 'assessment' && statusOf(placed.node) === 'scored' && isCounted(placed)
        ? [placed.node]
        : [],
    );
  }

  #single(difference: Difference, cost: number): Single | undefined {
    const made = applyEdits(this.course, difference.edits);
    if (!made.ok) return undefined;
    const item = this.#standings.evaluated(made.course);
    const { value } = item;
    return {
      difference,
      course: made.course,
      item,
      value,
      cost,
      isApart: changesNoPolicy(difference) && this.#leavesSources(made.course),
      explains: !alike(value, this.#item.value) && this.#side(value) === 0,
    };
  }

  /** Every two together, the cheap ones first, until none can be among those that are told. */
  *#pairs(singles: readonly Single[]): Generator<undefined, void> {
    let looked = 0;
    for (let i = 0; i < singles.length; i += 1) {
      const one = singles[i]!;
      if (one.explains) continue;
      for (let j = i + 1; j < singles.length; j += 1) {
        const other = singles[j]!;
        const cost = one.cost + other.cost + SECOND;
        if (cost >= this.#bound) break;
        if (other.explains || isOtherScore(one.difference, other.difference)) continue;
        looked += 1;
        if (looked % PAIRS_A_STEP === 0) yield;
        if (looked > MOST_PAIRS) return;
        this.#pair(one, other, cost);
      }
    }
  }

  #pair(one: Single, other: Single, cost: number): void {
    const quick =
      one.isApart && other.isApart ? this.#standings.together(this.#item, one.item, other.item) : undefined;
    if (quick && !this.#isNews(quick.value, one, other)) return;
    const both = this.#both(one, other);
    if (!both || (!quick && !this.#isNews(this.#standings.of(both), one, other))) return;
    const differences = [one.difference, other.difference];
    const score = differences.find(({ code }) => code === 'score');
    if (score && !this.#scores.isNearest((score === one.difference ? other : one).course, score)) return;
    this.#keep(differences, both, cost);
  }

  /** Whether two together make the figure, and both are needed for it. */
  #isNews(value: number | undefined, one: Single, other: Single): boolean {
    const isSame = alike(value, one.value) || alike(value, other.value) || alike(value, this.#item.value);
    return this.#side(value) === 0 && !isSame;
  }

  /** Whether every source of a replacement is the very same, and counts as before. */
  #leavesSources(course: Course): boolean {
    return this.#sources.every(({ node, isCounted: counted }) => {
      const placed = find(course, node.id);
      return placed?.node === node && isCounted(placed) === counted;
    });
  }

  #both(one: Single, other: Single): Course | undefined {
    const quick = merged(this.course, one.course, other.course);
    if (quick) return quick;
    if (meddle(one.difference, other.difference)) return undefined;
    const made = applyEdits(one.course, other.difference.edits);
    return made.ok ? made.course : undefined;
  }

  /** Keeps an explanation, once it is proven exactly. */
  #keep(differences: readonly Difference[], course: Course, cost: number): void {
    if (cost >= this.#bound) return;
    const plan = planCourse(course, this.now);
    const derivation = deriveCategory(plan.root, STANDING);
    const value = derivation.worth?.value;
    if (value === undefined || (this.#exact && value.equals(this.#exact))) return;
    if (!showsAs(derivation, courseLetters(plan), this.figure)) return;
    if (!checkChanged(this.course, course).ok) return;
    const key = reasonOf(derivation);
    const known = this.#found.get(key);
    if (known && known.cost <= cost) return;
    this.#found.set(key, { differences, course, value, cost });
    if (this.#found.size < MOST_EXPLANATIONS) return;
    const costs = [...this.#found.values()].map((each) => each.cost).sort((a, b) => a - b);
    this.#bound = costs[MOST_EXPLANATIONS - 1]!;
  }

  #listed(): Explanation[] {
    return [...this.#found.values()].sort((a, b) => a.cost - b.cost).slice(0, MOST_EXPLANATIONS);
  }
}

function alike(a: number | undefined, b: number | undefined): boolean {
  return a === undefined || b === undefined ? a === b : Math.abs(a - b) < CLOSE;
}

/** What a piece can be in a sum: what is dropped is part of the reason too. */
const TAKES_PART: ReadonlySet<string> = new Set<Part['role']>([
  'regular',
  'extra',
  'dropped lowest',
  'dropped highest',
]);

/**
 * What a standing is made of: the same wherever every piece counts, or is dropped, the same. Two ways to it are one explanation (the only piece of a category
 * left out, or the category).
 */
function reasonOf(derivation: Derivation): string {
  const shares = sharesOf(derivation);
  const lines: string[] = [];
  const visit = ({ parts }: Derivation) => {
    for (const part of parts) {
      if (part.derivation) visit(part.derivation);
      else if (part.worth && TAKES_PART.has(part.role))
        lines.push(
          `${part.node.id} ${part.worth.value.toFraction()} ${shares.get(part)?.toFraction() ?? part.role}`,
        );
    }
  };
  visit(derivation);
  return `${derivation.worth!.value.toFraction()} ${lines.sort().join(';')}`;
}

/** An explanation's standing as the command line and the screens write it: percent, at most 6 decimals. */
export function givesText({ value }: Explanation): string {
  return decimalText(value.mul(HUNDRED), 6);
}
