import { isObject } from '../../numbers/json';
import type { Json, RuleFault } from '../rule';

/**
 * Weight that moves: where an assessment is excused, its weight goes to a sibling (grading rules, section 17). What is excused does not hang
 * on any score, so no rise falls by it; only whether a replacement gives it a value can, and a search looks at that.
 *
 * @param category - any JSON; what its children name is looked at together
 */
export function weightToFaults({ combine, children }: Json): RuleFault[] {
  const list = (Array.isArray(children) ? children : []).map((child) => (isObject(child) ? child : {}));
  const byId = new Map(list.map((child) => [child.id, child]));
  return list.flatMap((child, index): RuleFault[] => {
    const { weightTo, name } = child;
    if (typeof weightTo !== 'string') return [];
    const say = (message: string) => [{ at: ['children', index, 'weightTo'], message }];
    if (combine !== 'weights') return say('must be left out where children do not count by weights');
    if (child.extraCredit === true) return say('must be left out of extra credit');
    const sibling = byId.get(weightTo);
    const whose = typeof name === 'string' ? `: the weight of "${name}" moves there` : '';
    if (!sibling || sibling === child)
      return say(`"${weightTo}" is no other child of the same category${whose}`);
    if (sibling.extraCredit === true || sibling.deduct !== undefined)
      return say(`"${weightTo}" is extra credit or a deduction, which has no weight in the sum${whose}`);
    return goesRound(child, byId) ? say('goes round in a circle: the weight would never arrive') : [];
  });
}

function goesRound(start: Json, byId: ReadonlyMap<unknown, Json>): boolean {
  const seen = new Set<Json>();
  for (let at: Json | undefined = start; at; at = byId.get(at.weightTo)) {
    if (seen.has(at)) return true;
    seen.add(at);
    if (at.weightTo === undefined) return false;
  }
  return false;
}
