import { moldOfTrial } from '$lib/schema/trial';
import { ref } from '$lib/server/http/answer-schemas';
import { pathId, respond } from '$lib/server/http/endpoint';
import { takeMold } from '$lib/server/trial/trial-molds';

export const POST = respond(
  {
    summary: 'Take a mold in: it has the next place of the lot',
    body: moldOfTrial,
    answer: ref('Trial'),
    once: true
  },
  (db, { mold_id }, event) => takeMold(db, pathId(event, 'id', 'trial'), mold_id)
);
