import { ref } from '$lib/server/http/answer-schemas';
import { lotChange } from '$lib/schema/stock';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';
import { amendLot, readLot, removeLot } from '$lib/server/stock/stock';

export const GET = read({ summary: 'A lot', answer: ref('Lot') }, (db, event) =>
  readLot(db, pathId(event, 'id', 'lot'))
);
export const PATCH = respond(
  {
    summary: 'Change a lot; on_hand_kg is a fresh weighing of what is left',
    body: lotChange,
    answer: ref('Lot')
  },
  (db, change, event) => amendLot(db, pathId(event, 'id', 'lot'), change)
);
export const DELETE = act({ summary: 'Take it off the list' }, (db, event) =>
  removeLot(db, pathId(event, 'id', 'lot'))
);
