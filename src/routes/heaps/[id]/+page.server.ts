import type { PageServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { listEntries } from '$lib/server/heap/ledger';
import { listTests } from '$lib/server/heap/tests';

/** As many lines as a heap's page shows at first; the rest is asked for. */
const LINES = 12;

export const load: PageServerLoad = async ({ params, url }) => {
  const db = await database();
  const id = Number(params.id);
  const all = url.searchParams.get('ledger') === 'all';
  const [ledger, moisture] = await Promise.all([
    listEntries(db, id, { limit: all ? 500 : LINES, undone: true }),
    listTests(db, id, { test_kind: 'moisture', limit: 1 })
  ]);
  const lastMoisture = moisture.items.find((test) => !test.excluded_reason);
  return {
    ledger,
    all,
    measured: lastMoisture ? (lastMoisture.result as { moisture_percent: number }).moisture_percent : null
  };
};
