import { isObject } from '../numbers/json';

/** Whether two values of documents say the same: keys in any order, a moment in any of its forms. */
export function isSame(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (isMoment(a) && isMoment(b)) return Date.parse(a) === Date.parse(b);
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((value, index) => isSame(value, b[index]));
  if (!isObject(a) || !isObject(b)) return false;
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
  return [...keys].every((key) => isSame(a[key], b[key]));
}

function isMoment(value: unknown): value is string {
  return typeof value === 'string' && /^\d{4}-\d\d-\d\dT/.test(value);
}
