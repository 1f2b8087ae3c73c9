import { castingChange } from '$lib/schema/pour';
import { ref } from '$lib/server/http/answer-schemas';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';
import { amendCasting, readCasting, removeCasting } from '$lib/server/shake-out/castings';

export const GET = read({ summary: 'A casting', answer: ref('Casting') }, (db, event) =>
  readCasting(db, pathId(event, 'id', 'casting'))
);
export const PATCH = respond(
  { summary: 'Change how it turned out', body: castingChange, answer: ref('Casting') },
  (db, change, event) => amendCasting(db, pathId(event, 'id', 'casting'), change)
);
export const DELETE = act({ summary: 'Take it back' }, (db, event) =>
  removeCasting(db, pathId(event, 'id', 'casting'))
);
