import { askTheSand } from './asked';
import { dayIn, timeOn } from '$core/time/day';
import { newFlask } from '$lib/schema/flask';
import { newMember } from '$lib/schema/session';
import type { Database } from '../database/database';
import { createFlask } from '../flask/flasks';
import { createMember } from '../member/members';
import { changeSettings } from '../settings/settings';
import { accepted } from './accepted';
import { fillBags } from './bags';
import { castingDays, nextCastingDay, ownAlloy, planIt } from './castings';
import { fillDialSand } from './dial-sand';
import { fillGateHeap } from './gate-heap';
import { fillInheritedSand } from './plot-nine';
import { train, wonder } from './learning';
import { fillPatterns, planMolds } from './patterns';
import { FLASKS, MEMBERS } from './scenario';

const DAY_MS = 86_400_000;

/**
 * Fourteen months of a made-up allotment society's casting, written through the same services and schemas
 * as the interface uses. Deterministic: the same day always gives the same records.
 *
 * @param today the day on which the records end
 */
export async function fillDemo(db: Database, today: Date): Promise<void> {
  // The demo is for trying out: its scale, its probe and its weather are simulated.
  await changeSettings(db, { simulated_devices: true, simulated_weather: true });
  const midday = timeOn(dayIn(today.getTime(), 'UTC'), 9 * 60, 'UTC');
  const daysAgo = (days: number, minutes = 0) =>
    new Date(midday - days * DAY_MS + minutes * 60_000).toISOString();
  const lots = await fillBags(db, daysAgo);
  for (const flask of FLASKS) await createFlask(db, accepted(newFlask, flask));
  const members: number[] = [];
  for (const name of MEMBERS) members.push((await createMember(db, accepted(newMember, { name }))).id);
  const patterns = await fillPatterns(db, daysAgo);
  await fillGateHeap(db, lots, daysAgo, members, patterns);
  await fillDialSand(db, lots, daysAgo, members, patterns);
  await fillInheritedSand(db, daysAgo, members, patterns);
  await ownAlloy(db);
  await castingDays(db, daysAgo, members, patterns);
  await askTheSand(db);
  const next = await nextCastingDay(db, today, members);
  await planMolds(db, next, patterns);
  await planIt(db, next, patterns);
  await wonder(db);
  await train(db, daysAgo, members[0]!);
}
