import { demoDatabase } from '../src/lib/server/demo/demo-database';
import { listPatterns } from '../src/lib/server/pattern/patterns';
import { createPlan, amendPlan } from '../src/lib/server/plan/plans';
import { readSchedule } from '../src/lib/server/plan/schedule';
import { createSession } from '../src/lib/server/session/sessions';
import { nowMs } from '../src/core/time/now';
import type { Measured } from './table';

const DAY_MS = 86_400_000;

/** A casting day planned anew, molds and hours, as the page waits for it. */
export async function castingPlan(): Promise<Measured[]> {
  const { db, remove } = await demoDatabase();
  const patterns = await listPatterns(db);
  const session = await createSession(db, {
    name: 'Gates',
    at: new Date(nowMs() + 20 * DAY_MS).toISOString(),
    zone: 'Europe/London',
    members: []
  });
  const of = (kinds: number) => patterns.slice(0, kinds).map(({ id }) => ({ pattern_id: id, count: 4 }));
  const { id } = await createPlan(db, {
    session_id: session.id,
    heap_id: 1,
    metal: 'tin-bronze',
    wanted: of(1)
  });
  const anew = async (kinds: number) => {
    const begun = performance.now();
    await amendPlan(db, id, { wanted: of(kinds), metal: 'aluminium' });
    await readSchedule(db, id);
    return performance.now() - begun;
  };
  const few = await anew(1);
  const many = await anew(5);
  await remove();
  return [
    { what: 'plan: 4 castings planned anew', value: few, target: 1000, unit: 'ms' },
    { what: 'plan: 20 castings of 5 patterns anew', value: many, target: 5000, unit: 'ms' }
  ];
}
