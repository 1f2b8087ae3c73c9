import type { PatternRecord } from '$lib/schema/pattern';
import { dayAfter, dayIn, timeOn } from '$core/time/day';
import { newCasting } from '$lib/schema/pour';
import { newPlan } from '$lib/schema/plan';
import { newMold, newSession } from '$lib/schema/session';
import { tickedSteps } from '$core/session/pour-day';
import { newAlloy } from '$lib/schema/pour';
import { createAlloy } from '../alloy/alloys';
import type { Database } from '../database/database';
import { castingOf } from '$core/mold/casting';
import { createPlan } from '../plan/plans';
import { createMold, createSession } from '../session/sessions';
import { markStep } from '../session/steps';
import { createCasting } from '../shake-out/castings';
import { accepted, thousandths } from './accepted';
import { chance } from './chance';
import type { DaysAgo } from './days-ago';
import { drawnCasting } from './drawn-photos';
import { DIARY } from './diary';
import { HEAPS, SESSIONS } from './scenario';

/** The days whose checks were ticked as they were made: the last ones. */
const TICKED_DAYS = 6;
const HEAP_OF = { gate: 1, dial: 2, bin: 3 } as const;

/** The casting days of the diary, with their molds, what came out and why, as sessions. */
export async function castingDays(
  db: Database,
  at: DaysAgo,
  members: readonly number[],
  patterns: readonly PatternRecord[]
): Promise<void> {
  const by = chance(61);
  for (const [i, { name, lessons, molds }] of DIARY.entries()) {
    const day = SESSIONS[i]!;
    const session = await createSession(
      db,
      accepted(newSession, {
        name,
        at: at(day),
        zone: HEAPS.gate.zone,
        members: [...members],
        stage: 'done',
        lessons
      })
    );
    const mold_ids: number[] = [];
    for (const { pattern, flask, metal, sand, came } of molds) {
      const { id: pattern_id } = patterns[pattern]!;
      const mold = await createMold(
        db,
        session.id,
        accepted(newMold, {
          backing_heap_id: HEAP_OF[sand],
          flask_id: flask,
          state: 'shaken-out',
          metal,
          patterns: [{ pattern_id, count: came.length }]
        })
      );
      mold_ids.push(mold.id);
      const { kg } = castingOf(patterns[pattern]!, metal);
      for (const { photo, ...each } of came) {
        const weighed = each.result !== 'scrap' && { kg: thousandths(kg * (1 + by.noise(0.012))) };
        const casting = await createCasting(
          db,
          accepted(newCasting, { mold_id: mold.id, pattern_id, ...weighed, ...each })
        );
        if (photo) await drawnCasting(db, casting.id, photo);
      }
    }
    const ticked = i - (DIARY.length - TICKED_DAYS);
    if (ticked < 0) continue;
    for (const step of tickedSteps(mold_ids))
      await markStep(db, session.id, {
        ...step,
        ...(step.id === 'check:helper' && ticked === 3
          ? { state: 'skipped', why_skipped: 'Bram was late; the door stood open' }
          : { state: 'done' }),
        at: at(day, 150)
      });
  }
}

/** The bronze that the society makes up itself. */
export const ownAlloy = (db: Database) =>
  createAlloy(
    db,
    accepted(newAlloy, {
      name: 'Shed bronze, 90/10',
      based_on: 'tin-bronze',
      parts: [
        { name: 'copper', percent: 90, melts_c: 1085 },
        { name: 'tin', percent: 10, melts_c: 232 }
      ],
      note: 'Pipe offcuts and tin from the plumber.'
    })
  );

/** Its plan: a last coat on the latch, and a step of their own. */
export async function planIt(
  db: Database,
  session_id: number,
  [latch, bracket]: readonly PatternRecord[]
): Promise<void> {
  await createPlan(
    db,
    accepted(newPlan, {
      session_id,
      heap_id: 1,
      metal: 'aluminium',
      wanted: [
        { pattern_id: latch!.id, count: 2, coats: [{ what: 'shellac', grit: 400, dry_h: 1 }] },
        { pattern_id: bracket!.id, count: 1 }
      ],
      delivery_days: 4,
      own: [{ id: 'slab', what: 'clear the slab and sweep it dry', minutes: 20, before: true }]
    })
  );
}

/** The casting that comes next, in two days at ten in the morning. */
export async function nextCastingDay(db: Database, today: Date, members: readonly number[]): Promise<number> {
  const at = new Date(timeOn(dayAfter(dayIn(today.getTime(), 'UTC'), 2), 10 * 60, 'UTC'));
  const { id } = await createSession(
    db,
    accepted(newSession, {
      name: 'Latches for the lower gate',
      at: at.toISOString(),
      zone: HEAPS.gate.zone,
      members: [...members],
      stage: 'mold',
      melt: { furnace: 'electric', crucible_l: 1, set_c: 780 }
    })
  );
  return id;
}
