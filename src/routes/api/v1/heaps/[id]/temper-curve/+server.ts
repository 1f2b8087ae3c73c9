import { readLadder } from '$lib/server/heap/ladder';
import { pathId, read } from '$lib/server/http/endpoint';

export const GET = read(
  { summary: 'Temper curve from the heap’s own compactability and compression tests' },
  (db, event) => readLadder(db, pathId(event, 'id', 'heap'))
);
