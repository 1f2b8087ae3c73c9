import { version } from '$app/environment';
import type { Handle, HandleServerError, ServerInit } from '@sveltejs/kit';
import { setNow } from '$core/time/now';
import { DEFAULT_LOCALE } from '$lib/schema/locale';
import { DEFAULT_PREFERENCES, preferences, type Preferences } from '$lib/schema/preferences';
import { check } from '$lib/schema/validate';
import { closeDatabase, database } from '$lib/server/database/current';
import { troubleLine } from '$lib/server/database/trouble';
import { passGate } from '$lib/server/http/gate';
import { openRecords } from '$lib/server/http/guard';
import { keepWalks } from '$lib/server/heap/kept-walk';
import { keptAnswer } from '$lib/server/http/kept-answers';
import { problem, problemOf } from '$lib/server/http/problem';
import { pageOf } from '$lib/server/http/trouble-page';
import { keepCopying } from '$lib/server/records/copies';
import { Refusal } from '$lib/server/refusal';
import { warmSolver } from '$lib/server/solver/linear-solver';
import { endThreads, warmThreads } from '$lib/server/worker/crew';

/**
 * Opens and migrates the database before the first request, so that a bad file stops the start; and closes it when the
 * server ends, so that all that was stored is in the one file.
 */
export const init: ServerInit = async () => {
  // Only tests set it, and whoever started this for one may set it on.
  if (process.env.BRUNKEL_NOW) {
    setNow(process.env.BRUNKEL_NOW);
    process.on('message', ({ now }: { now: string }) => {
      setNow(now);
      process.send?.({ now });
    });
  }
  process.on('brunkel:ending', () => void endThreads());
  process.on('brunkel:end', (waitFor: (ending: Promise<void>) => void) => waitFor(closeDatabase()));
  keepWalks(version);
  keepCopying(await database());
  // What is worked out in threads finds one ready; who looks first is served first.
  setTimeout(() => {
    warmSolver();
    void warmThreads();
  }, WARMED_AFTER_MS).unref();
};

const WARMED_AFTER_MS = 3000;

export const handle: Handle = async ({ event, resolve }) => {
  event.locals.within = false;
  event.locals.preferences = preferencesIn(event.cookies.get('preferences'));
  event.locals.member = Number(/^[1-9]\d{0,14}$/.exec(event.cookies.get('member') ?? '')?.[0] ?? 0) || null;
  event.locals.locale = localeIn(event.request.headers.get('accept-language'));
  const { mode } = event.locals.preferences;
  const isApi = event.url.pathname.startsWith('/api/');
  try {
    passGate(event);
  } catch (thrown) {
    if (!(thrown instanceof Refusal)) throw thrown;
    return isApi || event.isDataRequest ? problemOf(thrown) : pageOf(thrown);
  }
  const response = await keptAnswer(event, openRecords, async () =>
    resolve(event, { transformPageChunk: ({ html }) => html.replace('%brunkel.mode%', mode) })
  );
  if (isApi && response.status >= 400 && !response.headers.get('content-type')?.includes('json')) {
    return problem(
      response.status,
      response.status === 405 ? `${event.request.method} is not for this address.` : 'Not found.'
    );
  }
  return response;
};

/** What a page says when it failed: trouble with the records in one line with what to do, else that it is our fault. */
export const handleError: HandleServerError = ({ error, status, message }) => {
  const trouble = troubleLine(error);
  if (trouble) return { message: trouble };
  if (status >= 500) console.error(error);
  return { message };
};

/** The reader's first language as far as dates and money go; the words are English. */
function localeIn(languages: string | null): string {
  try {
    const [first] = Intl.getCanonicalLocales((languages ?? '').split(/[,;]/)[0]!.trim());
    return first ?? DEFAULT_LOCALE;
  } catch {
    return DEFAULT_LOCALE;
  }
}

function preferencesIn(cookie: string | undefined): Preferences {
  try {
    const result = check(preferences, JSON.parse(cookie ?? 'null'));
    return result.ok && result.value ? result.value : DEFAULT_PREFERENCES;
  } catch {
    return DEFAULT_PREFERENCES;
  }
}
