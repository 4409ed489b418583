import type { Course, Moment } from '../document/course';
import { pieces } from '../document/tree';
import type { Derivation, Part } from '../grading/combine';
import { courseLetters, letterOf, shownPercent, type Letters } from '../grading/letter';
import { OUTLOOKS, outlooks, type OutlookName, type Outlooks } from '../grading/outlook';
import { decimalText, HUNDRED } from '../numbers/rational';
import { reach, type BandReach } from '../search/reach';

/** A grade for people: percent as it is shown, and its letter. */
export interface ShownGrade {
  readonly percent: string;
  readonly letter: string;
}

/** Something before a change and after it; nothing where there is none. */
export interface Change<T> {
  readonly before: T | undefined;
  readonly after: T | undefined;
}

/** How a listed piece takes part in the standing. */
export interface Participation {
  readonly role: Part['role'] | 'not counted';
  /** Its percent as it counts, at most six decimals; nothing where it has no value. */
  readonly percent: string | undefined;
}

/** What a change of a course does to its numbers. */
export interface Effect {
  readonly outlooks: readonly (Change<ShownGrade> & { readonly name: OutlookName })[];
  /** Every letter that the course has before or after, highest first as it stands after. */
  readonly reach: readonly (Change<BandReach> & { readonly label: string })[];
  /** Pieces that take part in the standing otherwise than before, in tree order as it stands after. */
  readonly pieces: readonly (Change<Participation> & { readonly id: string; readonly name: string })[];
  /** Whether an outlook or a letter's reach changes. */
  readonly changesGrades: boolean;
}

/**
 * What a change of a course's rules does: its outlooks and its reach before and after, and which pieces count otherwise.
 *
 * @param before - the course as it is kept
 * @param after - the same course, changed
 * @param now - the moment at which overdue work is judged
 * @param decimals - of percents for people
 */
export function effectOf(before: Course, after: Course, now: Moment, decimals = 1): Effect {
  const [old, fresh] = [outlooks(before, now), outlooks(after, now)];
  const [oldLetters, letters] = [courseLetters(old.plan), courseLetters(fresh.plan)];
  const grades = OUTLOOKS.map((name) => ({
    name,
    before: grade(old[name], oldLetters, decimals),
    after: grade(fresh[name], letters, decimals),
  }));
  const takes = reachChanges(reach(old), reach(fresh));
  return {
    outlooks: grades,
    reach: takes,
    pieces: pieceChanges(old, fresh),
    changesGrades: [...grades, ...takes].some((change) => !isSame(change)),
  };
}

function grade(
  derivation: Derivation | undefined,
  letters: Letters,
  decimals: number,
): ShownGrade | undefined {
  const value = derivation?.worth?.value;
  const letter = letterOf(derivation, letters);
  return value && letter && { percent: shownPercent(value, letters, decimals), letter: letter.band.label };
}

function reachChanges(before: readonly BandReach[], after: readonly BandReach[]): Effect['reach'] {
  const labels = new Set([...after, ...before].map(({ band }) => band.label));
  return [...labels].map((label) => ({
    label,
    before: before.find(({ band }) => band.label === label),
    after: after.find(({ band }) => band.label === label),
  }));
}

function pieceChanges(before: Outlooks, after: Outlooks): Effect['pieces'] {
  const [old, fresh] = [standings(before), standings(after)];
  const names = new Map([...old, ...fresh].map(([id, { name }]) => [id, name]));
  return [...new Set([...fresh.keys(), ...old.keys()])]
    .map((id) => ({
      id,
      name: names.get(id)!,
      before: old.get(id)?.standing,
      after: fresh.get(id)?.standing,
    }))
    .filter((change) => !isSame(change));
}

function standings({ plan, standing }: Outlooks): Map<string, { name: string; standing: Participation }> {
  const found = new Map<string, { name: string; standing: Participation }>();
  const visit = ({ parts }: Derivation) => {
    for (const { node, role, worth, derivation } of parts) {
      if (derivation) visit(derivation);
      else if (node.kind === 'piece' && node.origin === 'listed')
        found.set(node.id, {
          name: node.name,
          standing: { role, percent: worth && decimalText(worth.value.mul(HUNDRED), 6) },
        });
    }
  };
  visit(standing);
  for (const { id, name } of pieces(plan.course))
    if (!found.has(id)) found.set(id, { name, standing: { role: 'not counted', percent: undefined } });
  return found;
}

function isSame({ before, after }: Change<ShownGrade | BandReach | Participation>): boolean {
  return text(before) === text(after);
}

function text(value: ShownGrade | BandReach | Participation | undefined): string {
  if (!value) return '';
  if (!('band' in value)) return JSON.stringify(value);
  const { state, level, gaps } = value;
  return JSON.stringify({ state, level, gaps });
}
