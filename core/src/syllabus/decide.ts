import { readDay } from '../document/day';
import { isDecimal, momentText, shortestDecimal, typedDecimal } from '../numbers/decimal';
import { rational } from '../numbers/rational';
import { LIMITS } from '../rules/limits';
import { COUNTS, factKey, isAsked, NUMBERS, TEXTS } from './fact-key';
import type { Fact } from './facts';

/** What a student has decided of a fact: to leave it out, to take one of its readings (0: the first), or to have it say something else. */
export type Decision = { readonly take: number } | { readonly leave: true } | { readonly change: string };

/** Facts as they were decided. */
export interface Decided {
  /** Those that are taken. */
  readonly taken: readonly Fact[];
  /** All that are not asked about, as they stand now, those that are left out too; each with the key of what the text says. */
  readonly shown: readonly { readonly key: string; readonly fact: Fact }[];
  /** Those that are asked about, and not decided. */
  readonly asked: readonly Fact[];
  /** What was typed for a fact and says nothing of its kind, in words, by the fact's key. */
  readonly wrong: Readonly<Record<string, string>>;
}

/**
 * Takes facts as a student has decided; what is sure is taken unless it is left out, what is doubtful only when it was said.
 *
 * @param near - a day of which a changed day without a year is near
 */
export function decide(
  facts: readonly Fact[],
  decisions: Readonly<Record<string, Decision>>,
  near: string,
): Decided {
  const [taken, asked]: [Fact[], Fact[]] = [[], []];
  const shown: { key: string; fact: Fact }[] = [];
  const put = (key: string, fact: Fact) => {
    taken.push(fact);
    shown.push({ key, fact });
  };
  const wrong: Record<string, string> = {};
  for (const fact of facts) {
    const key = factKey(fact);
    const decision = Object.hasOwn(decisions, key) ? decisions[key] : undefined;
    if (decision === undefined && isAsked(fact)) asked.push(fact);
    else if (decision === undefined) put(key, fact);
    else if ('leave' in decision) shown.push({ key, fact });
    else if ('take' in decision) put(key, reading(fact, decision.take));
    else {
      const changed = changedFact(fact, decision.change, near);
      if ('said' in changed) wrong[key] = changed.said;
      put(key, 'said' in changed ? fact : changed.fact);
    }
  }
  return { taken, shown, asked, wrong };
}

function reading(fact: Fact, index: number): Fact {
  const other = index === 0 ? undefined : fact.or?.[index - 1];
  return other ? ({ ...fact, kind: other.kind, value: other.value } as Fact) : fact;
}

/**
 * A fact with another value.
 *
 * @returns the fact, or what would be right in words
 */
export function changedFact(
  fact: Fact,
  typed: string,
  near: string,
): { readonly fact: Fact } | { readonly said: string } {
  const text = typed.trim();
  const withValue = (value: unknown) => ({ fact: { ...fact, value } as Fact });
  const { kind } = fact;
  if (TEXTS.includes(kind))
    return text === '' || text.length > LIMITS.name
      ? { said: `must be a text of 1 to ${LIMITS.name} characters` }
      : withValue(text);
  if (NUMBERS.includes(kind)) {
    const number = typedDecimal(text.replace(/\s*%$/, ''));
    const isAbove =
      isDecimal(number) && ((kind !== 'points' && kind !== 'pointsEach') || rational(number).compare(0) > 0);
    return isAbove ? withValue(shortestDecimal(number)) : { said: 'must be a number, such as 20 or 12.5' };
  }
  if (COUNTS.includes(kind)) {
    const isCount =
      /^\d{1,4}$/.test(text) &&
      Number(text) >= (kind === 'pieces' || kind === 'best' ? 1 : 0) &&
      Number(text) <= LIMITS.planned;
    return isCount ? withValue(Number(text)) : { said: 'must be a whole number' };
  }
  const day = readDay(text, new Date(near));
  if (day?.kind !== 'day') return { said: 'must be a day, such as 12 Oct 2026' };
  return withValue(momentText(new Date(`${day.day}T${day.time ?? '23:59'}:00`)));
}
