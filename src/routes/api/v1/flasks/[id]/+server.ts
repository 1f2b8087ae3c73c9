import { flaskChange } from '$lib/schema/flask';
import { amendFlask, readFlask, removeFlask } from '$lib/server/flask/flasks';
import { ref } from '$lib/server/http/answer-schemas';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';

export const GET = read({ summary: 'A flask', answer: ref('Flask') }, (db, event) =>
  readFlask(db, pathId(event, 'id', 'flask'))
);
export const PATCH = respond(
  { summary: 'Change what a flask measures or weighs', body: flaskChange, answer: ref('Flask') },
  (db, change, event) => amendFlask(db, pathId(event, 'id', 'flask'), change)
);
export const DELETE = act({ summary: 'Take it off the rack' }, (db, event) =>
  removeFlask(db, pathId(event, 'id', 'flask'))
);
