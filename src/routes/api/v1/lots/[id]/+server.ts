import { lotChange } from '$lib/schema/stock';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';
import { amendLot, readLot, removeLot } from '$lib/server/stock/stock';

export const GET = read((db, event) => readLot(db, pathId(event, 'id', 'lot')));
export const PATCH = respond(lotChange, (db, change, event) =>
  amendLot(db, pathId(event, 'id', 'lot'), change)
);
export const DELETE = act((db, event) => removeLot(db, pathId(event, 'id', 'lot')));
