import type { Arithmetic } from '../../numbers/arithmetic';
import type { Moment } from '../../numbers/decimal';
import { daysBetween } from '../../numbers/moment';
import {
  fractionOfPercent,
  ONE,
  rational,
  roundToStep,
  whole,
  ZERO,
  type Rational,
} from '../../numbers/rational';
import type { Late, LatePolicy } from './form';

/** What lateness does to one piece, with the facts of its derivation. */
export interface Lateness {
  /** Days late as they are, before the policy counts them. */
  readonly days: Rational;
  readonly effect:
    | {
        readonly kind: 'none';
        readonly why: 'not late' | 'within grace' | 'waived' | 'reduced' | 'no penalty';
      }
    | { readonly kind: 'closed'; readonly counted: Rational; readonly closes: Rational }
    | {
        readonly kind: 'penalty';
        /** Days as the policy counts them. */
        readonly counted: Rational;
        /** Lost for each day, a fraction of the base. */
        readonly perDay: Rational;
        readonly of: 'possible' | 'earned';
        /** A fraction of the possible points. */
        readonly floor: Rational;
      };
}

const HOURS = whole(24);

/** What of a piece lateness asks for. */
interface HandedIn {
  readonly due?: Moment;
  readonly extended?: Moment;
  readonly late?: Late;
}

/**
 * How late a piece is and what the policy in force does to it (grading rules, section 2).
 *
 * @param piece - the piece; without recorded lateness there is nothing to say
 * @param policy - the policy in force where it stands, if any
 * @returns nothing when no lateness is recorded
 */
export function lateness(piece: HandedIn, policy: LatePolicy | undefined): Lateness | undefined {
  const { late } = piece;
  if (!late) return undefined;
  const days =
    'days' in late ? rational(late.days) : daysBetween((piece.extended ?? piece.due)!, late.handedIn);
  if (late.waived) return { days, effect: { kind: 'none', why: 'waived' } };
  if (late.reduced) return { days, effect: { kind: 'none', why: 'reduced' } };
  if (!policy) return { days, effect: { kind: 'none', why: 'no penalty' } };
  if (days.n === 0n) return { days, effect: { kind: 'none', why: 'not late' } };
  if (days.mul(HOURS).compare(rational(policy.grace ?? '0')) <= 0) {
    return { days, effect: { kind: 'none', why: 'within grace' } };
  }
  const counted = countDays(days, policy.count ?? 'started');
  if (policy.closes !== undefined && counted.compare(rational(policy.closes)) > 0) {
    return { days, effect: { kind: 'closed', counted, closes: rational(policy.closes) } };
  }
  const perDay = fractionOfPercent(policy.perDay);
  const floor = fractionOfPercent(policy.floor ?? '0');
  return { days, effect: { kind: 'penalty', counted, perDay, of: policy.of ?? 'possible', floor } };
}

function countDays(days: Rational, count: NonNullable<LatePolicy['count']>): Rational {
  if (count === 'exact') return days;
  return roundToStep(days, ONE, count === 'started' ? 'up' : 'down');
}

/**
 * The lateness of a piece as one function of its value: `max(r - loss, min(r, floor), 0)`, where the loss is a fraction of
 * the possible points, or of what was earned.
 */
export interface Penalty<N> {
  readonly closed: boolean;
  /** The whole loss: days times the part lost for each. */
  readonly loss: N;
  readonly of: 'possible' | 'earned';
  readonly floor: N;
}

/** The penalty that acts on a piece, or nothing. */
export function penaltyOf(late: Lateness | undefined): Penalty<Rational> | undefined {
  if (!late || late.effect.kind === 'none') return undefined;
  if (late.effect.kind === 'closed') return { closed: true, loss: ZERO, of: 'possible', floor: ZERO };
  const { counted, perDay, of, floor } = late.effect;
  return { closed: false, loss: counted.mul(perDay), of, floor };
}

/** A piece's value after its penalty. */
export function afterPenalty<N>(value: N, { closed, loss, of, floor }: Penalty<N>, a: Arithmetic<N>): N {
  if (closed) return a.zero;
  const left = a.subtract(value, of === 'earned' ? a.multiply(value, loss) : loss);
  const held = a.compare(value, floor) < 0 ? value : floor;
  const best = a.compare(left, held) > 0 ? left : held;
  return a.compare(best, a.zero) > 0 ? best : a.zero;
}
