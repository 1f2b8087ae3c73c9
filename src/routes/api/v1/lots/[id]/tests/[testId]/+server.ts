import { act, pathId, read } from '$lib/server/http/endpoint';
import { readLotTest, undoLotTest } from '$lib/server/stock/lot-tests';

export const GET = read((db, event) =>
  readLotTest(db, pathId(event, 'id', 'lot'), pathId(event, 'testId', 'test'))
);

export const DELETE = act((db, event) =>
  undoLotTest(db, pathId(event, 'id', 'lot'), pathId(event, 'testId', 'test'))
);
