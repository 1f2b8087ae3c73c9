import { branchPlan } from '$lib/schema/branch';
import { planBranch } from '$lib/server/branch/branches';
import { pathId, respond } from '$lib/server/http/endpoint';

export const POST = respond(
  { summary: 'A casting day for its first pour; a policy in it becomes the heap’s own', body: branchPlan },
  (db, body, event) => planBranch(db, pathId(event, 'id', 'branch'), body)
);
