import { branchTried } from '$lib/schema/branch';
import { followSteps } from '$lib/server/branch/branches';
import { pathId, respond } from '$lib/server/http/endpoint';
import type { BranchStep } from '$lib/schema/branch';

export const POST = respond(
  { summary: 'How a heap would stand if some things happened; nothing is written', body: branchTried },
  (db, { steps }, event) => followSteps(db, pathId(event, 'id', 'heap'), steps as BranchStep[])
);
