import { Bench } from 'tinybench';
import { planBack } from '../src/core/plan/plan-back';
import { MINUTE_MS, type PlanStep } from '../src/core/plan/steps/step';
import { searchJournal } from '../src/lib/server/journal/journal';
import { createHeap } from '../src/lib/server/heap/heaps';
import { temporaryDatabase } from '../src/lib/server/testing/temporary-database';
import type { Measured } from './table';

const STEPS = 200;
const RECORDS = 20_000;

/** Two hundred steps that wait for each other, two people with evenings, one furnace. */
function busyPlan(): { steps: PlanStep[]; people: Record<string, { from: number; to: number }[]> } {
  let state = 12_345;
  const next = () => (state = (Math.imul(state, 1_103_515_245) + 12_345) & 0x7fffffff);
  const steps: PlanStep[] = Array.from({ length: STEPS - 1 }, (_, i) => ({
    id: `s${i}`,
    minutes: 5 + (next() % 60),
    by: [['ada'], ['bo'], ['ada', 'bo']][next() % 3]!,
    uses: next() % 5 === 0 ? ['furnace'] : [],
    after:
      i < 5
        ? []
        : [...new Set([next() % i, next() % i])].map((k) => ({ id: `s${k}`, lag_min: (next() % 4) * 60 })),
    late: next() % 6 === 0
  }));
  steps.push({
    id: 'pour',
    minutes: 60,
    by: ['ada'],
    uses: ['furnace'],
    after: steps.map(({ id }) => ({ id, lag_min: 0 }))
  });
  const evenings = Array.from({ length: 200 }, (_, day) => ({
    from: (day * 1440 + 1110) * MINUTE_MS,
    to: (day * 1440 + 1290) * MINUTE_MS
  }));
  return { steps, people: { ada: evenings, bo: evenings } };
}

/** Plans replanned, and the journal searched. */
export async function planning(): Promise<Measured[]> {
  const { steps, people } = busyPlan();
  const bench = new Bench({ time: 2000, warmupTime: 1000 });
  bench.add('plan', () => void planBack(steps, 'pour', (80 * 1440 + 1110) * MINUTE_MS, people, 0));
  await bench.run();
  const { latency } = bench.tasks[0]!.result as { latency: { mean: number } };
  const { db, remove } = await temporaryDatabase();
  const heap = await createHeap(db, { name: 'Gate heap', system: 'water', binder: 'sodium-bentonite' });
  await db.write(async (transaction) => {
    const run = (sql: string) => db.sequelize.query(sql, { transaction });
    await run(
      `INSERT INTO acts(id, name, molds, created_at) WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < ${RECORDS}) SELECT i, NULL, '[]', '2026' FROM n`
    );
    await run(
      `INSERT INTO entries(id, heap_id, act_id, version, created_at) SELECT id, ${heap.id}, id, 1, '2026' FROM acts`
    );
    await run(
      `INSERT INTO entry_versions(entry_id, version, kind, at, note, event, format, simulated, written_at)
       SELECT id, 1, 'noted', strftime('%Y-%m-%dT%H:%M:%fZ', 1700000000 + id * 3600, 'unixepoch'),
         'latch ' || (id % 97) || ' and sand ' || id, '{"kind":"noted"}', 1, 0, '2026' FROM entries`
    );
  });
  let slowest = 0;
  for (const words of ['latch', 'sand 5', 'latch 33', 'nothing', ''])
    for (const offset of [0, 400]) {
      const begun = performance.now();
      await searchJournal(db, { words }, { limit: 40, offset });
      slowest = Math.max(slowest, performance.now() - begun);
    }
  await remove();
  return [
    { what: `plan: ${STEPS} steps replanned`, value: latency.mean, target: 50, unit: 'ms' },
    { what: `journal: ${RECORDS} records searched, slowest`, value: slowest, target: 50, unit: 'ms' }
  ];
}
