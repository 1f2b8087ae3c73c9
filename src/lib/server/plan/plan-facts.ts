import { nowMs } from '$core/time/now';
import { ALLOYS } from '$core/reference/alloys';
import { INGREDIENTS, type MaterialKind } from '$core/reference/ingredients';
import { DELIVERY_DAYS, FROST_C, TEMPERED_BEFORE_H } from '$core/reference/plan';
import { FURNACES, furnaceFor, warmUpTime } from '$core/metal/furnace';
import type { GatingPlan } from '$core/metal/gating-plan';
import type { CastingFacts } from '$core/plan/steps/casting-facts';
import type { CastingBox } from '$core/mold/casting';
import { peopleWait } from '$core/reference/heat';
import type { PouredMold } from '$lib/schema/pour';
import { solidsOf } from '$core/mold/judge-flask';
import { gatingMass, usualGating } from '$core/mold/mold-gating';
import { sandDemand } from '$core/mold/sand-demand';
import { airIn } from '$core/heap/state/place';
import type { Database } from '../database/database';
import { listFlasks } from '../flask/flasks';
import { handbookAir } from '../device/weather-station';
import { stationOf } from '../heap/air';
import { entriesOf } from '../heap/heap-ledger';
import { readStates } from '../heap/heap-state';
import { heapRow, listHeaps } from '../heap/heaps';
import { readLearned } from '../heap/learned';
import { ledgerFor } from '../heap/ledger-cache';
import { castingOfPattern, flaskOf } from '../mold/molds-today';
import { listPatterns } from '../pattern/patterns';
import { gatingOf, pourMolds } from '../pour/pour-mold';
import { meltsOf } from '../pour/pours';
import { readLongView } from '../recondition/long-view';
import { readSession, type SessionRecord } from '../session/sessions';
import { listLots } from '../stock/stock';
import { memberNames } from '../member/members';
import type { PlanRecord } from './plans';
import { readRammingPace } from './ramming-pace';

const HOUR_MS = 3_600_000;
/** Days ahead that a forecast of frost is worth something. */
const FORECAST_DAYS = 10;
/** Less is not worth an errand, kg. */
const WORTH_BUYING_KG = 0.05;
/** What is bought of a role where nothing of it is in stock yet (handbook default). */
const USUAL_KIND: Partial<Record<string, MaterialKind>> = {
  sand: 'washed-silica',
  binder: 'sodium-bentonite',
  oil: 'light-oil'
};
/** Of what it is set to, how hot a furnace still is between two melts (a guess). */
const WARM_FURNACE = 0.7;
/** Nobody is named: whoever is there does it. */
export const ANYONE = 'anyone';

/** All that a casting day follows from, as things stand now. */
export async function planFacts(db: Database, plan: PlanRecord, now = nowMs()): Promise<CastingFacts> {
  const session = await readSession(db, plan.session_id);
  const [patterns, flasks, heaps, lots, members] = await Promise.all([
    listPatterns(db),
    listFlasks(db),
    listHeaps(db),
    listLots(db),
    memberNames(db)
  ]);
  // The sand is tempered the evening before; from then on the plan and the heap's own page tell one dose.
  const tempered_ms = Math.max(now, Date.parse(session.at) - TEMPERED_BEFORE_H * HOUR_MS);
  const at = new Date(tempered_ms).toISOString();
  const [states, at_temper] = await Promise.all([
    readStates(db, new Date(now).toISOString()),
    readStates(db, at)
  ]);
  const alloy = ALLOYS[plan.metal];
  const flask_name = (id: number | null) => flasks.find((flask) => flask.id === id)?.name ?? 'a flask';
  const pattern = (id: number) => patterns.find((each) => each.id === id);

  const poured = await pourMolds(db, session);
  const molds = await Promise.all(
    moldsOf(plan, session).map(async (mold) => {
      const boxes: CastingBox[] = [];
      for (const { pattern_id, count } of mold.patterns) {
        const of = pattern(pattern_id);
        if (!of) continue;
        const box = await castingOfPattern(db, of, plan.metal);
        boxes.push(...Array.from({ length: count }, () => box));
      }
      const flask = flasks.find(({ id }) => id === mold.flask_id);
      // A mold of the day weighs what its own page says; one that is only planned, what it would usually.
      const own = poured.find(({ mold: { id } }) => id === mold.mold_id);
      const castings_kg = own?.castings_kg ?? boxes.reduce((sum, { kg }) => sum + kg, 0);
      const way = own ? gatingOf(own) : flask ? usualGating(boxes, alloy, flaskOf(flask)) : null;
      const gating_kg = gatingMass(way, castings_kg);
      const people_min = peopleWait(Math.max(0, ...boxes.map(({ kg }) => kg))) / 60;
      return { ...mold, castings_kg, gating_kg, people_min, sand_kg: await sandFor(mold, boxes, way) };
    })
  );
  const poured_kg = (number: number) => {
    const { castings_kg, gating_kg } = molds.find((each) => each.number === number)!;
    return castings_kg + gating_kg;
  };
  // A flask that is rammed again has to be shaken out first: the molds of each round have melts of their own.
  const unpoured = molds.filter(({ poured }) => !poured);
  const rounds = [...new Set(unpoured.map(({ round }) => round))].sort((a, b) => a - b);
  const melts = rounds.flatMap((round) => {
    const { melts: of, too_large } = meltsOf(
      unpoured
        .filter((mold) => mold.round === round)
        .map(({ number, castings_kg, gating_kg }) => ({ id: number, castings_kg, gating_kg })),
      alloy,
      session.melt
    );
    return [
      ...of.map(({ molds: filled, charge_kg }) => ({ molds: filled, charge_kg })),
      // One that no crucible fills is said to be so on the pour page; here it takes a melt of its own.
      ...too_large.map((number) => ({
        molds: [number],
        charge_kg: poured_kg(number)
      }))
    ];
  });
  const hottest_c = alloy.pour_c + alloy.set_point.carry_c;
  const furnace = FURNACES[session.melt?.furnace ?? furnaceFor(hottest_c)];
  // Of molds that were shaken out the sand is still to be put right.
  const shaken = session.molds.filter(({ state }) => state === 'shaken-out');
  const heap_ids = [
    ...new Set([...molds.map(({ heap_id }) => heap_id), ...shaken.map((mold) => mold.backing_heap_id)])
  ];
  const delivery = plan.delivery_days ?? DELIVERY_DAYS;
  const station = await stationOf(db);
  const day_ms = Date.parse(session.at);

  const buy: CastingFacts['buy'][number][] = [];
  const of_heaps: CastingFacts['heaps'][number][] = [];
  for (const id of heap_ids) {
    const heap = heaps.find((each) => each.id === id);
    const state = states.get(id)?.state;
    const tempered = at_temper.get(id)?.state;
    if (!heap || !state || !tempered) continue;
    const wants = molds.filter((mold) => mold.heap_id === id && mold.round === 1 && !mold.rammed);
    const short_kg = wants.reduce((sum, { sand_kg }) => sum + sand_kg, 0) - state.total_kg;
    const missing = new Map<string, number>(
      tempered.prescription.missing.map(({ what, short_kg: kg }) => [what, kg])
    );
    const long = await readLongView(db, id);
    const each_time = long.policy?.new_sand_kg ?? 0;
    // What the molds lack, and what the long view takes this time and the next, less what lies there.
    const new_kg = Math.max(0, short_kg) + 2 * each_time;
    const more = (what: 'sand' | 'binder', kg: number) =>
      kg > WORTH_BUYING_KG && missing.set(what, Math.max(kg, missing.get(what) ?? 0));
    more('sand', new_kg - long.stock.sand_kg);
    more('binder', new_kg * long.clay_per_sand - long.stock.clay_kg);
    for (const [role, kg] of missing) {
      const known = lots.filter((lot) => lot.role === role);
      const priced = known.filter(({ cost, bought_kg }) => cost !== null && bought_kg > 0).at(-1);
      const kind = known.at(-1)?.kind ?? USUAL_KIND[role] ?? null;
      buy.push({
        what: kind ? INGREDIENTS[kind].name : role,
        kind,
        kg,
        cost: priced ? (kg * priced.cost!) / priced.bought_kg : null,
        currency: priced?.currency ?? long.currency,
        days: delivery,
        heap_id: id
      });
    }
    const { water_kg, binder_kg, water_to_lose_kg, need } = tempered.prescription;
    of_heaps.push({
      id,
      name: heap.name,
      water_kg,
      binder_kg,
      dry_off_kg: water_to_lose_kg,
      unknown: need === 'test',
      renew: each_time > 0 || short_kg > 0,
      short_kg: Math.max(0, short_kg),
      frost_c: frostBefore(heap.container.place ?? 'shed', station, now, day_ms),
      back_at: await leftToPutRight(db, id, session, shaken),
      frost_known:
        heap.container.place === 'indoors' ||
        day_ms < now ||
        (station !== handbookAir && day_ms - now <= FORECAST_DAYS * 24 * HOUR_MS)
    });
  }
  const people = session.members.length > 0 ? session.members : members.map(({ id }) => id);
  return {
    now,
    people: people.length > 0 ? people.map(String) : [ANYONE],
    patterns: plan.wanted.flatMap(({ pattern_id, coats, repair }) => {
      const of = pattern(pattern_id);
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
    heaps: of_heaps,
    buy,
    molds: molds.map(({ patterns: of, castings_kg: _, gating_kg: __, ...mold }) => ({
      ...mold,
      flask: flask_name(mold.flask_id),
      makes: of
        .map(({ pattern_id, count }) => `${count} ${pattern(pattern_id)?.name ?? 'castings'}`)
        .join(', '),
      pattern_ids: of.map(({ pattern_id }) => pattern_id)
    })),
    melts: melts.map((melt, i) => {
      // The furnace is warm still for all but the first.
      const furnace_c = i === 0 ? 20 : WARM_FURNACE * hottest_c;
      return { ...melt, heat_min: warmUpTime(alloy, melt.charge_kg, hottest_c, furnace, furnace_c) / 60 };
    }),
    alloy: alloy.name,
    ramming_pace: (await readRammingPace(db, flasks))?.times ?? 1,
    own: plan.own
  };

  /** What a mold takes of its heap: as it was planned, or as its flask and its patterns say. */
  async function sandFor(
    mold: MoldInPlan,
    boxes: readonly CastingBox[],
    way: GatingPlan | null
  ): Promise<number> {
    const flask = flasks.find(({ id }) => id === mold.flask_id);
    if (mold.mold_id === null || !flask) return mold.sand_kg;
    const learned = (await readLearned(db, mold.heap_id)).items;
    const density = learned.find(({ of }) => of === 'rammed-density')!.value * 1000;
    try {
      return sandDemand(flaskOf(flask), solidsOf(boxes, plan.metal, way), density).with_allowance_kg;
    } catch (thrown) {
      // More pattern than flask: the mold's own page says so.
      if (thrown instanceof RangeError) return mold.sand_kg;
      throw thrown;
    }
  }
}

/** When sand of some molds last came back to a heap, ms; null where none did, or it was put right since. */
async function leftToPutRight(
  db: Database,
  heap_id: number,
  { sand }: SessionRecord,
  shaken: readonly { id: number }[]
): Promise<number | null> {
  const entries = entriesOf(await ledgerFor(db, await heapRow(db, heap_id)));
  const back = entries.findLast(
    ({ event, mold_id }) => event.kind === 'returned' && shaken.some(({ id }) => id === mold_id)
  );
  if (!back) return null;
  const begun = sand[String(heap_id)]?.begun_at;
  return begun && begun > back.at ? null : Date.parse(back.at);
}

interface MoldInPlan {
  number: number;
  mold_id: number | null;
  flask_id: number | null;
  patterns: readonly { pattern_id: number; count: number }[];
  heap_id: number;
  sand_kg: number;
  round: number;
  rammed: boolean;
  poured: boolean;
  /** When it may be opened, once it is poured, as far as anybody can tell. */
  opens_at: number | null;
}

function opensAt(poured: PouredMold | null): number | null {
  if (!poured || poured.heat.open_s === null) return null;
  return Date.parse(poured.at) + poured.heat.open_s * 1000;
}

/** The molds of the day where somebody set them out, else those that the plan takes; a second use of a flask is a later round. */
export function moldsOf(plan: PlanRecord, session: SessionRecord): MoldInPlan[] {
  const standing = session.molds.filter(({ state }) => state !== 'broken' && state !== 'shaken-out');
  if (session.molds.length === 0)
    return plan.molds.map(({ flask_id, patterns, sand_kg, round }, i) => ({
      number: i + 1,
      mold_id: null,
      flask_id,
      patterns,
      heap_id: plan.heap_id,
      sand_kg,
      round,
      rammed: false,
      poured: false,
      opens_at: null
    }));
  const used = new Map<number, number>();
  return standing.map((mold) => {
    const round = mold.flask_id === null ? 1 : (used.get(mold.flask_id) ?? 0) + 1;
    if (mold.flask_id !== null) used.set(mold.flask_id, round);
    return {
      number: session.molds.indexOf(mold) + 1,
      mold_id: mold.id,
      flask_id: mold.flask_id,
      patterns: mold.patterns,
      heap_id: mold.backing_heap_id,
      sand_kg: (plan.molds.find(({ flask_id }) => flask_id === mold.flask_id) ?? plan.molds[0])?.sand_kg ?? 0,
      round,
      rammed: mold.state !== 'planned',
      poured: mold.state === 'poured',
      opens_at: opensAt(mold.poured)
    };
  });
}

/** The coldest hour that is forecast where a heap stands before the day; null where it stays above freezing sand. */
function frostBefore(
  place: 'shed' | 'indoors' | 'outdoors',
  station: { at(time: Date): Parameters<typeof airIn>[1] },
  now: number,
  day: number
): number | null {
  const from = Math.max(now, day - 3 * 24 * HOUR_MS);
  if (place === 'indoors' || day < now || from > now + FORECAST_DAYS * 24 * HOUR_MS) return null;
  let coldest = Infinity;
  for (let ms = from; ms <= day; ms += 3 * HOUR_MS)
    coldest = Math.min(coldest, airIn(place, station.at(new Date(ms))).air_c);
  return coldest < FROST_C ? coldest : null;
}
