import { readUntold } from '$lib/server/heap/untold';
import { pathId, read } from '$lib/server/http/endpoint';

export const GET = read(
  {
    summary:
      'What may have happened that nobody logged, where it foretells the readings better than the ledger does: less or more clay than was said, sand that is gone, a cover left off; else whether the whole heap is due for weighing, or a hand leans'
  },
  async (db, event) => ({ untold: await readUntold(db, pathId(event, 'id', 'heap')) })
);
