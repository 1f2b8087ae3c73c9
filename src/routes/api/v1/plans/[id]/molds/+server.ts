import { act, pathId } from '$lib/server/http/endpoint';
import { setOutMolds } from '$lib/server/plan/schedule';

export const POST = act(
  { summary: 'Set the molds of the plan out in its day', answer: { type: 'object' } },
  (db, event) => setOutMolds(db, pathId(event, 'id', 'plan'))
);
