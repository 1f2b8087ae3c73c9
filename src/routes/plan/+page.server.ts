import type { Actions, PageServerLoad } from './$types';
import { planPage } from '$lib/schema/query';
import { newPlan } from '$lib/schema/plan';
import { newSession } from '$lib/schema/session';
import { listBusy } from '$lib/server/calendar/busy';
import { branchStart } from '$lib/server/branch/branches';
import { nextCasting } from '$lib/server/casting/next-casting';
import { listHeaps } from '$lib/server/heap/heaps';
import { longWork } from '$lib/server/http/errand';
import { pageLoad } from '$lib/server/http/guard';
import { checkedBody, postedForm } from '$lib/server/http/posted';
import { queryOf } from '$lib/server/http/query';
import { listMembers } from '$lib/server/member/members';
import { listPatterns } from '$lib/server/pattern/patterns';
import { createPlan, planOfSession } from '$lib/server/plan/plans';
import { readSchedule } from '$lib/server/plan/schedule';
import { readSettings } from '$lib/server/settings/settings';
import { createSession, readSession } from '$lib/server/session/sessions';
import { openTrials, waysOfMolds } from '$lib/server/trial/trial-molds';

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const { session: asked, branch } = queryOf(planPage, event.url, true);
  const next = asked === undefined ? await nextCasting(db) : null;
  const id = asked ?? next?.id ?? null;
  const [patterns, heaps, members] = await Promise.all([listPatterns(db), listHeaps(db), listMembers(db)]);
  const day = id === null ? null : await readSession(db, id);
  const plan = id === null ? null : await planOfSession(db, id);
  const counted: Record<number, number> = {};
  for (const { patterns: of } of day?.molds ?? [])
    for (const { pattern_id, count } of of) counted[pattern_id] = (counted[pattern_id] ?? 0) + count;
  return {
    // What a branch would do is what its plan begins with.
    start: branch === undefined ? null : await branchStart(db, branch, event.locals.preferences.units),
    day: day && {
      id: day.id,
      name: day.name,
      at: day.at,
      stage: day.stage,
      version: day.version,
      molds: day.molds.length
    },
    counted,
    schedule: plan && (await readSchedule(db, plan.id)),
    /** What trials say of molds that they have taken in, and those that have room. */
    ways: await waysOfMolds(db, day?.molds.map((mold) => mold.id) ?? []),
    trials: plan ? await openTrials(db, [plan.heap_id]) : [],
    patterns: patterns.map(({ id: of, name, wear }) => ({ id: of, name, wear })),
    heaps: heaps.map(({ id: of, name }) => ({ id: of, name })),
    people: await Promise.all(
      members.items.map(async ({ id: of, name, hours, version }) => ({
        id: of,
        name,
        hours,
        version,
        busy: await listBusy(db, of)
      }))
    ),
    /** Whether any forecast is to be had. */
    weather: (await readSettings(db)).simulated_weather,
    origin: event.url.origin
  };
});

export const actions: Actions = {
  casting: postedForm(
    (db, body) => createSession(db, checkedBody(newSession, body)),
    (id) => `/plan?session=${id}`
  ),
  plan: postedForm(
    (db, body, event) => longWork(event, (errand) => createPlan(db, checkedBody(newPlan, body), errand)),
    () => '/plan'
  )
};
