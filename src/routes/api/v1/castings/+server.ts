import { newCasting } from '$lib/schema/pour';
import { castingsQuery } from '$lib/schema/query';
import { pageOf, ref } from '$lib/server/http/answer-schemas';
import { create, read } from '$lib/server/http/endpoint';
import { createCasting, listCastings } from '$lib/server/shake-out/castings';

export const GET = read(
  {
    summary: 'Castings and how they turned out, latest first',
    query: castingsQuery,
    answer: pageOf(ref('Casting'))
  },
  (db, _, { session_id, pattern_id, limit = 50, offset = 0 }) =>
    listCastings(db, { session_id, pattern_id, limit, offset })
);

export const POST = create(
  { summary: 'A casting that came out of a mold', body: newCasting, answer: ref('Casting') },
  createCasting
);
