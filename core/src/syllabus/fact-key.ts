import { CERTAINTY, type Fact, type FactKind } from './facts';

/** By what a fact is known among those of a text. */
export function factKey({ kind, about, range }: Fact): string {
  return kind === 'requirement' || kind === 'scheme' ? `${kind} ${range.from}` : `${kind} ${about}`;
}

/** Whether a fact is asked about before it is taken. */
export const isAsked = ({ certainty }: Fact) => certainty === CERTAINTY.doubtful;

/** Kinds whose value is typed as text, as a percent or points, or as a whole number. */
export const TEXTS: readonly FactKind[] = ['title', 'code', 'name'];
export const NUMBERS: readonly FactKind[] = [
  'credits',
  'weight',
  'weightEach',
  'points',
  'pointsEach',
  'latePerDay',
  'lateFloor',
  'lateGrace',
  'lateCloses',
  'overdue',
];
export const COUNTS: readonly FactKind[] = ['pieces', 'dropLowest', 'dropHighest', 'best'];

/** Whether another value can be typed for a fact of a kind. */
export const isTyped = (kind: FactKind) => [...TEXTS, ...NUMBERS, ...COUNTS, 'due'].includes(kind);
