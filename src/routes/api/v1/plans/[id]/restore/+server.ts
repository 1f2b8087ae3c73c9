import { ref } from '$lib/server/http/answer-schemas';
import { act, pathId } from '$lib/server/http/endpoint';
import { restorePlan } from '$lib/server/plan/plans';

export const POST = act({ summary: 'Take the plan back', answer: ref('Plan') }, (db, event) =>
  restorePlan(db, pathId(event, 'id', 'plan'))
);
