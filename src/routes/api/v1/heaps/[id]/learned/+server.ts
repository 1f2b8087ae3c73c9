import { atTime } from '$lib/schema/query';
import { readLearned } from '$lib/server/heap/learned';
import { utc } from '$lib/server/http/query';
import { pathId, read } from '$lib/server/http/endpoint';

export const GET = read(
  {
    summary:
      'What its records have taught of it: drying factor, rammed density, spill and burning, each with its nine-in-ten range and the handbook’s figure; an entry of kind learning holds one or starts it anew',
    query: atTime
  },
  (db, event, { at }) => readLearned(db, pathId(event, 'id', 'heap'), utc(at))
);
