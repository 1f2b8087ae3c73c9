import { readLearned } from '$lib/server/heap/learned';
import { pathId, queryTime, read } from '$lib/server/http/endpoint';

export const GET = read((db, event) => readLearned(db, pathId(event, 'id', 'heap'), queryTime(event, 'at')));
