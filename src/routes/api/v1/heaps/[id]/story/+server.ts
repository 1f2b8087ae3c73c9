import { readStory } from '$lib/server/heap/story';
import { pathId, queryTime, queryWhole, read } from '$lib/server/http/endpoint';

export const GET = read((db, event) =>
  readStory(db, pathId(event, 'id', 'heap'), queryWhole(event, 'days', 90, 1, 3660), queryTime(event, 'at'))
);
