/**
 * What every first page asks for, asked while the application itself is still beginning: who is here, and for a student the terms and courses.
 * Each answer is taken once, by the first who asks; what changes anything in between lets go of those that are left.
 */
const asked = new Map<string, Promise<Response>>();

/** Milliseconds after which an answer is not waited for any more. */
export const PATIENCE = 30_000;

/** Asks for what the first page will want. */
export function askEarly(): void {
  begin('/session')
    .then(async (answer) => {
      const { student } = (await answer.clone().json()) as { student?: unknown };
      if (student) await Promise.all(['/terms', '/courses'].map(begin));
    })
    // Whoever takes the answer is told what went wrong.
    .catch(() => undefined);
}

/** The answer that was asked for early, where there is one that nobody has taken. */
export function earlyAnswer(path: string): Promise<Response> | undefined {
  const answer = asked.get(path);
  asked.delete(path);
  return answer;
}

/** Lets go of what was asked for early: it may not be so any more. */
export function forgetEarly(): void {
  asked.clear();
}

function begin(path: string): Promise<Response> {
  const answer = fetch(`/api/v1${path}`, { signal: AbortSignal.timeout(PATIENCE) });
  asked.set(path, answer);
  return answer;
}
