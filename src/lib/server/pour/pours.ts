import { nowMs } from '$core/time/now';
import { planMelts, type MeltPlan } from '$core/metal/melt-plan';
import { gatingMass } from '$core/mold/mold-gating';
import { pourVerdict, type Checked, type MoldBeforePour } from '$core/judge/pour-checks';
import { MELT_TELLS_MS, checksOf, hoursSince, type MeltBeforePour } from '$core/session/pour-day';
import type { NotedStep } from '$core/session/noted-step';
import { USUAL_ALLOY, type AlloyFigures } from '$core/reference/alloys';
import { USUAL_HEEL } from '$core/reference/scrap';
import { sharesOf } from '$core/metal/charge';
import { meltLoss } from '$core/metal/melt-loss';
import type { GivenMelt, NewPour, PouredMold } from '$lib/schema/pour';
import type { Database } from '../database/database';
import { writeAct } from '../heap/acts';
import { readState } from '../heap/heap-state';
import { Refusal, impossible, notFound } from '../refusal';
import { readSession, type SessionRecord } from '../session/sessions';
import { heatOfMold } from './mold-heat';
import { gatingOf, pourMolds, type PourMold } from './pour-mold';

/** Metal of the way in of a mold, kg. */
export const gatingKg = (of: PourMold): number => gatingMass(gatingOf(of), of.castings_kg);

/** Melts of the molds of one metal that still wait. */
export function meltsFor(molds: readonly PourMold[], melt: GivenMelt | null): MeltPlan | null {
  const [first] = molds;
  if (!first) return null;
  return meltsOf(
    molds.map((each) => ({
      id: each.mold.id,
      castings_kg: each.castings_kg,
      gating_kg: gatingKg(each)
    })),
    first.alloy,
    melt
  );
}

/** Melts of all molds that still wait, metal by metal. */
export function meltsByMetal(molds: readonly PourMold[], melt: GivenMelt | null): MeltPlan[] {
  const waiting = molds.filter(waits);
  const first = waiting.filter((of, i) => waiting.findIndex((other) => sameMetal(other, of)) === i);
  return first.flatMap(
    (of) =>
      meltsFor(
        waiting.filter((each) => sameMetal(each, of)),
        melt
      ) ?? []
  );
}

/** Which molds each melt fills, by what is known of the charge and the crucible. */
export function meltsOf(
  molds: Parameters<typeof planMelts>[0],
  alloy: AlloyFigures,
  melt: GivenMelt | null
): MeltPlan {
  return planMelts(
    molds,
    meltLoss(
      alloy,
      melt?.loss_percent === undefined ? null : melt.loss_percent / 100,
      sharesOf(melt?.charge ?? [])
    ),
    (melt?.heel_percent ?? 100 * USUAL_HEEL) / 100,
    alloy.liquid_kg_m3,
    melt?.crucible_l === undefined ? null : melt.crucible_l / 1000
  );
}

const sameMetal = (a: PourMold, b: PourMold) =>
  (a.mold.metal ?? USUAL_ALLOY) === (b.mold.metal ?? USUAL_ALLOY) && a.mold.alloy_id === b.mold.alloy_id;
const waits = ({ mold }: PourMold) => mold.state !== 'poured' && mold.state !== 'shaken-out';

/** A mold as it is judged before it is poured. */
export const beforePour = (of: PourMold, now: number): Omit<MoldBeforePour, 'ticked'> => ({
  id: of.mold.id,
  moisture: of.moisture,
  wettest: of.wettest,
  denied: of.denied,
  sand_c: of.mold.gating?.sand_c ?? null,
  closed_h: hoursSince(of.closed_at, now),
  held_kg: of.mold.gating?.held_kg ?? null,
  wants_kg: of.hold_down_kg
});

/** What is in the crucible now, kg: what was charged, less what was poured since; null while nobody said. */
export function inCrucible(melt: GivenMelt | null, molds: readonly Pick<PourMold, 'mold'>[]): number | null {
  if (melt?.charged_kg === undefined) return null;
  const since = melt.charged_at === undefined ? Infinity : Date.parse(melt.charged_at);
  const poured = molds.reduce(
    (sum, { mold }) => sum + (mold.poured && Date.parse(mold.poured.at) >= since ? mold.poured.metal_kg : 0),
    0
  );
  return Math.max(0, melt.charged_kg - poured);
}

/** How hot the melt is as far as anybody knows, °C. */
export const meltNow = (melt: GivenMelt | null, now: number): number | null =>
  melt?.melt_c === undefined || (melt.melt_at !== undefined && now - Date.parse(melt.melt_at) > MELT_TELLS_MS)
    ? null
    : melt.melt_c;

/** What is known of the melt that fills a mold. */
export function meltBefore(of: PourMold, all: readonly PourMold[], melt: GivenMelt | null): MeltBeforePour {
  const waiting = all.filter((each) => waits(each) && sameMetal(each, of));
  const plan = meltsFor(waiting, melt);
  const mine = plan?.melts.find(({ molds }) => molds.includes(of.mold.id));
  return {
    charged_kg: inCrucible(melt, all),
    wants_kg: mine?.charge_kg ?? 0,
    melt_c: meltNow(melt, nowMs()),
    liquidus_c: of.alloy.liquidus_c,
    // Anywhere in its range it pours.
    pour_c: of.alloy.pour_range_c[0],
    most_c: of.alloy.set_point.most_c
  };
}

/** What stands for or against pouring a mold now. */
export function checksForPour(
  of: PourMold,
  all: readonly PourMold[],
  session: Pick<SessionRecord, 'melt' | 'steps'>,
  now: number,
  melt_c: number | null = meltNow(session.melt, now)
): Checked[] {
  return checksOf(
    [beforePour(of, now)],
    { ...meltBefore(of, all, session.melt), melt_c },
    // What is stored of a step was held against its schema.
    session.steps as unknown as NotedStep[],
    now
  );
}

/**
 * Notes that a mold was poured: works its heat out, enters burnt sand and steam in the ledger, and moves the mold on, all of
 * it or nothing.
 *
 * @throws Refusal 422 while anything stands against the pour that nobody let by with a reason
 */
export async function pourMold(
  db: Database,
  session_id: number,
  input: NewPour
): Promise<{ id: number } & PouredMold> {
  const session = await readSession(db, session_id);
  const molds = await pourMolds(db, session);
  const of = molds.find(({ mold }) => mold.id === input.mold_id);
  if (!of) throw notFound('mold', input.mold_id);
  if (!waits(of)) throw new Refusal(409, `This mold is ${of.mold.state} already.`, []);
  if (of.mold.state === 'planned') throw impossible([{ path: 'mold_id', message: 'is not rammed yet' }]);
  if (input.pour_c <= of.alloy.liquidus_c)
    throw impossible([
      {
        path: 'pour_c',
        message: `must be above the melting range, which ends at ${of.alloy.liquidus_c} °C: below it the metal does not pour`
      }
    ]);
  const checks = checksForPour(of, molds, session, Date.parse(input.at), input.pour_c);
  if (pourVerdict(checks) !== 'go')
    throw impossible(
      checks
        .filter(({ level, overridden }) => level !== 'go' && overridden === null)
        .map(({ check, level }) => ({
          path: `checks.${check}`,
          message: level === 'no-go' ? 'stands against it' : 'is not known yet'
        }))
    );
  const plan = gatingOf(of);
  const heat = (await heatOfMold(db, of, { pour_c: input.pour_c }))?.after ?? null;
  const metal_kg = input.metal_kg ?? of.castings_kg + gatingMass(plan, of.castings_kg);
  const seconds = input.seconds ?? null;
  const entries = await entriesFor(db, of, input, heat, metal_kg, session_id);
  return db.write(async (transaction) => {
    // Somebody at another device may have been quicker while its heat was worked out.
    const row_now = await db.tables.molds.findOne({ where: { id: input.mold_id }, transaction });
    if (row_now?.state !== of.mold.state)
      throw new Refusal(409, 'This mold was changed meanwhile: look at it again.', []);
    const act = await writeAct(db, {
      name: 'poured a mold',
      entries,
      molds: [{ id: input.mold_id, state: 'poured' }]
    });
    const poured: PouredMold = {
      at: new Date(input.at).toISOString(),
      pour_c: input.pour_c,
      seconds,
      interrupted: input.interrupted ?? false,
      metal_kg,
      heat: {
        solid_s: heat?.solid_s ?? null,
        last: heat?.last ?? 'casting',
        likely_s: heat?.likely_s ?? null,
        open_s: heat?.open_s ?? null,
        by_hand_s: heat?.by_hand_s ?? null,
        ...(heat && { people_s: heat.people_s }),
        burnt_mm: (heat?.burnt_m ?? 0) * 1000,
        spent_kg: heat?.spent_kg ?? 0,
        steam_kg: heat?.steam_kg ?? 0,
        condensed_kg: heat?.condensed_kg ?? 0,
        modulus_mm: (heat?.modulus_m ?? 0) * 1000,
        sand_mm: (of.thick_m ?? 0) * 1000
      },
      act_id: act.id
    };
    await db.tables.molds.update({ poured }, { where: { id: input.mold_id }, transaction });
    const row = (await db.tables.sessions.findOne({ where: { id: session_id }, transaction }))!;
    if (row.stage === 'mold') row.stage = 'pour';
    row.version += 1;
    await row.save({ transaction });
    return { id: act.id, ...poured };
  });
}

/** Share of the water of facing sand that a pour can take at most; the rest of the steam comes from the backing. */
const FACING_GIVES = 0.6;

/** What the pour does to each sand of the mold. */
async function entriesFor(
  db: Database,
  of: PourMold,
  input: NewPour,
  heat: { spent_kg: number; steam_kg: number } | null,
  metal_kg: number,
  session_id: number
): Promise<Record<string, unknown>[]> {
  const common = {
    kind: 'poured',
    at: input.at,
    ...(input.zone !== undefined && { zone: input.zone }),
    ...(input.member !== undefined && { member: input.member }),
    // Metal that follows from the mold is no slip of a finger, however unusual it is for this heap.
    ...((input.confirmed || input.metal_kg === undefined) && { confirmed: true }),
    session_id,
    mold_id: of.mold.id
  };
  const { facing_heap_id, backing_heap_id, metal } = of.mold;
  const alloy = metal ?? USUAL_ALLOY;
  const poured = { ...common, metal_kg, alloy };
  const share = (kg: number) => Number(kg.toPrecision(6));
  if (!heat || !(heat.spent_kg > 0)) return [{ heap_id: facing_heap_id ?? backing_heap_id, ...poured }];
  if (facing_heap_id === null || facing_heap_id === backing_heap_id)
    return [
      {
        heap_id: backing_heap_id,
        ...poured,
        modelled_kg: share(heat.spent_kg),
        modelled_steam_kg: share(heat.steam_kg)
      }
    ];
  // The facing lies at the metal: it burns; steam takes what water it has and then the backing's.
  const state = await readState(db, facing_heap_id, input.at);
  const there = state.molds.find(({ mold_id }) => mold_id === of.mold.id)?.kg ?? 0;
  const water = (there * state.moisture_percent.value) / 100;
  const from_facing = Math.min(heat.steam_kg, FACING_GIVES * water);
  return [
    {
      heap_id: facing_heap_id,
      ...poured,
      modelled_kg: share(Math.min(heat.spent_kg, there > 0 ? there : heat.spent_kg)),
      modelled_steam_kg: share(from_facing)
    },
    {
      heap_id: backing_heap_id,
      ...common,
      burnt_kg: 0,
      water_driven_off_kg: share(heat.steam_kg - from_facing)
    }
  ];
}
