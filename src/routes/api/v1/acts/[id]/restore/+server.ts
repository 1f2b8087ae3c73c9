import { restoreAct } from '$lib/server/heap/acts';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act((db, event) => restoreAct(db, pathId(event, 'id', 'act')));
