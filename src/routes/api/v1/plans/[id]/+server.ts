import { planChange } from '$lib/schema/plan';
import { ref } from '$lib/server/http/answer-schemas';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';
import { longWork } from '$lib/server/http/errand';
import { amendPlan, readPlan, removePlan } from '$lib/server/plan/plans';

export const GET = read({ summary: 'A plan', answer: ref('Plan') }, (db, event) =>
  readPlan(db, pathId(event, 'id', 'plan'))
);
export const PATCH = respond(
  { summary: 'Plan other castings, other sand, steps of one’s own', body: planChange, answer: ref('Plan') },
  (db, change, event) =>
    longWork(event, (errand) => amendPlan(db, pathId(event, 'id', 'plan'), change, errand))
);
export const DELETE = act({ summary: 'Throw the plan away; its day stays' }, (db, event) =>
  removePlan(db, pathId(event, 'id', 'plan'))
);
