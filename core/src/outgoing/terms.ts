import type { Rounding } from '../numbers/arithmetic';
import type { Rational } from '../numbers/rational';
import type { Bending } from '../rules/curve/bend';
import type { Penalty } from '../rules/late/lateness';

/** A number of a rule in a formula, as exact as a spreadsheet can have it. */
export function term(value: Rational): string {
  const numerator = value.s * value.n;
  return value.d === 1n ? String(numerator) : `(${numerator}/${value.d})`;
}

/** A value near enough to decide which side of a cut-off it is on: floats of what is exactly equal differ a little. */
export const sure = (value: string) => `ROUND(${value},12)`;

/** What a curve makes of a value. */
export function curvedTerm(x: string, bending: Bending<Rational> | undefined): string {
  if (!bending) return x;
  if (bending.kind === 'root') return `ROUND(10*SQRT(${x}*100),2)/100`;
  if (bending.kind === 'straight') return `MAX(0,${x}*${term(bending.factor)}-${term(bending.less)})`;
  const [first, ...rest] = [...bending.steps].reverse();
  return rest.reduce(
    (below, { from, gives }) => `IF(${sure(x)}>=${term(from)},${term(gives)},${below})`,
    term(first!.gives),
  );
}

/** What lateness leaves of a value. */
export function lateTerm(x: string, penalty: Penalty<Rational> | undefined): string {
  if (!penalty) return x;
  if (penalty.closed) return '0';
  const left = penalty.of === 'earned' ? `${x}*(1-${term(penalty.loss)})` : `${x}-${term(penalty.loss)}`;
  return `MAX(${left},MIN(${x},${term(penalty.floor)}),0)`;
}

export function cappedTerm(x: string, cap: Rational | undefined): string {
  return cap ? `MIN(${x},${term(cap)})` : x;
}

/** A value rounded to a step, in one of the four ways. */
export function roundedTerm(x: string, round: Rounding<Rational> | undefined): string {
  if (!round) return x;
  const step = term(round.step);
  // What lies on the middle between two steps but for a float's error is taken as lying on it.
  const steps = `ROUND(${x}/${step},9)`;
  switch (round.mode) {
    case 'up':
      return `CEILING(${steps},1)*${step}`;
    case 'down':
      return `FLOOR(${steps},1)*${step}`;
    case 'half-even': {
      const whole = `FLOOR(${steps},1)`;
      return `IF(ABS(${steps}-${whole}-0.5)<0.0000001,${whole}+MOD(${whole},2),ROUND(${steps},0))*${step}`;
    }
    default:
      return `ROUND(${steps},0)*${step}`;
  }
}
