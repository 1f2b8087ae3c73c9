import { atTime } from '$lib/schema/query';
import { compareHeaps } from '$lib/server/heap/comparison';
import { utc } from '$lib/server/http/query';
import { pathId, read } from '$lib/server/http/endpoint';

export const GET = read(
  { summary: 'Two heaps figure by figure, real differences told from doubt', query: atTime },
  (db, event, { at }) =>
    compareHeaps(db, pathId(event, 'id', 'heap'), pathId(event, 'other', 'heap'), utc(at))
);
