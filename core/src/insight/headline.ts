import type { Course } from '../document/course';
import { nodesIn } from '../document/tree';
import { courseLetters, letterOf, reaches, thresholdOf } from '../grading/letter';
import type { Outlooks } from '../grading/outlook';
import { decimalText, fractionOfPercent, rational, roundToStep } from '../numbers/rational';
import { pointsToGo } from '../search/points-to-go';
import type { BandReach, Gap, Met } from '../search/reach';
import type { Goal } from '../search/trial';
import { solveLargest } from '../search/solve';
import { deciding, requirementTake, type RequirementTake } from './requirement-take';

/** What one piece alone must bring for a band. */
export interface PieceTake {
  readonly name: string;
  /** In points of the piece. */
  readonly score: string;
  readonly possible: string;
}

/** The one thing to know about a course's letters, as facts; the words are made from it. */
export type Headline =
  | { readonly kind: 'no value' }
  /** Nothing that is open can change it; or nothing is open. */
  | { readonly kind: 'settled'; readonly band: Goal; readonly isOpen: boolean }
  | { readonly kind: 'secured'; readonly band: Goal; readonly best: boolean; readonly promised: number }
  | {
      readonly kind: 'out';
      readonly band: Goal;
      /** The best that is not out. */
      readonly best: Goal | undefined;
      /** Whether open extra credit, which reach does not count on, could still bring it. */
      readonly butForExtra: boolean;
      /** The requirements that nothing meets any more, where they and not the points rule it out. */
      readonly failing: readonly RequirementTake[];
    }
  | {
      readonly kind: 'takes';
      readonly band: Goal;
      /** Percent on all open work, one decimal, enough where it holds. */
      readonly level: string;
      /** The requirements that decide it, where its points alone take less; and what these take, if anything. */
      readonly needs: readonly RequirementTake[];
      readonly onPoints: string | undefined;
      /** Levels above it that miss it after all. */
      readonly gaps: readonly Gap[];
      /** Bands above it that nothing reaches any more, and those that only open extra credit could still bring. */
      readonly out: readonly Goal[];
      readonly extraOnly: readonly Goal[];
      /** The best band that is sure, where that says anything. */
      readonly secured: Goal | undefined;
      /** Where points are pooled: how many more of those that are open. */
      readonly points: { readonly more: string; readonly open: string } | undefined;
      readonly alone: PieceTake | undefined;
      /** Pieces that this counts and the syllabus only promises. */
      readonly promised: number;
    };

/** Text, and whether it is what the eye should meet first. */
export interface Phrase {
  readonly text: string;
  readonly strong: boolean;
}

/**
 * Chooses what to say of a course: its target where it has one, else the next letter above the forecast that can still be
 * reached, else the best that is sure.
 *
 * @param bands - what `reach` says of the course's goals
 */
export function headline(from: Outlooks, bands: readonly BandReach[]): Headline {
  const goal = goalOf(from, bands);
  if (!goal) return { kind: 'no value' };
  const { band } = goal;
  const likely = (from.forecast ?? from.standing).worth;
  const promised = from.plan.pieces.filter(
    ({ origin, takesPart, insideExtra }) => origin === 'promised' && takesPart && !insideExtra,
  ).length;
  const best = bands.find(({ state }) => state !== 'out')?.band;
  const isPinned = from.plan.course.target !== undefined;
  const takes = deciding(goal).map(({ requirement }) => requirementTake(requirement, from));
  const failing = goal.onPoints?.state === 'out' ? [] : takes;
  const outHeadline = { kind: 'out', band, best, butForExtra: isInCeiling(from, band), failing } as const;
  if (isPinned && goal.state === 'out') return outHeadline;
  if (likely && !bands.some(({ state }) => state === 'reachable'))
    return settledHeadline(from, goal, promised);
  if (goal.state === 'out') return outHeadline;
  if (goal.state === 'secured') return { kind: 'secured', band, best: goal === bands[0], promised };
  const gone = bands
    .slice(0, bands.indexOf(goal))
    .filter(({ state }) => state === 'out')
    .map((entry) => entry.band);
  const below = bands.slice(bands.indexOf(goal) + 1, -1);
  // Where a requirement decides, points are not what is short.
  const togo = takes.length > 0 ? undefined : pointsToGo(from);
  const { onPoints } = goal;
  return {
    kind: 'takes',
    band,
    level: shownLevel(goal),
    needs: takes,
    onPoints: takes.length > 0 && onPoints?.state === 'reachable' ? shownLevel(onPoints) : undefined,
    gaps: goal.gaps,
    out: gone.filter((goal) => !isInCeiling(from, goal)),
    extraOnly: gone.filter((goal) => isInCeiling(from, goal)),
    secured: below.find(({ state }) => state === 'secured')?.band,
    points: togo && { more: decimalText(togo.more(band), 6), open: togo.open },
    alone: takeOf(from, band),
    promised,
  };
}

/** Whether full marks on everything, extra credit too, reach a band. */
export function isInCeiling({ plan, ceiling }: Outlooks, goal: Goal): boolean {
  const letters = courseLetters(plan);
  if (goal.own)
    return (
      !!ceiling.worth && reaches(ceiling.worth.value, thresholdOf(fractionOfPercent(goal.from), letters))
    );
  const { bands } = plan.course.scale;
  const best = letterOf(ceiling, letters)?.band;
  return !!best && bands.indexOf(best) <= bands.findIndex(({ label }) => label === goal.label);
}

/** Whether everything at its best ends in another band than this. */
function isLifted({ plan, ceiling }: Outlooks, band: Goal): boolean {
  const best = letterOf(ceiling, courseLetters(plan));
  return !!best && best.band !== band;
}

function settledHeadline(from: Outlooks, goal: BandReach, promised: number): Headline {
  const open = from.plan.pieces.some(({ settlement }) => settlement === 'unsettled');
  const { band } = letterOf(from.forecast ?? from.standing, courseLetters(from.plan))!;
  if (open && goal.state === 'secured') return { kind: 'secured', band: goal.band, best: false, promised };
  // Open extra credit, on which reach does not count, may still lift it.
  if (open && isLifted(from, band)) return { kind: 'secured', band, best: false, promised };
  return { kind: 'settled', band, isOpen: open };
}

function goalOf({ plan, forecast, standing }: Outlooks, bands: readonly BandReach[]): BandReach | undefined {
  const { target } = plan.course;
  const pinned =
    target &&
    bands.find(({ band }) => ('label' in target ? band.label === target.label && !band.own : band.own));
  if (pinned) return pinned;
  const letter = letterOf(forecast ?? standing, courseLetters(plan))?.band;
  const own = letter ? bands.findIndex(({ band }) => band === letter) : bands.length;
  const above = bands.slice(0, own).reverse();
  return (
    above.find(({ state }) => state === 'reachable') ??
    bands[own] ??
    bands.find(({ state }) => state !== 'out')
  );
}

/** A level for people: rounded up to one decimal where every higher level is enough too. */
export function shownLevel({ level, holds }: Met): string {
  if (!holds) return level!;
  return decimalText(roundToStep(rational(level!), rational('0.1'), 'up'), 1);
}

/** What the open piece that can move the course most must bring alone for a band. */
function takeOf(from: Outlooks, band: Goal): PieceTake | undefined {
  const alone = solveLargest(from, [band]);
  const [answer] = alone?.bands ?? [];
  if (answer?.state !== 'reachable' || !answer.holds) return undefined;
  const { name, possible } = alone!.piece;
  return { name, score: answer.level!, possible };
}

/**
 * How much of a course is known: all of it, as the syllabus has said how many pieces there are or the term is over; or only what is
 * listed so far, so that nothing can be called sure without that word.
 */
export type Extent = 'whole' | 'listed';

/** What a document says of its extent by itself: whether any category tells how many pieces the syllabus promises. */
export function extentOf({ root }: Course): Extent {
  const tells = nodesIn(root).some((node) => node.kind === 'category' && node.planned !== undefined);
  return tells ? 'whole' : 'listed';
}

/** The headline in words: one to three sentences. */
export function headlinePhrases(headline: Headline, extent: Extent): Phrase[] {
  const whole = extent === 'whole';
  switch (headline.kind) {
    case 'no value':
      return [plain('Nothing is listed yet that could make a grade.')];
    case 'settled':
      return settledPhrases(headline, whole);
    case 'secured':
      return [
        strong(`${nameOf(headline.band)} is secured${whole ? '' : ' on what is listed'}`),
        plain(
          `${headline.best ? ': it needs nothing more' : whole ? ', whatever happens' : ', whatever that brings'}.`,
        ),
        ...promisedPhrases(headline.promised),
        ...(whole ? [] : [plain(UNLISTED)]),
      ];
    case 'out':
      return outPhrases(headline);
    case 'takes':
      return takesPhrases(headline);
  }
}

/** What may come that the course does not know of, and where it is told. */
const UNLISTED = ' Work that is not listed yet can change it: the rules tell how many pieces are promised.';

function settledPhrases({ band, isOpen }: Extract<Headline, { kind: 'settled' }>, whole: boolean): Phrase[] {
  if (!whole)
    return [
      plain(isOpen ? 'Whatever the listed work brings, this is ' : 'All that is listed is settled: '),
      strong(band.label),
      plain('.'),
      plain(UNLISTED),
    ];
  return [
    plain(isOpen ? 'Whatever comes, this is ' : 'It is over, nothing is open any more: '),
    strong(band.label),
    plain('.'),
  ];
}

function outPhrases({ band, best, butForExtra, failing }: Extract<Headline, { kind: 'out' }>): Phrase[] {
  const left = best ? `; ${best.label} is the best that is left` : '';
  if (failing.length > 0)
    return [
      strong(`${nameOf(band)} is out`),
      plain(`: it needs ${joined(failing.map(needWords))}, which nothing can bring any more${left}.`),
    ];
  if (butForExtra)
    return [
      strong(`${nameOf(band)} takes extra credit`),
      plain(': without it, even full marks are not enough.'),
    ];
  return [strong(`${nameOf(band)} is out`), plain(`, even with full marks${left}.`)];
}

function takesPhrases(headline: Extract<Headline, { kind: 'takes' }>): Phrase[] {
  const { band, level, needs, onPoints, gaps, out, extraOnly, secured, points, alone, promised } = headline;
  const before = [
    out.length > 0 && `${joined(out.map(nameOf))} ${out.length === 1 ? 'is' : 'are'} out; `,
    extraOnly.length > 0 &&
      `${joined(extraOnly.map(nameOf))} ${extraOnly.length === 1 ? 'takes' : 'take'} extra credit; `,
    secured && `${nameOf(secured)} is secured; `,
  ];
  const after = [
    points && `: ${points.more} more of the ${points.open} points that are open`,
    alone && `, or ${alone.score} of ${alone.possible} on ${alone.name} if the rest goes as usual`,
  ];
  if (needs.length > 0)
    return [
      ...texts(before).map(plain),
      strong(`${nameOf(band)} needs ${joined(needs.map(needWords))}, whatever else comes`),
      plain(
        `${needs.map(scoreWords).join('')}; on points alone ${onPoints === undefined ? 'it is sure' : `${onPoints}% on what is left would do`}.`,
      ),
      ...gapPhrases(band, gaps),
      ...promisedPhrases(promised),
    ];
  return [
    ...texts(before).map(plain),
    strong(`${nameOf(band)} takes ${level}% on what is left`),
    plain(`${texts(after).join('')}.`),
    ...gapPhrases(band, gaps),
    ...promisedPhrases(promised),
  ];
}

/** What a requirement asks for: "50% on Final exam", "9 of Labs at 70% or more". */
export function needWords(take: RequirementTake): string {
  if (take.kind === 'percent') return `${take.least}% on ${take.name}`;
  if (take.kind === 'points') return `at most ${take.most} in ${take.name}`;
  const { pieces, name, each, has, open } = take;
  const quality = each === undefined ? 'with a score above 0' : `at ${each}% or more`;
  const more = pieces - has;
  return has > 0 && more > 0
    ? `${more} more of the ${open} open in ${name} ${quality}`
    : `${pieces} of ${name} ${quality}`;
}

function scoreWords(take: RequirementTake): string {
  return take.kind === 'percent' && take.score
    ? `: that is ${take.score.points} of ${take.score.possible}`
    : '';
}

/** Why a higher level may miss what a lower one reaches (grading rules, section 7). */
function gapPhrases(band: Goal, gaps: readonly Gap[]): Phrase[] {
  if (gaps.length === 0) return [];
  const ranges = gaps.map(({ from, to }) => (from === to ? `at ${from}%` : `from ${from} to ${to}%`));
  return [
    plain(
      ` But ${joined(ranges)} it misses ${nameOf(band)} after all: there another piece is dropped instead.`,
    ),
  ];
}

function promisedPhrases(promised: number): Phrase[] {
  if (promised === 0) return [];
  const [pieces, are] = promised === 1 ? ['1 piece', 'is'] : [`${promised} pieces`, 'are'];
  return [plain(` This counts ${pieces} that the syllabus promises and that ${are} not listed yet.`)];
}

/** A goal as the subject of a sentence. */
export function nameOf({ label, own }: Goal): string {
  return own ? `Ending at ${label}` : label;
}

function texts(parts: readonly (string | false | undefined)[]): string[] {
  return parts.filter((part): part is string => !!part);
}

/** "A", "A and B", "A, B and C". */
function joined(names: readonly string[]): string {
  return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}

const plain = (text: string): Phrase => ({ text, strong: false });
const strong = (text: string): Phrase => ({ text, strong: true });
