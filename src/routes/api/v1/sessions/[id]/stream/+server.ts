import { pathId, stream } from '$lib/server/http/endpoint';
import { followSession } from '$lib/server/session/follow';

export const GET = stream(
  { summary: 'That something of it changed, as server-sent events named changed' },
  (db, event, send) => followSession(db, pathId(event, 'id', 'session'), (now) => send('changed', now))
);

/** A stream has no end that a head could tell of. */
export const HEAD = () => new Response(null, { headers: { 'content-type': 'text/event-stream' } });
