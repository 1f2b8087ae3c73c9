import { slipQuery } from '$lib/schema/plan';
import { pathId, read } from '$lib/server/http/endpoint';
import { readSlip } from '$lib/server/plan/schedule';

export const GET = read(
  { summary: 'What moves when a step slips by so many minutes', query: slipQuery },
  (db, event, query) => readSlip(db, pathId(event, 'id', 'plan'), query)
);
