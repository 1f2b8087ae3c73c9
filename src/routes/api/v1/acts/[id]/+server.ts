import { readAct } from '$lib/server/heap/acts';
import { pathId, read } from '$lib/server/http/endpoint';

export const GET = read((db, event) => readAct(db, pathId(event, 'id', 'act')));
