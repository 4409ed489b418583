export const MINUTE = 60_000;

/** The moment taken for now: the sample student's, or the clock's to the minute. */
export function momentFor(student: { readonly today: string | null } | null | undefined, at: number): string {
  return student?.today ?? new Date(at - (at % MINUTE)).toISOString();
}
