import { ref } from '$lib/server/http/answer-schemas';
import { materialChange } from '$lib/schema/stock';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';
import { amendMaterial, readMaterial, removeMaterial } from '$lib/server/stock/stock';

export const GET = read({ summary: 'A material', answer: ref('Material') }, (db, event) =>
  readMaterial(db, pathId(event, 'id', 'material'))
);
export const PATCH = respond(
  { summary: 'Change a material', body: materialChange, answer: ref('Material') },
  (db, change, event) => amendMaterial(db, pathId(event, 'id', 'material'), change)
);
export const DELETE = act({ summary: 'Take it off the list' }, (db, event) =>
  removeMaterial(db, pathId(event, 'id', 'material'))
);
