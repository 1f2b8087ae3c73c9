import { materialChange } from '$lib/schema/stock';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';
import { amendMaterial, readMaterial, removeMaterial } from '$lib/server/stock/stock';

export const GET = read((db, event) => readMaterial(db, pathId(event, 'id', 'material')));
export const PATCH = respond(materialChange, (db, change, event) =>
  amendMaterial(db, pathId(event, 'id', 'material'), change)
);
export const DELETE = act((db, event) => removeMaterial(db, pathId(event, 'id', 'material')));
