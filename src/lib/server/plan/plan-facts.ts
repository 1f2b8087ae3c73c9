import { nowMs } from '$core/time/now';
import { ALLOYS } from '$core/reference/alloys';
import type { CastingFacts } from '$core/plan/steps/casting-facts';
import type { Database } from '../database/database';
import { listFlasks } from '../flask/flasks';
import { listPatterns } from '../pattern/patterns';
import { readSession } from '../session/sessions';
import { memberNames } from '../member/members';
import { dayHeaps, type StepHours } from './day-heaps';
import { dayMelts } from './day-melts';
import { weighedMolds } from './day-molds';
import type { PlanRecord } from './plans';
import { readRammingPace } from './ramming-pace';

const HOUR_MS = 3_600_000;
/** Nobody is named: whoever is there does it. */
export const ANYONE = 'anyone';

/**
 * All that a casting day follows from, as things stand now.
 *
 * @returns by when its steps lie, as sand dries until it is tempered; without any, as they usually lie before a pour
 */
export async function planFacts(
  db: Database,
  plan: PlanRecord,
  now = nowMs()
): Promise<(hours?: StepHours) => CastingFacts> {
  const session = await readSession(db, plan.session_id);
  const [patterns, flasks, members] = await Promise.all([listPatterns(db), listFlasks(db), memberNames(db)]);
  const alloy = ALLOYS[plan.metal];
  const molds = await weighedMolds(db, plan, session, { patterns, flasks });
  const nameOf = (id: number) => patterns.find((each) => each.id === id)?.name ?? 'castings';
  const people = session.members.length > 0 ? session.members : members.map(({ id }) => id);
  const melts = dayMelts(molds, alloy, session.melt);
  const heapsAt = await dayHeaps(db, plan, session, molds, melts, now);
  const ramming_pace = (await readRammingPace(db, flasks))?.times ?? 1;
  return (hours) => ({
    now,
    people: people.length > 0 ? people.map(String) : [ANYONE],
    patterns: plan.wanted.flatMap(({ pattern_id, coats, repair }) => {
      const of = patterns.find(({ id }) => id === pattern_id);
      if (!of) return [];
      const dry = of.coats.map(({ at: put_on, dry_h }) => Date.parse(put_on) + dry_h * HOUR_MS);
      return [
        {
          id: pattern_id,
          name: of.name,
          coats: (coats ?? []).map(({ what, grit, dry_h }) => ({ what, grit: grit ?? null, dry_h })),
          dry_at: Math.max(now, ...dry),
          wear: repair ? (of.wear ?? 'it is worn') : null
        }
      ];
    }),
    ...heapsAt(hours),
    molds: molds.map(({ patterns: of, castings_kg: _, gating_kg: __, ...mold }) => ({
      ...mold,
      flask: flasks.find(({ id }) => id === mold.flask_id)?.name ?? 'a flask',
      makes: of.map(({ pattern_id, count }) => `${count} ${nameOf(pattern_id)}`).join(', '),
      pattern_ids: of.map(({ pattern_id }) => pattern_id)
    })),
    melts,
    alloy: alloy.name,
    short_rest: null,
    ramming_pace,
    own: plan.own
  });
}
