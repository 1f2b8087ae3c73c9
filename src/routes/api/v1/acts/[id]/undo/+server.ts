import { undoAct } from '$lib/server/heap/acts';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act((db, event) => undoAct(db, pathId(event, 'id', 'act')));
