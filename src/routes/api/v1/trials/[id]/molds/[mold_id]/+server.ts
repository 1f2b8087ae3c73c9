import { resultOfMold } from '$lib/schema/trial';
import { ref } from '$lib/server/http/answer-schemas';
import { act, pathId, respond } from '$lib/server/http/endpoint';
import { leaveMold, noteResult } from '$lib/server/trial/trial-molds';

export const PATCH = respond(
  { summary: 'What was graded or measured of it', body: resultOfMold, answer: ref('Trial') },
  (db, { value }, event) =>
    noteResult(db, pathId(event, 'id', 'trial'), pathId(event, 'mold_id', 'mold'), value)
);
export const DELETE = act(
  { summary: 'Take a mold out that was not poured yet', answer: ref('Trial') },
  (db, event) => leaveMold(db, pathId(event, 'id', 'trial'), pathId(event, 'mold_id', 'mold'))
);
