import { ref } from '$lib/server/http/answer-schemas';
import { moldChange } from '$lib/schema/session';
import { amendMold, readMold, removeMold } from '$lib/server/session/sessions';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';

export const GET = read({ summary: 'A mold', answer: ref('Mold') }, (db, event) =>
  readMold(db, pathId(event, 'id', 'session'), pathId(event, 'moldId', 'mold'))
);
export const PATCH = respond(
  { summary: 'Change a mold', body: moldChange, answer: ref('Mold') },
  (db, change, event) =>
    amendMold(db, pathId(event, 'id', 'session'), pathId(event, 'moldId', 'mold'), change)
);
export const DELETE = act({ summary: 'Take it off the list' }, (db, event) =>
  removeMold(db, pathId(event, 'id', 'session'), pathId(event, 'moldId', 'mold'))
);
