import { ref } from '$lib/server/http/answer-schemas';
import { restoreSession } from '$lib/server/session/sessions';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act({ summary: 'Put a removed casting day back', answer: ref('Session') }, (db, event) =>
  restoreSession(db, pathId(event, 'id', 'session'))
);
