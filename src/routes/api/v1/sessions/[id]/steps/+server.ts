import { sessionStep } from '$lib/schema/session';
import { ref } from '$lib/server/http/answer-schemas';
import { create, pathId } from '$lib/server/http/endpoint';
import { markStep } from '$lib/server/session/steps';

export const POST = create(
  {
    summary: 'Notes a step as it is now: to do, running, done, or skipped with why',
    body: sessionStep,
    answer: ref('Session'),
    place: ({ id }) => `/api/v1/sessions/${id}`
  },
  (db, step, event) => markStep(db, pathId(event, 'id', 'session'), step)
);
