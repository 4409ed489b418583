import { ABOUT_COURSE, factKey } from '@fidens/core';
import type { Decision, Fact, FactKind, Range, ReadLine } from '@fidens/core/syllabus';
import { bandsWords } from '@/wording/scale-words';
import { dayWords, number, plural } from '@/wording/words';

/** What each kind of fact is called beside its field. */
export const FACT_NAMES: Record<FactKind, string> = {
  title: 'Title',
  code: 'Code',
  credits: 'Credits',
  combine: 'Adds up',
  bands: 'Letters',
  round: 'Rounding',
  latePerDay: 'Loses a day, %',
  lateOf: 'Of what',
  lateCount: 'Days',
  lateFloor: 'Never below, %',
  lateGrace: 'Hours of grace',
  lateCloses: 'Closes after days',
  missing: 'Missing work',
  overdue: 'Missing after days',
  requirement: 'A letter needs',
  scheme: 'Another weighing',
  name: 'Name',
  weight: 'Weight, %',
  weightEach: 'Weight of each, %',
  points: 'Points',
  pointsEach: 'Points of each',
  pieces: 'How many',
  dropLowest: 'Lowest dropped',
  dropHighest: 'Highest dropped',
  best: 'Best that count',
  extraCredit: 'Extra credit',
  due: 'Due',
  within: 'Part of',
  replacedBy: 'Replaced by',
  weightTo: 'Weight moves to',
  deduct: 'Each absence',
};

type NameOf = (key: string) => string;

/** What a fact says, in a few words. */
export function factWords(fact: Fact, nameOf: NameOf): string {
  switch (fact.kind) {
    case 'title':
    case 'code':
    case 'name':
      return fact.value;
    case 'credits':
      return `${number(fact.value)} credits`;
    case 'combine':
      return fact.value === 'weights' ? 'by weights' : 'by points';
    case 'bands':
      return bandsWords({ bands: fact.value });
    case 'round':
      return `to ${number(fact.value.step)}${fact.value.mode ? `, ${fact.value.mode}` : ''}`;
    case 'latePerDay':
      return `loses ${number(fact.value)}% a day`;
    case 'lateOf':
      return fact.value === 'earned' ? 'of what was earned' : 'of what is possible';
    case 'lateCount':
      return { started: 'each started day', completed: 'each full day', exact: 'by the hour' }[fact.value];
    case 'lateFloor':
      return `never below ${number(fact.value)}%`;
    case 'lateGrace':
      return `${number(fact.value)} h of grace`;
    case 'lateCloses':
      return `nothing after ${plural(Number(fact.value), 'day')}`;
    case 'missing':
      return fact.value.counts === 'nothing'
        ? 'is left out'
        : `counts as ${number(fact.value.percent ?? '0')}%`;
    case 'overdue':
      return `missing ${plural(Number(fact.value), 'day')} after it was due`;
    case 'requirement': {
      const { for: goal, of, asks } = fact.value;
      const what =
        'atLeast' in asks
          ? `${number(asks.atLeast)}% on ${nameOf(of)}`
          : 'pieces' in asks
            ? `${asks.pieces} of ${nameOf(of)}`
            : `at most ${number(asks.atMost)} of ${nameOf(of)}`;
      return `${goal === 'pass' ? 'passing' : goal.label} needs ${what}`;
    }
    case 'scheme':
      return `${fact.value.name}: ${Object.entries(fact.value.weights)
        .map(([key, weight]) => `${nameOf(key)} ${number(weight)}`)
        .join(', ')}`;
    case 'weight':
      return `${number(fact.value)}%`;
    case 'weightEach':
      return `${number(fact.value)}% each`;
    case 'points':
      return `${number(fact.value)} points`;
    case 'pointsEach':
      return `${number(fact.value)} points each`;
    case 'pieces':
      return `${fact.value}`;
    case 'dropLowest':
      return fact.value === 1 ? 'lowest one dropped' : `lowest ${fact.value} dropped`;
    case 'dropHighest':
      return fact.value === 1 ? 'highest one dropped' : `highest ${fact.value} dropped`;
    case 'best':
      return `best ${fact.value} count`;
    case 'extraCredit':
      return 'extra credit';
    case 'due':
      return dayWords(fact.value);
    case 'within':
      return `in ${nameOf(fact.value)}`;
    case 'replacedBy':
      return `lowest ${fact.value.lowest === 1 ? 'one' : fact.value.lowest} replaced by ${nameOf(fact.value.by)}`;
    case 'weightTo':
      return `excused, its weight goes to ${nameOf(fact.value)}`;
    case 'deduct':
      return `each takes ${number(fact.value.each)}%${fact.value.free === '0' ? '' : `, the first ${number(fact.value.free)} nothing`}`;
  }
}

/** What is typed to change a fact, as it stands now. */
export function factText(fact: Fact): string {
  if (fact.kind === 'due') return dayWords(fact.value);
  return typeof fact.value === 'string' || typeof fact.value === 'number' ? String(fact.value) : '';
}

/** Facts that go together, as one line says them. */
export interface FactGroup {
  readonly key: string;
  readonly title: string;
  /** What it stands in, one level for each. */
  readonly depth: number;
  readonly facts: readonly Fact[];
  /** What stands at its right end; nothing where the facts have no number of their own. */
  readonly figure: string | undefined;
}

const LATE: readonly FactKind[] = [
  'latePerDay',
  'lateOf',
  'lateCount',
  'lateFloor',
  'lateGrace',
  'lateCloses',
];
/** Facts that show in others, and are not told apart. */
const SILENT: readonly FactKind[] = ['combine', 'within'];

export const isTold = ({ kind }: Fact) => !SILENT.includes(kind);

/** The facts of a text in the order in which a course is read: what it is called, its parts, then what holds for all. */
export function groupsOf(facts: readonly Fact[]): FactGroup[] {
  const own = (...kinds: FactKind[]) =>
    facts.filter(({ about, kind }) => about === ABOUT_COURSE && kinds.includes(kind));
  const group = (key: string, title: string, list: readonly Fact[]): FactGroup[] =>
    list.length === 0 ? [] : [{ key, title, depth: 0, facts: list, figure: undefined }];
  const title = own('title', 'code', 'credits');
  return [
    ...group(
      'course',
      title.find(({ kind }) => kind === 'title')
        ? factText(title.find(({ kind }) => kind === 'title')!)
        : 'The course',
      title,
    ),
    ...partGroups(facts),
    ...group('late', 'Late work', own(...LATE)),
    ...group('missing', 'Missing work', own('missing', 'overdue')),
    ...own('requirement').flatMap((fact) => group(factKey(fact), 'For a letter', [fact])),
    ...own('scheme').flatMap((fact) => group(factKey(fact), 'Whichever is better', [fact])),
    ...group(
      'absences',
      'Absences',
      facts.filter(({ kind }) => kind === 'deduct'),
    ),
    ...group('rounding', 'Rounding', own('round')),
    ...group('letters', 'Letters', own('bands')),
  ];
}

function partGroups(facts: readonly Fact[]): FactGroup[] {
  const keys = [...new Set(facts.map(({ about }) => about))].filter((key) =>
    facts.some(({ about, kind }) => about === key && kind === 'name'),
  );
  const within = (key: string) =>
    facts.find((fact) => fact.about === key && fact.kind === 'within')?.value as string | undefined;
  const groups = (whole: string | undefined, depth: number): FactGroup[] =>
    keys
      .filter((key) => within(key) === whole)
      .flatMap((key) => {
        const own = facts.filter((fact) => fact.about === key && isTold(fact));
        const name = own.find(({ kind }) => kind === 'name')!;
        return [
          { key, title: factText(name), depth, facts: own, figure: figureOf(own) },
          ...groups(key, depth + 1),
        ];
      });
  return groups(undefined, 0);
}

function figureOf(facts: readonly Fact[]): string | undefined {
  const value = (kind: FactKind) => facts.find((fact) => fact.kind === kind)?.value;
  const [weight, each, pieces] = [value('weight'), value('weightEach'), value('pieces')];
  if (typeof weight === 'string') return number(weight);
  if (typeof each === 'string')
    return typeof pieces === 'number' ? `${pieces} × ${number(each)}` : `${number(each)} each`;
  const [points, pointsEach] = [value('points'), value('pointsEach')];
  if (typeof pointsEach === 'string')
    return typeof pieces === 'number'
      ? `${pieces} × ${number(pointsEach)} p`
      : `${number(pointsEach)} p each`;
  return typeof points === 'string' ? `${number(points)} p` : undefined;
}

/** What stands beside the title of a group: what its facts say that is no name and not at its right end. */
export function groupWords({ facts, figure }: FactGroup, nameOf: NameOf): string {
  const inFigure: readonly FactKind[] =
    figure === undefined ? [] : ['weight', 'weightEach', 'points', 'pointsEach'];
  return facts
    .filter(({ kind }) => kind !== 'name' && kind !== 'title' && !inFigure.includes(kind))
    .sort((a, b) => Number(b.kind === 'pieces') - Number(a.kind === 'pieces'))
    .map((fact) => factWords(fact, nameOf))
    .join(', ');
}

/** The sentence that a fact's words stand in; the words alone where they stand in several. */
export function lineAround(lines: readonly ReadLine[], { range }: Fact): Range {
  return lines.find((line) => line.range.from <= range.from && line.range.to >= range.to)?.range ?? range;
}

/** The names of parts by their keys. */
export function namesOf(facts: readonly Fact[]): NameOf {
  const names = new Map(
    facts.flatMap((fact) => (fact.kind === 'name' ? [[fact.about, fact.value] as const] : [])),
  );
  return (key) => names.get(key) ?? (key === 'absences' ? 'Absences' : key);
}

/** The question that a doubtful fact asks, and an answer for each of its readings. */
export function questionOf(
  fact: Fact,
  nameOf: NameOf,
): { readonly question: string; readonly answers: readonly string[] } {
  const name = nameOf(fact.about);
  const readings = [
    fact,
    ...(fact.or ?? []).map((other) => ({ ...fact, kind: other.kind, value: other.value }) as Fact),
  ];
  const answers = readings.map((each) =>
    each.kind === 'weight' ? `${number(each.value)}% in all` : factWords(each, nameOf),
  );
  if (fact.kind === 'weight' && fact.or?.[0]?.kind === 'pointsEach')
    return {
      question: `Is ${number(fact.value)} the weight of all ${name.toLowerCase()}, or the points of each?`,
      answers,
    };
  if (fact.kind === 'weight')
    return {
      question: `${name} has two weights in the text. Which one holds?`,
      answers: readings.map((each) => factWords(each, nameOf)),
    };
  if (fact.kind === 'due') return { question: `Which day is ${name} due?`, answers };
  return {
    question: `Does it mean: ${factWords(fact, nameOf)}?`,
    answers: ['Yes, that is it', ...answers.slice(1)],
  };
}

/** Decisions as they are kept while they are made. */
export type Decisions = Readonly<Record<string, Decision>>;
