import { newPlan } from '$lib/schema/plan';
import { listOf, ref } from '$lib/server/http/answer-schemas';
import { create, read } from '$lib/server/http/endpoint';
import { longWork } from '$lib/server/http/errand';
import { createPlan, listPlans } from '$lib/server/plan/plans';

export const GET = read({ summary: 'Plans of casting days', answer: listOf(ref('Plan')) }, async (db) => {
  const items = await listPlans(db);
  return { items, total: items.length };
});
export const POST = create(
  { summary: 'Plan a casting day from the castings that are wanted', body: newPlan, answer: ref('Plan') },
  (db, input, event) => longWork(event, (errand) => createPlan(db, input, errand))
);
