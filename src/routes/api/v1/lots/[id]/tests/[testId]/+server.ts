import { act, pathId, read } from '$lib/server/http/endpoint';
import { readLotTest, undoLotTest } from '$lib/server/stock/lot-tests';

export const GET = read({ summary: 'A test of a lot' }, (db, event) =>
  readLotTest(db, pathId(event, 'id', 'lot'), pathId(event, 'testId', 'test'))
);

export const DELETE = act({ summary: 'Undo: strike it out', answer: { type: 'object' } }, (db, event) =>
  undoLotTest(db, pathId(event, 'id', 'lot'), pathId(event, 'testId', 'test'))
);
