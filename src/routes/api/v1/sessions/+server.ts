import { newSession } from '$lib/schema/session';
import { createSession, listSessions } from '$lib/server/session/sessions';
import { create, queryWhole, read } from '$lib/server/http/endpoint';

export const GET = read((db, event) =>
  listSessions(db, {
    limit: queryWhole(event, 'limit', 50, 1, 500),
    offset: queryWhole(event, 'offset', 0, 0, 1e9),
    stage: event.url.searchParams.get('stage') || undefined
  })
);

export const POST = create(newSession, createSession);
