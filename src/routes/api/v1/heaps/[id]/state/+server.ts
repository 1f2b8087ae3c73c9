import { readState } from '$lib/server/heap/heap-state';
import { pathId, queryTime, read } from '$lib/server/http/endpoint';

export const GET = read((db, event) => readState(db, pathId(event, 'id', 'heap'), queryTime(event, 'at')));
