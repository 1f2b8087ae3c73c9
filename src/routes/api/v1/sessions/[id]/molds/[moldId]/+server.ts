import { moldChange } from '$lib/schema/session';
import { amendMold, readMold, removeMold } from '$lib/server/session/sessions';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';

export const GET = read((db, event) =>
  readMold(db, pathId(event, 'id', 'session'), pathId(event, 'moldId', 'mold'))
);
export const PATCH = respond(moldChange, (db, change, event) =>
  amendMold(db, pathId(event, 'id', 'session'), pathId(event, 'moldId', 'mold'), change)
);
export const DELETE = act((db, event) =>
  removeMold(db, pathId(event, 'id', 'session'), pathId(event, 'moldId', 'mold'))
);
