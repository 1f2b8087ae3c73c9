import { atTime } from '$lib/schema/query';
import { ref } from '$lib/server/http/answer-schemas';
import { readState } from '$lib/server/heap/heap-state';
import { utc } from '$lib/server/http/query';
import { pathId, read } from '$lib/server/http/endpoint';

export const GET = read(
  {
    summary: 'Condition and prescription at a time; a later time forecasts the drying until then',
    query: atTime,
    answer: ref('State')
  },
  (db, event, { at }) => readState(db, pathId(event, 'id', 'heap'), utc(at))
);
