import { conditionAt } from '../heap/condition';
import { advance } from '../heap/estimate';
import type { LedgerEntry } from '../heap/entry';
import { KINDS, type Event } from '../heap/kinds';
import { standUntil } from '../heap/standing';
import { believedMass, bodiesOf, sandOf, type Belief, type HeapNature } from '../heap/state/belief';
import { bodyOf, moldKey, outOf } from '../heap/state/bodies';
import { SHED } from '../heap/state/drying';
import { learned } from '../heap/state/lessons';
import { coolingMinutes, sandAfterPour } from '../heat/sand-cools';
import { composition, plus, portion, totalMass, type Composition } from '../material/composition';
import { prescribe, type Need, type StockAtHand } from '../mix/prescription';
import type { Alloy } from '../reference/alloys';
import { SAND_COOLS_MIN } from '../reference/plan';
import { learnedFrom } from './branch-learned';
import { clayWithNewSand } from './clay-with-new-sand';

/** A mold of a day as its heap meets it. Masses kg, times ms since 1970. */
export interface MoldAhead {
  /** Its own in the ledger; of one that is only planned any other, so long as it is its alone. */
  id: number;
  round: number;
  sand_kg: number;
  metal_kg: number;
  rammed: boolean;
  poured: boolean;
  ram_at: number;
  pour_at: number;
  shaken_at: number;
}

/** What a day does with a heap, and when. */
export interface DayAhead {
  molds: readonly MoldAhead[];
  alloy: Alloy;
  /** New sand that the heap's policy takes before the day, kg, and when. */
  new_sand_kg: number;
  renew_at: number;
  /** Sand that came back out of the day's molds and was not tempered since; null: none lies so. */
  back: { at: number; sand_kg: number; metal_kg: number } | null;
  /** When it is tempered for a round; before the first mold of it where nothing is said. */
  temper_at: ReadonlyMap<number, number>;
}

/** What is done to the sand before a round of molds is rammed of it. Masses kg. */
export interface Tempering {
  round: number;
  /** What it asks for then, by its own page. */
  need: Need;
  water_kg: number;
  binder_kg: number;
  dry_off_kg: number;
  /** How warm it comes back out of the molds before, °C, and how long it then lies spread, min; null: none came back. */
  back: { sand_c: number; cools_min: number } | null;
}

export interface DaySand {
  /** What the molds want beyond what there is, sand that comes back between two rounds counted, kg. */
  short_kg: number;
  /** For the first round, and for each that wants sand back of the molds before it. */
  temperings: Tempering[];
  /** How long sand of the last molds lies spread until it may be put right, min. */
  cools_min: number;
}

/** Between two acts, so that each has its own time. */
const ACT_MS = 60_000;

/**
 * A heap gone through a casting day before it comes: renewed, tempered at its hour, rammed, poured, shaken out, and tempered
 * again where a round of molds wants the sand of those before it. The same entries and the same estimate as its ledger is kept
 * by, into no ledger.
 *
 * @param belief of the heap now
 * @param now ms from which the day is foretold
 */
export function foretellDay(
  nature: HeapNature,
  belief: Belief,
  now: number,
  day: DayAhead,
  stock: StockAtHand
): DaySand {
  const rounds = roundsOf(day.molds);
  const { short_kg, again } = massesOf(nature, belief, day, rounds);
  let at = now;
  let id = Number.MAX_SAFE_INTEGER / 2;
  let state = belief;
  const iso = () => new Date(at).toISOString();
  const until = (ms: number) => {
    at = Math.max(at, ms);
    state = standUntil(nature, state, iso());
  };
  const happen = (event: Event, mold_id?: number) => {
    at += ACT_MS;
    const entry: LedgerEntry = { id: (id += 1), at: iso(), event, ...(mold_id !== undefined && { mold_id }) };
    state = advance(nature, state, entry);
  };
  const context = () => learnedFrom(nature, state);
  const renew = (sand_kg: number) => {
    if (!(sand_kg > 0)) return;
    until(day.renew_at);
    happen(KINDS.added.read({ ingredient: 'washed-silica', kg: sand_kg }, context()));
    const { kind, kg } = clayWithNewSand(nature, sandOf(state));
    if (kg > 0) happen(KINDS.added.read({ ingredient: kind, kg }, context()));
  };
  const temper = (round: number, ms: number, back: Tempering['back']): Tempering => {
    until(ms);
    const condition = conditionAt(nature, state, iso());
    const { need, water_kg, binder_kg, water_to_lose_kg } = prescribe(
      { ...condition, system: nature.system, targets: nature.targets },
      stock
    );
    if (binder_kg > 0) {
      const { kind } = clayWithNewSand(nature, sandOf(state));
      happen(KINDS.added.read({ ingredient: kind, kg: binder_kg }, context()));
    }
    if (water_kg > 0) happen({ kind: 'water', kg: water_kg });
    if (water_to_lose_kg > 0) happen({ kind: 'dried', kg: water_to_lose_kg });
    return { round, need, water_kg, binder_kg, dry_off_kg: water_to_lose_kg, back };
  };
  const air_c = (ms: number) => nature.air?.(state.container, ms - ACT_MS, ms).air_c ?? SHED.air_c;
  /** Sand of molds that were rammed before comes back, as hot as their metal left it. */
  const shakeOut = (molds: readonly MoldAhead[]): NonNullable<Tempering['back']> => {
    const shut = molds.filter((mold) => totalMass(inMold(state, mold)) > 0);
    until(Math.max(at, ...shut.map(({ pour_at }) => pour_at)));
    const out = shut.map((mold) => inMold(state, mold)).reduce(plus, composition());
    for (const mold of shut)
      if (!mold.poured)
        happen(KINDS.poured.read({ metal_kg: mold.metal_kg, alloy: day.alloy }, context()), mold.id);
    until(Math.max(at, ...shut.map(({ shaken_at }) => shaken_at)));
    const here_c = air_c(at);
    const metal_kg = shut.reduce((sum, mold) => sum + mold.metal_kg, 0);
    for (const mold of shut)
      happen(
        KINDS.returned.read({}, { ...context(), out_kg: () => outOf(bodiesOf(state), moldKey(mold.id)) }),
        mold.id
      );
    const sand_c = sandAfterPour(out, metal_kg, day.alloy, here_c);
    return { sand_c, cools_min: shut.length === 0 ? SAND_COOLS_MIN : coolingMinutes(sand_c, here_c) };
  };

  /** The same of what came back already. */
  const cameBack = ({ sand_kg, metal_kg }: NonNullable<DayAhead['back']>): NonNullable<Tempering['back']> => {
    const here_c = air_c(at);
    const sand_c = sandAfterPour(portion(sandOf(state), sand_kg), metal_kg, day.alloy, here_c);
    return { sand_c, cools_min: coolingMinutes(sand_c, here_c) };
  };

  renew(Math.max(day.new_sand_kg, short_kg));
  const temperings: Tempering[] = [];
  for (const round of rounds) {
    const of_round = day.molds.filter((mold) => mold.round === round && toCome(mold));
    const from = Math.min(...of_round.map(({ ram_at }) => ram_at));
    if (again.has(round)) {
      const back = shakeOut(day.molds.filter((mold) => mold.round < round));
      const cool_at = at + back.cools_min * 60_000;
      temperings.push(temper(round, Math.max(cool_at, day.temper_at.get(round) ?? cool_at), back));
    } else if (round === rounds[0] && day.back) {
      const back = cameBack(day.back);
      const cool_at = day.back.at + back.cools_min * 60_000;
      temperings.push(temper(round, Math.max(cool_at, day.temper_at.get(round) ?? cool_at), back));
    } else if (round === rounds[0]) temperings.push(temper(round, day.temper_at.get(round) ?? from, null));
    until(from);
    for (const mold of of_round)
      happen({ kind: 'drawn', kg: Math.min(mold.sand_kg, believedMass(state).value) }, mold.id);
  }
  return { short_kg, temperings, cools_min: shakeOut(day.molds).cools_min };
}

const toCome = ({ rammed, poured }: MoldAhead): boolean => !rammed && !poured;

const inMold = (state: Belief, { id }: MoldAhead): Composition => bodyOf(bodiesOf(state), moldKey(id));

/** The rounds that are still to be rammed, in order. */
const roundsOf = (molds: readonly MoldAhead[]): number[] =>
  [...new Set(molds.filter(toCome).map(({ round }) => round))].sort((a, b) => a - b);

/** What each round finds in the heap: how much is short at worst, and which rounds want the sand of those before them back. */
function massesOf(
  nature: HeapNature,
  belief: Belief,
  { molds, new_sand_kg }: DayAhead,
  rounds: readonly number[]
): { short_kg: number; again: ReadonlySet<number> } {
  const kept = 1 - learned(belief.lessons, nature).spill.value;
  const again = new Set<number>();
  const had_kg = believedMass(belief).value;
  // Of a mold that stands already it is what went into it.
  const massOf = (those: readonly MoldAhead[]) =>
    those.reduce((sum, mold) => sum + (mold.rammed ? totalMass(inMold(belief, mold)) : mold.sand_kg), 0);
  const through = (first_kg: number): number => {
    let there_kg = first_kg;
    let out = molds.filter(({ rammed }) => rammed);
    let worst_kg = 0;
    for (const round of rounds) {
      const of_round = molds.filter((mold) => mold.round === round && toCome(mold));
      const wants_kg = massOf(of_round);
      const before = out.filter((mold) => mold.round < round);
      if (wants_kg > there_kg && before.length > 0) {
        again.add(round);
        there_kg += kept * massOf(before);
        out = out.filter((mold) => mold.round >= round);
      }
      worst_kg = Math.max(worst_kg, wants_kg - there_kg);
      // What is short now is short in every round after it too.
      there_kg -= wants_kg;
      out = [...out, ...of_round];
    }
    return worst_kg;
  };
  const short_kg = Math.max(0, through(had_kg));
  again.clear();
  through(had_kg + Math.max(new_sand_kg, short_kg));
  return { short_kg, again };
}
