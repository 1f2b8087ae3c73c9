import { compareHeaps } from '$lib/server/heap/comparison';
import { pathId, queryTime, read } from '$lib/server/http/endpoint';

export const GET = read((db, event) =>
  compareHeaps(db, pathId(event, 'id', 'heap'), pathId(event, 'other', 'heap'), queryTime(event, 'at'))
);
