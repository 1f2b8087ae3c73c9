import type { Handle, ServerInit } from '@sveltejs/kit';
import { DEFAULT_PREFERENCES, preferences, type Preferences } from '$lib/schema/preferences';
import { check } from '$lib/schema/validate';
import { database } from '$lib/server/database/current';
import { problem } from '$lib/server/http/problem';

/** Opens and migrates the database before the first request, so that a bad file stops the start. */
export const init: ServerInit = async () => {
  await database();
};

export const handle: Handle = async ({ event, resolve }) => {
  event.locals.preferences = preferencesIn(event.cookies.get('preferences'));
  const { mode } = event.locals.preferences;
  const response = await resolve(event, {
    transformPageChunk: ({ html }) => html.replace('%brunkel.mode%', mode)
  });
  const isApi = event.url.pathname.startsWith('/api/');
  if (isApi && response.status >= 400 && !response.headers.get('content-type')?.includes('json')) {
    return problem(
      response.status,
      response.status === 405 ? `${event.request.method} is not for this address.` : 'Not found.'
    );
  }
  return response;
};

function preferencesIn(cookie: string | undefined): Preferences {
  try {
    const result = check(preferences, JSON.parse(cookie ?? 'null'));
    return result.ok && result.value ? result.value : DEFAULT_PREFERENCES;
  } catch {
    return DEFAULT_PREFERENCES;
  }
}
