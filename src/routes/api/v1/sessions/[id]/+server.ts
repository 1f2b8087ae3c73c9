import { ref } from '$lib/server/http/answer-schemas';
import { sessionChange } from '$lib/schema/session';
import { amendSession, readSession, removeSession } from '$lib/server/session/sessions';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';

export const GET = read({ summary: 'A casting day with its molds', answer: ref('Session') }, (db, event) =>
  readSession(db, pathId(event, 'id', 'session'))
);
export const PATCH = respond(
  { summary: 'Change it; 409 when version is not the latest', body: sessionChange, answer: ref('Session') },
  (db, change, event) => amendSession(db, pathId(event, 'id', 'session'), change)
);
export const DELETE = act({ summary: 'Take it off the list' }, (db, event) =>
  removeSession(db, pathId(event, 'id', 'session'))
);
