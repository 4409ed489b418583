import { deviceSetting } from '@/storage/device-setting';
import type { Session, StoredCourse } from './answers';
import type { Term } from './term-days';

/**
 * What every first page asks for, asked while the application itself is still on its way: who is here, and for a student the terms and courses.
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

/** What was asked early and has come. */
export interface Early {
  readonly session: Session;
  /** Of a student. */
  readonly records?: { readonly terms: Term[]; readonly courses: StoredCourse[] };
}

let found: Early | undefined;
let all: Promise<Early | undefined> = Promise.resolve(undefined);

/** Asks for what the first page will want. */
export function askEarly(): void {
  const session = begin('/session');
  // What the server said to somebody who was here is kept, and is what is shown first.
  const isKept = wasHere.get() === 'somebody';
  if (isKept) void beginAll();
  all = isKept ? Promise.resolve(undefined) : session.then(askMore).catch(toTaker);
}

async function askMore(answer: Response): Promise<Early | undefined> {
  const session = (await bodyOf(answer)) as Session | undefined;
  if (!answer.ok || !session) return undefined;
  found = { session };
  if (!session.student) return found;
  const answers = await Promise.all(beginAll());
  const [terms, courses] = await Promise.all(answers.map(bodyOf));
  if (answers.every(({ ok }) => ok) && terms && courses)
    found &&= { session, records: { terms: terms as Term[], courses: courses as StoredCourse[] } };
  return found;
}

/** What was asked early, once it has come; nothing where it does not, or where what is kept on this device is shown first. */
export function whenEarlyIsFound(): Promise<Early | undefined> {
  return all;
}

/** What was asked early and has come by now. */
export function foundEarly(): Early | undefined {
  return found;
}

/** The answer that was asked for early, where there is one that nobody has taken: it is whole, whatever is said to be known. */
export function earlyAnswer(path: string): Promise<Response> | undefined {
  const [place = path] = path.split('?');
  const answer = asked.get(place);
  asked.delete(place);
  return answer;
}

/** Lets go of what was asked for early: it may not be so any more. */
export function forgetEarly(): void {
  asked.clear();
  found = undefined;
}

const bodies = new WeakMap<Response, Promise<unknown>>();

/** What an answer says, the very same for all who read it; nothing where it was cut off or is no JSON. */
export function bodyOf(answer: Response): Promise<unknown> {
  const known = bodies.get(answer);
  if (known) return known;
  const body = answer.json().catch(toTaker) as Promise<unknown>;
  bodies.set(answer, body);
  return body;
}

function beginAll(): Promise<Response>[] {
  return BEHIND_DOOR.map(begin);
}

function begin(path: string): Promise<Response> {
  const answer = fetch(`/api/v1${path}`, { signal: AbortSignal.timeout(PATIENCE) });
  answer.catch(toTaker);
  asked.set(path, answer);
  return answer;
}

/** What went wrong is told to who takes the answer. */
function toTaker(): undefined {}
