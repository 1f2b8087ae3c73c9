import { moldsTodayQuestion } from '$lib/schema/mold';
import { pathId, respond } from '$lib/server/http/endpoint';
import { longWork } from '$lib/server/http/errand';
import { readMoldsToday } from '$lib/server/mold/molds-today';

export const POST = respond(
  {
    summary:
      'How many of which molds this heap makes today of the castings that are wanted, each flask rammed once',
    body: moldsTodayQuestion
  },
  (db, question, event) =>
    longWork(event, (errand) => readMoldsToday(db, pathId(event, 'id', 'heap'), question, errand))
);
