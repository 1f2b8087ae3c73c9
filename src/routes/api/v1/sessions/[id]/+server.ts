import { sessionChange } from '$lib/schema/session';
import { amendSession, readSession, removeSession } from '$lib/server/session/sessions';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';

export const GET = read((db, event) => readSession(db, pathId(event, 'id', 'session')));
export const PATCH = respond(sessionChange, (db, change, event) =>
  amendSession(db, pathId(event, 'id', 'session'), change)
);
export const DELETE = act((db, event) => removeSession(db, pathId(event, 'id', 'session')));
