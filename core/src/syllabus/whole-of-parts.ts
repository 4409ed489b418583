import { HUNDRED, rational, sumOf, type Rational } from '../numbers/rational';
import { CERTAINTY, type Certainty } from './facts';
import { partName, weightOf, type PartDraft } from './part';

/** A part shares itself out among no more. */
export const MOST_PARTS = 12;

/** Puts together what was found: without what is no part, parts in the parts that they share out, and one part for all that is said of it. */
export function wholeOf(found: readonly PartDraft[]): PartDraft[] {
  return merged(nested(plausible(found)));
}

/** Gives what is left of a hundred to the part that has the rest. */
export function giveRest(parts: readonly PartDraft[]): void {
  const rest = parts.find(({ hasRest, weight }) => hasRest && !weight);
  if (!rest) return;
  const others = parts.filter((part) => part !== rest && !part.within && !part.isExtra);
  const all = sumOf(others, (part) => weightOf(part) ?? rational('0'));
  const left = HUNDRED.sub(all);
  if (left.compare(0) > 0) rest.weight = { ...rest.hasRest!, value: left, certainty: CERTAINTY.likely };
}

/** What a run of lines that share a whole out has at least. */
const RUN = 3;
/** Lines further apart are no run. */
const APART = 4;

/** Leaves out what looks like a part and is none: a name that nobody knows, alone, outside what speaks of grading. */
function plausible(drafts: readonly PartDraft[]): PartDraft[] {
  const runs: PartDraft[][] = [];
  for (const draft of drafts) {
    const last = runs.at(-1);
    const before = last?.at(-1);
    const isNext = before && draft.unit.line.number - before.unit.line.number <= APART;
    if (isNext) last!.push(draft);
    else runs.push([draft]);
  }
  return runs.flatMap((run) =>
    run.filter((draft) => {
      const inSection = draft.unit.line.section === 'weights';
      const isRun = run.length >= RUN || (run.length >= 2 && (inSection || isWhole(run)));
      if (draft.table !== undefined && (draft.isWork || run.length >= 2)) return true;
      if (draft.isWork) {
        const isPoints = !draft.weight && !draft.weightEach && !draft.hasRest;
        // Points beside a piece in a schedule, or in passing, share out no whole.
        if (isPoints && !isRun && !inSection) return false;
        if (draft.unit.line.section === 'talk' || draft.unit.line.section === 'late')
          return draft.isOfGrade || run.length >= RUN;
        if (!isRun && !inSection && !draft.isOfGrade && draft.unit.text.length > 60)
          mark(draft, CERTAINTY.likely);
        return true;
      }
      if (!isRun) return draft.isOfGrade && draft.name.value.split(' ').length <= 3;
      const known = run.filter(({ isWork }) => isWork).length;
      const isRow =
        draft.unit.text.length <= 80 || isWhole(run) || draft.isOfGrade || known * 2 >= run.length;
      if (known === 0 && !inSection && !isWhole(run)) return false;
      mark(draft, CERTAINTY.likely);
      return isRow;
    }),
  );
}

const isWhole = (run: readonly PartDraft[]) =>
  sumOf(run, (draft) => weightOf(draft) ?? rational('0')).compare(100) === 0;

function mark(draft: PartDraft, certainty: Certainty): void {
  draft.name = { ...draft.name, certainty };
}

/** Puts parts into the part whose share they share out. */
function nested(drafts: readonly PartDraft[]): PartDraft[] {
  drafts.forEach((draft, index) => {
    if (draft.within || !(draft.weight ?? draft.points)) return;
    const deeper: PartDraft[] = [];
    for (const other of drafts.slice(index + 1, index + 1 + MOST_PARTS)) {
      if (other.within === draft) return;
      const isDeeper =
        other.unit !== draft.unit &&
        (other.unit.line.indent > draft.unit.line.indent ||
          (other.unit.line.isBulleted && !draft.unit.line.isBulleted)) &&
        !other.within;
      if (!isDeeper) break;
      deeper.push(other);
    }
    if (deeper.length >= 2 && sharesOut(draft, deeper)) for (const part of deeper) part.within = draft;
  });
  const top = drafts.filter(({ within, isExtra }) => !within && !isExtra);
  const all = sumOf(top, (draft) => weightOf(draft) ?? rational('0'));
  if (all.compare(100) > 0) nestByNumbers(top, all);
  return [...drafts];
}

const valueOf = (part: PartDraft) => weightOf(part) ?? part.points?.value ?? rational('0');

function sharesOut(whole: PartDraft, parts: readonly PartDraft[]): boolean {
  const sum = sumOf(parts, valueOf);
  return sum.compare(valueOf(whole)) === 0 || (whole.weight !== undefined && sum.compare(100) === 0);
}

/** Where all comes to more than a hundred: a part whose followers come to just its own, if then all is a hundred. */
function nestByNumbers(top: readonly PartDraft[], all: Rational): void {
  const found: { whole: PartDraft; parts: readonly PartDraft[] }[] = [];
  for (let index = 0; index < top.length; index += 1) {
    const whole = top[index]!;
    const own = valueOf(whole);
    let sum = valueOf(top[index + 1] ?? whole);
    for (let end = index + 2; end < Math.min(top.length, index + MOST_PARTS); end += 1) {
      sum = sum.add(valueOf(top[end]!));
      if (sum.compare(own) > 0) break;
      if (sum.compare(own) < 0) continue;
      found.push({ whole, parts: top.slice(index + 1, end + 1) });
      index = end;
      break;
    }
  }
  const twice = sumOf(found, ({ whole }) => valueOf(whole));
  if (all.sub(twice).compare(100) !== 0) return;
  for (const { whole, parts } of found) for (const part of parts) part.within = whole;
}

/** One part for all that is said of it: what is said again fills in what was not said before. */
function merged(drafts: readonly PartDraft[]): PartDraft[] {
  const known = new Map<string, PartDraft>();
  const same = new Map<PartDraft, PartDraft>();
  const kept: PartDraft[] = [];
  for (const draft of drafts) {
    const name = `${draft.within ? `${partName(draft.within.name.value)} / ` : ''}${partName(draft.name.value)}`;
    const first =
      known.get(name) ?? (draft.within ? undefined : known.get(anywhere(known, partName(draft.name.value))));
    if (!first || first.unit === draft.unit) {
      known.set(name, draft);
      kept.push(draft);
      continue;
    }
    same.set(draft, first);
    if (first.weight && draft.weight && first.weight.value.compare(draft.weight.value) !== 0) {
      first.otherWeight ??= draft.weight;
    }
    if (!weightOf(first)) first.weight ??= draft.weight!;
    if (first.weight === undefined) delete first.weight;
    for (const field of ['weightEach', 'points', 'pointsEach', 'pieces', 'isExtra', 'drop'] as const)
      if (first[field] === undefined && draft[field] !== undefined)
        Object.assign(first, { [field]: draft[field] });
  }
  for (const draft of kept) {
    const whole = draft.within && same.get(draft.within);
    if (whole) draft.within = whole;
  }
  return kept;
}

/** The name under which a nested part is known, where only one is called so. */
function anywhere(known: ReadonlyMap<string, PartDraft>, name: string): string {
  const names = [...known.keys()].filter((other) => other.endsWith(` / ${name}`));
  return names.length === 1 ? names[0]! : name;
}
