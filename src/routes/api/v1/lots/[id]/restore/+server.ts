import { ref } from '$lib/server/http/answer-schemas';
import { act, pathId } from '$lib/server/http/endpoint';
import { restoreLot } from '$lib/server/stock/stock';

export const POST = act({ summary: 'Put a removed lot back', answer: ref('Lot') }, (db, event) =>
  restoreLot(db, pathId(event, 'id', 'lot'))
);
