import { restoreSession } from '$lib/server/session/sessions';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act((db, event) => restoreSession(db, pathId(event, 'id', 'session')));
