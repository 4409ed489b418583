import { deviceSetting } from '@/storage/device-setting';

/**
 * What every first page asks for, asked while the application itself is still beginning: who is here, and for a student the terms and courses.
 * Each answer is taken once, by the first who asks; what changes anything in between lets go of those that are left.
 */
const asked = new Map<string, Promise<Response>>();

/** What pages behind the door need. */
const BEHIND_DOOR = ['/terms', '/courses'];

/** Who was here when the server was last asked: where it was somebody, nothing waits for that answer. */
const wasHere = deviceSetting('fidens.here', ['nobody', 'somebody']);

/** Notes who is here, for the next time that Fidens begins. */
export function noteHere(isSomebody: boolean): void {
  const who = isSomebody ? 'somebody' : 'nobody';
  if (wasHere.get() !== who) wasHere.choose(who);
}

/** Milliseconds after which an answer is not waited for any more. */
export const PATIENCE = 30_000;

/** Asks for what the first page will want. */
export function askEarly(): void {
  const session = begin('/session');
  if (wasHere.get() === 'somebody') beginAll();
  else
    session
      .then(async (answer) => {
        const { student } = (await answer.clone().json()) as { student?: unknown };
        if (student) beginAll();
      })
      .catch(toTaker);
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

function beginAll(): void {
  for (const path of BEHIND_DOOR) void begin(path);
}

function begin(path: string): Promise<Response> {
  const answer = fetch(`/api/v1${path}`, { signal: AbortSignal.timeout(PATIENCE) });
  answer.catch(toTaker);
  asked.set(path, answer);
  return answer;
}

/** What went wrong is told to who takes the answer. */
function toTaker(): void {}
