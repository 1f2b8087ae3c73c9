import { readLadder } from '$lib/server/heap/ladder';
import { pathId, read } from '$lib/server/http/endpoint';

export const GET = read((db, event) => readLadder(db, pathId(event, 'id', 'heap')));
