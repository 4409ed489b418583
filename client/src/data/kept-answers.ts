import { hashKey, type QueryClient } from '@tanstack/react-query';
import type {
  PersistedClient,
  Persister,
  PersistQueryClientProviderProps,
} from '@tanstack/react-query-persist-client';
import { del, get, set } from 'idb-keyval';
import { keepFor } from '@/storage/kept-state';
import { noteKept } from '@/storage/trouble';
import { coursesQuery } from './courses';
import { foundEarly } from './early';
import { ruleSheetsQuery, scalesQuery } from './library';
import { FORGET_REHEARSAL, KEEP_REHEARSAL, rehearsalsQuery, sendRehearsals } from './rehearsals';
import type { Session } from './answers';
import { noteWho, sessionQuery } from './session';
import { termsQuery } from './terms';

/** What was last said by the server and is kept on the device, so that Fidens opens without it. */
const KEPT = [sessionQuery, coursesQuery, termsQuery, scalesQuery, ruleSheetsQuery, rehearsalsQuery];
const NAMES = new Set<unknown>(KEPT.map(({ queryKey }) => queryKey[0]));

/** Requests that a later window goes on with. */
const SENT_LATER = new Set<unknown>([KEEP_REHEARSAL[0], FORGET_REHEARSAL[0]]);

/** Another form of what is kept gets another name: what an older Fidens kept is not read as what it is not. */
const FORM = '1';
const PLACE = 'fidens.answers';
/** Milliseconds for which several answers are waited for before they are written down together. */
const TOGETHER = 250;

let latest: PersistedClient | undefined;
let timer: ReturnType<typeof setTimeout> | undefined;
let told: (() => void)[] = [];

async function write(): Promise<void> {
  clearTimeout(timer);
  timer = undefined;
  const [answers, waiting] = [latest, told];
  [latest, told] = [undefined, []];
  if (answers)
    try {
      await set(PLACE, answers);
      noteKept(true);
    } catch {
      noteKept(false);
    }
  for (const tell of waiting) tell();
}

function writeSoon(): void {
  timer ??= setTimeout(() => void write(), TOGETHER);
}

/** Resolves once what the server has said up to now is kept on the device, or cannot be. */
export function answersKept(): Promise<void> {
  return new Promise((resolve) => {
    told.push(resolve);
    writeSoon();
  });
}

/** Where answers are kept. What is of another student than the one who is known to be here is as good as nothing. */
const persister = (client: QueryClient): Persister => ({
  persistClient: (answers) => {
    latest = answers;
    writeSoon();
  },
  restoreClient: async () => {
    try {
      const kept = await get<PersistedClient>(PLACE);
      const session = client.getQueryData(sessionQuery.queryKey);
      return session && studentOf(kept) !== session.student?.id ? undefined : kept;
    } catch {
      return undefined;
    }
  },
  removeClient: async () => {
    latest = undefined;
    try {
      await del(PLACE);
    } catch {
      noteKept(false);
    }
  },
});

const SESSION = hashKey(sessionQuery.queryKey);

/** Whose answers were kept. */
function studentOf(kept: PersistedClient | undefined): string | undefined {
  const session = kept?.clientState.queries.find(({ queryHash }) => queryHash === SESSION);
  return (session?.state.data as Session | undefined)?.student?.id;
}

/** Takes up what was asked early and has come: the first page is drawn with it at once. */
function takeEarly(client: QueryClient): void {
  const early = foundEarly();
  if (!early) return;
  noteWho(early.session);
  client.setQueryData(sessionQuery.queryKey, early.session);
  if (!early.records) return;
  client.setQueryData(termsQuery.queryKey, early.records.terms);
  client.setQueryData(coursesQuery.queryKey, early.records.courses);
}

if (typeof document !== 'undefined')
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden') void write();
  });

/** How the store of answers is kept on the device, and taken up again when Fidens opens. */
export function keepingAnswers(
  client: QueryClient,
): Pick<PersistQueryClientProviderProps, 'persistOptions' | 'onSuccess'> {
  takeEarly(client);
  sendRehearsals(client);
  for (const { queryKey } of KEPT) client.setQueryDefaults(queryKey, { gcTime: Infinity });
  return {
    persistOptions: {
      persister: persister(client),
      maxAge: Infinity,
      buster: FORM,
      dehydrateOptions: {
        shouldDehydrateQuery: ({ queryKey, state }) => NAMES.has(queryKey[0]) && state.data !== undefined,
        shouldDehydrateMutation: ({ options, state }) =>
          state.status === 'pending' && SENT_LATER.has(options.mutationKey?.[0]),
      },
    },
    onSuccess: () => {
      keepFor(client.getQueryData(sessionQuery.queryKey)?.student?.id);
      for (const waiting of client.getMutationCache().findAll({ status: 'pending' }))
        void waiting.continue().catch(() => undefined);
      // What was kept is shown at once, and asked for anew whatever its age.
      void client.invalidateQueries();
    },
  };
}
