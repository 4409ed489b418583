import {
  decimalText,
  type Derivation,
  type Part,
  type PieceStep,
  type PlannedPiece,
  type Rational,
} from '@fidens/core';
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
  const said = [roleWords(part, derivation), share && `${decimalText(share, 2)}% ${whole}`];
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
