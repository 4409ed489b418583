import {
  decimalText,
  type Derivation,
  type Judged,
  type Part,
  type PieceStep,
  type PlannedPiece,
  type Rational,
} from '@fidens/core';
import { curveWords } from './curve-words';
import { number, percent, plural } from './words';

/** What there is to say of a part beside its numbers: why it counts as it does, and how much of the whole it is. */
export function noteWords(
  part: Part,
  derivation: Derivation,
  share: Rational | undefined,
  isStanding: boolean,
): string | undefined {
  // In the standing the whole is what is settled, so a piece is more of it than of the course.
  const whole = isStanding ? 'of what counts so far' : 'of the course';
  const said = [
    replacedWords(part, derivation),
    roleWords(part, derivation),
    share && `${decimalText(share, 2)}% ${whole}`,
  ];
  return said.filter((words) => words !== undefined).join(' · ') || undefined;
}

function roleWords({ role, node }: Part, { category }: Derivation): string | undefined {
  const by = { percent: 'percent', points: 'points', benefit: 'what helps most' }[category.drop.by];
  if (role === 'dropped lowest')
    return `dropped: ${category.drop.by === 'benefit' ? 'leaving it out helps most' : `lowest by ${by}`}`;
  if (role === 'dropped highest') return `dropped: highest by ${by}`;
  if (role === 'extra') return 'extra credit: adds, but nothing is out of it';
  if (role === 'weight 0') return 'weight 0, so it takes no part';
  if (role === 'no weight') return 'has no weight, so it takes no part';
  if (node.kind === 'piece' && node.origin === 'promised') return 'promised by the syllabus';
  if (role === 'no value' && node.kind === 'piece') {
    if (node.status === 'excused') return 'excused';
    if (node.status === 'missing') return 'missing, which counts as nothing here';
  }
  return undefined;
}

/** What stood in the place of a replaced value. */
function replacedWords({ replaced, own }: Part, { source }: Derivation): string | undefined {
  if (!replaced || !source) return undefined;
  const was = own ? `instead of its own ${percent(own.value)}%` : 'as it has no value of its own';
  return `has the value of ${source.node.name}, ${was}`;
}

/** What follows on a category's sum, a sentence for each step that acted: weights, curve, deductions, cap, rounding. */
export function afterSumWords(derivation: Derivation): string[] {
  const { sum, sums, scheme, moved, curved, left, capped, worth, category, deducted, dropsApply } =
    derivation;
  const lines: string[] = [];
  if (sum && sums.length > 1) {
    const others = sums
      .filter((other) => other.scheme !== scheme)
      .map(
        (other) =>
          `${schemeName(other.scheme)} would bring ${other.sum ? `${percent(other.sum)}%` : 'nothing'}`,
      );
    lines.push(`By ${schemeName(scheme)}, as that is best: ${others.join(', ')}.`);
  }
  for (const { from, to, weight } of moved)
    lines.push(
      `The weight ${decimalText(weight, 3)} of ${from.name} ${to ? `has gone to ${to.name}` : 'is left out'}, as it has no value.`,
    );
  if (sum && curved && category.source.curve && curved.compare(sum) !== 0)
    lines.push(`Curved to ${percent(curved)}%: ${curveWords(category.source.curve)}.`);
  const taking = deducted.filter(({ lost }) => lost.n !== 0n);
  taking.forEach(({ deduction, count, lost }, index) => {
    const rest = index === taking.length - 1 && left ? `, which leaves ${percent(left)}%` : '';
    lines.push(`Less ${percent(lost)}% for ${decimalText(count!, 3)} in ${deduction.name}${rest}.`);
  });
  if (capped && left && capped.compare(left) !== 0) lines.push(`Capped at ${percent(capped)}%.`);
  if (category.round && capped && worth && worth.value.compare(capped) !== 0)
    lines.push(`Rounded to ${percent(worth.value)}% before its parent uses it.`);
  if (!dropsApply) lines.push('Nothing is dropped yet: some of its work is still open.');
  return lines;
}

function schemeName(scheme: string | undefined): string {
  return scheme === undefined ? 'its own weights' : `“${scheme}”`;
}

/** What holds a letter back, and what there is of it: "C needs 60% on Final exam; there is 57.5%." */
export function heldWords({ requirement, has, needs }: Judged): string {
  const { source, of } = requirement;
  const name = of?.name ?? source.of;
  if ('atMost' in source)
    return `${source.for} allows at most ${decimalText(needs, 3)} in ${name}; there are ${decimalText(has!, 3)}.`;
  if ('atLeast' in source)
    return `${source.for} needs ${percent(needs)}% on ${name}; there is ${percent(has!)}%.`;
  const quality = source.each === undefined ? 'with more than 0' : `with ${number(source.each)}% or more`;
  return `${source.for} needs ${plural(Number(needs.n), 'piece')} of ${name} ${quality}; there are ${decimalText(has!, 0)}.`;
}

/** One step from a piece's entry to its value, as arithmetic in its points. */
export function stepWords(step: PieceStep, { size }: PlannedPiece): string {
  const points = decimalText(step.value.mul(size), 3);
  const result = `${points} of ${decimalText(size, 3)}, ${percent(step.value)}%`;
  switch (step.kind) {
    case 'entered':
      if ('label' in step.score) return `Recorded ${step.score.label}: ${result}`;
      return 'percent' in step.score
        ? `Recorded ${number(step.score.percent)}%: ${result}`
        : `Recorded ${result}`;
    case 'missing':
      return `${step.overdue ? 'Overdue, so it counts as missing' : 'Missing'}: ${result}`;
    case 'supposed':
      return `${step.assumed ? 'Rehearsed' : 'Supposed'}: ${result}`;
    case 'late':
      return `${lateWords(step)} ${result}`;
    case 'curved':
      return `Curved, ${curveWords(step.curve, ' points')}: ${result}`;
    case 'capped':
      return `At most ${percent(step.value)}% counts: ${result}`;
  }
}

/** Why lateness takes nothing. */
const NO_PENALTY = {
  'not late': 'not late',
  'within grace': 'within grace',
  waived: 'waived',
  reduced: 'the score came back reduced',
  'no penalty': 'no penalty',
} as const;

function lateWords({ lateness: { days, effect } }: Extract<PieceStep, { kind: 'late' }>): string {
  const late = plural(Number(decimalText(days, 2)), 'day');
  if (effect.kind === 'none') return `${late} late, ${NO_PENALTY[effect.why]}:`;
  if (effect.kind === 'closed')
    return `${decimalText(effect.counted, 2)} days late, after ${decimalText(effect.closes, 2)} nothing is given:`;
  const base = effect.of === 'possible' ? 'what is possible' : 'what was earned';
  return `Late: less ${decimalText(effect.counted, 3)} × ${percent(effect.perDay)}% of ${base}:`;
}
