import type { Band } from './course';
import { bandOf, lettersOf } from './letter';
import type { Outlooks } from './outlook';
import { decimalText, rational, roundToStep, type Rational } from './rational';
import type { BandReach } from './reach';
import type { Alone } from './solve';

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
  | { readonly kind: 'settled'; readonly band: Band }
  | { readonly kind: 'secured'; readonly band: Band; readonly best: boolean }
  | { readonly kind: 'out'; readonly band: Band }
  | {
      readonly kind: 'takes';
      readonly band: Band;
      /** Percent on all open work, one decimal, enough where it holds. */
      readonly level: string;
      /** Bands above it that no score reaches any more. */
      readonly out: readonly Band[];
      readonly alone: PieceTake | undefined;
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
 * @param alone - what `solveLargest` says
 */
export function headline(from: Outlooks, bands: readonly BandReach[], alone: Alone | undefined): Headline {
  const goal = goalOf(from, bands);
  if (!goal) return { kind: 'no value' };
  const { band } = goal;
  const likely = (from.forecast ?? from.standing).worth;
  if (likely && !bands.some(({ state }) => state === 'reachable'))
    return settledHeadline(from, goal, likely.value);
  if (goal.state === 'out') return { kind: 'out', band };
  if (goal.state === 'secured') return { kind: 'secured', band, best: goal === bands[0] };
  const out = bands
    .slice(0, bands.indexOf(goal))
    .filter(({ state }) => state === 'out')
    .map((entry) => entry.band);
  return { kind: 'takes', band, level: shownLevel(goal), out, alone: takeOf(alone, band) };
}

function settledHeadline(from: Outlooks, goal: BandReach, value: Rational): Headline {
  const open = from.plan.pieces.some(({ settlement }) => settlement === 'unsettled');
  const band = bandOf(value, lettersOf(from.plan.course.scale));
  return open && goal.state === 'secured'
    ? { kind: 'secured', band: goal.band, best: false }
    : { kind: 'settled', band };
}

function goalOf({ plan, forecast, standing }: Outlooks, bands: readonly BandReach[]): BandReach | undefined {
  const { target, scale } = plan.course;
  const pinned =
    target && 'label' in target ? bands.find(({ band }) => band.label === target.label) : undefined;
  if (pinned) return pinned;
  const likely = (forecast ?? standing).worth;
  const letter = likely && bandOf(likely.value, lettersOf(scale));
  const own = letter ? bands.findIndex(({ band }) => band === letter) : bands.length;
  const above = bands.slice(0, own).reverse();
  return (
    above.find(({ state }) => state === 'reachable') ??
    bands[own] ??
    bands.find(({ state }) => state !== 'out')
  );
}

/** A level for people: rounded up to one decimal where every higher level is enough too. */
export function shownLevel({ level, holds }: BandReach): string {
  if (!holds) return level!;
  return decimalText(roundToStep(rational(level!), rational('0.1'), 'up'), 1);
}

function takeOf(alone: Alone | undefined, band: Band): PieceTake | undefined {
  const answer = alone?.bands.find((entry) => entry.band === band);
  if (answer?.state !== 'reachable' || !answer.holds) return undefined;
  const { name, possible } = alone!.piece;
  return { name, score: answer.level!, possible };
}

/** The headline in words: one or two sentences. */
export function headlinePhrases(headline: Headline): Phrase[] {
  switch (headline.kind) {
    case 'no value':
      return [plain('Nothing is listed yet that could make a grade.')];
    case 'settled':
      return [plain('Whatever comes, this is '), strong(headline.band.label), plain('.')];
    case 'secured':
      return [
        strong(`${headline.band.label} is secured`),
        plain(headline.best ? ': it needs nothing more.' : ', whatever happens.'),
      ];
    case 'out':
      return [strong(`${headline.band.label} is out`), plain(', even with full marks.')];
    case 'takes':
      return takesPhrases(headline);
  }
}

function takesPhrases({ band, level, out, alone }: Extract<Headline, { kind: 'takes' }>): Phrase[] {
  const phrases = [strong(`${band.label} takes ${level}% on what is left`)];
  if (out.length > 0) phrases.unshift(plain(`${joined(out)} ${out.length === 1 ? 'is' : 'are'} out. `));
  phrases.push(
    plain(
      alone ? `, or ${alone.score} of ${alone.possible} on ${alone.name} if the rest goes as usual.` : '.',
    ),
  );
  return phrases;
}

function joined(bands: readonly Band[]): string {
  const labels = bands.map(({ label }) => label);
  return labels.length < 2 ? labels.join('') : `${labels.slice(0, -1).join(', ')} and ${labels.at(-1)}`;
}

const plain = (text: string): Phrase => ({ text, strong: false });
const strong = (text: string): Phrase => ({ text, strong: true });
