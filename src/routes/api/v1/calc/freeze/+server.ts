import { freezeQuestion } from '$lib/schema/freeze';
import { respond } from '$lib/server/http/endpoint';
import { longWork } from '$lib/server/http/errand';
import { readFreezing } from '$lib/server/pour/freeze-answer';

export const POST = respond(
  {
    summary:
      'How a mold freezes in three dimensions: when all of it is solid, what feeds, where metal comes too late, when it opens',
    body: freezeQuestion
  },
  (db, question, event) => longWork(event, (errand) => readFreezing(db, question, errand))
);
