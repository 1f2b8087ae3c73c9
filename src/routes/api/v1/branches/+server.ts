import { newBranch } from '$lib/schema/branch';
import { branchesQuery } from '$lib/schema/query';
import { createBranch, listBranches } from '$lib/server/branch/branches';
import { listOf, ref } from '$lib/server/http/answer-schemas';
import { create, read } from '$lib/server/http/endpoint';

export const GET = read(
  { summary: 'What-if branches, of one heap or all', query: branchesQuery, answer: listOf(ref('Branch')) },
  async (db, _, { heap_id }) => {
    const items = await listBranches(db, heap_id);
    return { items, total: items.length };
  }
);
export const POST = create(
  {
    summary: 'Branch off a heap: steps that its ledger knows nothing of',
    body: newBranch,
    answer: ref('Branch')
  },
  createBranch
);
