import { act, pathId } from '$lib/server/http/endpoint';
import { restoreLotTest } from '$lib/server/stock/lot-tests';

export const POST = act({ summary: 'Take the undo back', answer: { type: 'object' } }, (db, event) =>
  restoreLotTest(db, pathId(event, 'id', 'lot'), pathId(event, 'testId', 'test'))
);
