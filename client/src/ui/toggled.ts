/** A set with one member more, or, where it has that one, less. */
export function toggled<T>(set: ReadonlySet<T> | undefined, member: T): ReadonlySet<T> {
  const next = new Set(set);
  if (!next.delete(member)) next.add(member);
  return next;
}
