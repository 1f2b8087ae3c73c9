import { act, pathId } from '$lib/server/http/endpoint';
import { restoreLot } from '$lib/server/stock/stock';

export const POST = act((db, event) => restoreLot(db, pathId(event, 'id', 'lot')));
