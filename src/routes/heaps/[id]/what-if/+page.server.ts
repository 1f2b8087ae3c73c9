import type { PageServerLoad } from './$types';
import { followOne, followSteps, listBranches } from '$lib/server/branch/branches';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { readHeap } from '$lib/server/heap/heaps';

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const id = pathId(event, 'id', 'heap');
  const heap = await readHeap(db, id);
  const branches = await listBranches(db, id);
  return {
    heap: { id, name: heap.name, system: heap.system, targets: heap.targets },
    now: (await followSteps(db, id, [])).points[0]!,
    branches: await Promise.all(branches.map((branch) => followOne(db, branch.id)))
  };
});
