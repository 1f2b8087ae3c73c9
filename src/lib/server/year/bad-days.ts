import { whatDiffered, type Looked, type Property, type WhatDiffered } from '$core/judge/what-differed';
import { ALLOYS, USUAL_ALLOY } from '$core/reference/alloys';
import type { Database } from '../database/database';
import { stationOf } from '../heap/air';
import { readState } from '../heap/heap-state';
import { listFlasks } from '../flask/flasks';
import { memberNames } from '../member/members';
import { listPatterns } from '../pattern/patterns';
import { listSessions, type SessionRecord } from '../session/sessions';

/** What is looked at, and what each is called. */
export const LOOKED_AT: readonly (Property & { words: string; unit: string })[] = [
  { name: 'moisture', words: 'the moisture of the sand', unit: '%' },
  { name: 'active_clay', words: 'active clay', unit: '%' },
  { name: 'dead_clay', words: 'dead clay', unit: '%' },
  { name: 'fines', words: 'fines', unit: '%' },
  { name: 'air_c', words: 'the warmth of the air', unit: '°C' },
  { name: 'humidity', words: 'the damp of the air', unit: '%' },
  { name: 'person', words: 'who took part', unit: '' },
  { name: 'metal', words: 'the metal', unit: '' },
  { name: 'pour_c', words: 'the heat of the pour', unit: '°C' },
  { name: 'pour_s', words: 'the time of the pour', unit: 's' },
  { name: 'closed_h', words: 'how long the mold stood closed', unit: 'h' },
  { name: 'pattern', words: 'the pattern', unit: '' },
  { name: 'flask', words: 'the flask', unit: '' }
];

export interface BadDays extends WhatDiffered {
  /** Of which defect; null: of all that was not good. */
  defect: string | null;
  properties: readonly { name: string; words: string; unit: string }[];
  /** The castings behind it. */
  castings: {
    id: number;
    session_id: number;
    bad: boolean;
    had: Readonly<Record<string, number | string>>;
  }[];
}

/** More casting days are the past of another shed. */
const MOST_DAYS = 400;

/**
 * What differed where castings went bad: sand, metal, weather, person, pattern, flask.
 *
 * @param defect only that one counts as bad
 */
export async function readBadDays(db: Database, defect: string | null): Promise<BadDays> {
  return db.sinceLastWrite(`bad days ${defect ?? ''}`, async () => {
    const [sessions, patterns, flasks, members, station] = await Promise.all([
      listSessions(db, { limit: MOST_DAYS, offset: 0 }),
      listPatterns(db),
      listFlasks(db),
      memberNames(db),
      stationOf(db)
    ]);
    const rows = await db.tables.castings.findAll({ where: { removed_at: null }, order: ['id'] });
    const looked: (Looked & { session_id: number })[] = [];
    for (const session of sessions.items) {
      const of = rows.filter(({ session_id }) => session_id === session.id);
      if (of.length === 0) continue;
      const sand = new Map<number, Record<string, number>>();
      const air = station.simulated ? station.at(new Date(session.at)) : null;
      const who = session.members
        .map((id) => members.find((member) => member.id === id)?.name)
        .filter(Boolean)
        .sort()
        .join(' and ');
      for (const casting of of) {
        const mold = session.molds.find(({ id }) => id === casting.mold_id);
        if (!mold) continue;
        const heap = mold.facing_heap_id ?? mold.backing_heap_id;
        if (!sand.has(heap)) sand.set(heap, await sandOf(db, heap, mold.poured?.at ?? session.at));
        const { poured } = mold;
        const closed = closedAt(session, mold.id);
        const had: Record<string, number | string> = {
          ...sand.get(heap),
          ...(air && { air_c: air.air_c, humidity: 100 * air.relative_humidity }),
          ...(who !== '' && { person: who }),
          metal: ALLOYS[mold.metal ?? USUAL_ALLOY].name,
          ...(poured && { pour_c: poured.pour_c }),
          ...(poured?.seconds != null && { pour_s: poured.seconds }),
          ...(poured && closed && { closed_h: (Date.parse(poured.at) - Date.parse(closed)) / 3_600_000 })
        };
        const pattern = patterns.find(({ id }) => id === casting.pattern_id)?.name;
        const flask = flasks.find(({ id }) => id === mold.flask_id)?.name;
        if (pattern) had.pattern = pattern;
        if (flask) had.flask = flask;
        looked.push({
          id: casting.id,
          day: session.id,
          mold: mold.id,
          session_id: session.id,
          bad:
            defect === null
              ? casting.result === 'scrap' || casting.defects.length > 0
              : casting.defects.some((each) => each.defect === defect),
          had
        });
      }
    }
    return {
      ...whatDiffered(looked, LOOKED_AT),
      defect,
      properties: LOOKED_AT.map(({ name, words, unit }) => ({ name, words, unit })),
      castings: looked.map(({ id, session_id, bad, had }) => ({ id, session_id, bad, had }))
    };
  });
}

/** How the sand stood; only of sand that somebody had looked at. */
async function sandOf(db: Database, heap_id: number, at: string): Promise<Record<string, number>> {
  const state = await readState(db, heap_id, at).catch(() => null);
  if (!state || !state.seen || !(state.total_kg + state.out_kg > 0)) return {};
  return {
    moisture: state.moisture_percent.value,
    active_clay: state.active_clay_percent.value,
    dead_clay: state.dead_clay_percent.value,
    fines: state.fines_percent.value
  };
}

function closedAt({ steps }: SessionRecord, mold_id: number): string | null {
  const step = steps.find(({ id }) => id === `${mold_id}:close`);
  return step && step.state === 'done' && typeof step.at === 'string' ? step.at : null;
}
