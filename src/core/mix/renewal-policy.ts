/** What a heap is made of where a policy is concerned, kg dry. */
export interface HeapParts {
  sand: number;
  live_clay: number;
  dead_clay: number;
  fines: number;
}

/** What one casting session does to a heap. */
export interface SessionWear {
  /** Sand that burns, with what is in it, kg. */
  burnt_kg: number;
  /** Share of the heap that is spilled or never comes back. */
  spill: number;
  /** Share of the grains that is ground to fines. */
  grinding: number;
}

/** What is done about it each time. */
export interface RenewalPolicy {
  /** New sand each session, kg; `hold` gives as much as keeps the heap's mass. */
  new_sand: number | 'hold';
  /** Share of the burnt sand that is found and taken out. */
  burnt_out: number;
  /** Live clay that is kept, kg on each kg of sand. */
  clay_per_sand: number;
  /** Every so many sessions a share of the heap is thrown out and made up with new sand. */
  full_renewal?: { every: number; share: number } | undefined;
}

export interface PolicyPrices {
  sand_per_kg: number;
  clay_per_kg: number;
}

/** The heap after one more session, and what that took. */
export interface PolicySession {
  parts: HeapParts;
  mass_kg: number;
  /** Shares of the dry mass. */
  dead_share: number;
  fines_share: number;
  sand_in_kg: number;
  clay_in_kg: number;
  out_kg: number;
}

const massOf = ({ sand, live_clay, dead_clay, fines }: HeapParts) => sand + live_clay + dead_clay + fines;

/**
 * One session: some of the heap burns and its clay dies, part of that is found and taken out, some is spilled, grains
 * are ground, new sand comes in and clay up to what is kept on it.
 */
export function afterSession(
  parts: HeapParts,
  { burnt_kg, spill, grinding }: SessionWear,
  policy: RenewalPolicy,
  session: number
): PolicySession {
  const before = massOf(parts);
  const burnt = before > 0 ? Math.min(1, burnt_kg / before) : 0;
  const renewed =
    policy.full_renewal && session % policy.full_renewal.every === 0 ? policy.full_renewal.share : 0;
  const out = Math.min(1, spill + burnt * policy.burnt_out + renewed);
  const died = parts.live_clay * burnt * (1 - policy.burnt_out);
  const ground = parts.sand * grinding;
  const left = {
    sand: parts.sand * (1 - out) - ground,
    live_clay: Math.max(0, parts.live_clay * (1 - out) - died),
    dead_clay: parts.dead_clay * (1 - out) + died,
    fines: parts.fines * (1 - out) + ground
  };
  const { clay_per_sand } = policy;
  const filler = left.dead_clay + left.fines;
  // Clay that is there beyond what is kept takes the room of sand until it has gone.
  const whole = Math.min((before - filler) / (1 + clay_per_sand), before - filler - left.live_clay);
  const wanted = policy.new_sand === 'hold' ? whole - left.sand : policy.new_sand;
  const sand_in_kg = Math.max(0, wanted) + (policy.new_sand === 'hold' ? 0 : renewed * parts.sand);
  const sand = left.sand + sand_in_kg;
  const clay_in_kg = Math.max(0, clay_per_sand * sand - left.live_clay);
  const after = { ...left, sand, live_clay: left.live_clay + clay_in_kg };
  const mass_kg = massOf(after);
  return {
    parts: after,
    mass_kg,
    dead_share: mass_kg > 0 ? after.dead_clay / mass_kg : 0,
    fines_share: mass_kg > 0 ? after.fines / mass_kg : 0,
    sand_in_kg,
    clay_in_kg,
    out_kg: before * out
  };
}

/** A heap under a policy through so many sessions. */
export function underPolicy(
  start: HeapParts,
  wear: SessionWear,
  policy: RenewalPolicy,
  sessions: number
): PolicySession[] {
  const all: PolicySession[] = [];
  let parts = start;
  for (let i = 1; i <= sessions; i++) {
    const next = afterSession(parts, wear, policy, i);
    all.push(next);
    parts = next.parts;
  }
  return all;
}

/**
 * Where a heap of constant mass settles: what dies each time and stays is what leaves with everything that is thrown out
 * and spilled. Null where nothing ever leaves, so that it never settles.
 *
 * @source dead = burnt·(1 − found)·live/(spill + burnt·found), fines likewise from grinding; parts make up the mass
 */
export function settlesAt(
  mass_kg: number,
  { burnt_kg, spill, grinding }: SessionWear,
  { burnt_out, clay_per_sand }: Pick<RenewalPolicy, 'burnt_out' | 'clay_per_sand'>
): HeapParts | null {
  const burnt = Math.min(1, burnt_kg / mass_kg);
  const out = spill + burnt * burnt_out;
  if (!(out > 0)) return null;
  const dead = (burnt * (1 - burnt_out) * clay_per_sand) / out;
  const fines = grinding / out;
  const sand = mass_kg / (1 + clay_per_sand + dead + fines);
  return { sand, live_clay: clay_per_sand * sand, dead_clay: dead * sand, fines: fines * sand };
}

export interface PolicyOutlook {
  sessions: PolicySession[];
  /** Null where new sand is a fixed amount, or nothing ever leaves. */
  settles: HeapParts | null;
  /** Of new sand and clay through all of them; per kg of good casting where there is any. */
  cost: number;
  cost_per_good_kg: number | null;
  /** The first session that stock no longer covers, from 1; null where it lasts. */
  sand_out_at: number | null;
  clay_out_at: number | null;
  /** To be bought to last through all of them, kg. */
  buy_sand_kg: number;
  buy_clay_kg: number;
}

/** The long view of a policy: where the heap goes, what it costs, and when stock runs out. */
export function policyOutlook(
  start: HeapParts,
  wear: SessionWear,
  policy: RenewalPolicy,
  of: {
    sessions: number;
    prices: PolicyPrices;
    stock: { sand_kg: number; clay_kg: number };
    good_kg_each: number;
  }
): PolicyOutlook {
  const sessions = underPolicy(start, wear, policy, of.sessions);
  let [sand, clay] = [0, 0];
  let [sand_out_at, clay_out_at]: (number | null)[] = [null, null];
  sessions.forEach(({ sand_in_kg, clay_in_kg }, i) => {
    sand += sand_in_kg;
    clay += clay_in_kg;
    if (sand_out_at === null && sand > of.stock.sand_kg + 1e-9) sand_out_at = i + 1;
    if (clay_out_at === null && clay > of.stock.clay_kg + 1e-9) clay_out_at = i + 1;
  });
  const cost = sand * of.prices.sand_per_kg + clay * of.prices.clay_per_kg;
  const good_kg = of.good_kg_each * of.sessions;
  return {
    sessions,
    settles:
      policy.new_sand === 'hold' && !policy.full_renewal ? settlesAt(massOf(start), wear, policy) : null,
    cost,
    cost_per_good_kg: good_kg > 0 ? cost / good_kg : null,
    sand_out_at: sand_out_at ?? null,
    clay_out_at: clay_out_at ?? null,
    buy_sand_kg: Math.max(0, sand - of.stock.sand_kg),
    buy_clay_kg: Math.max(0, clay - of.stock.clay_kg)
  };
}
