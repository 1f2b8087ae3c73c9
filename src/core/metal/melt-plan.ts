import { meltDemand, CRUCIBLE_FILL } from './melt';

/** A mold that waits for metal. */
export interface MoldToFill {
  id: number;
  castings_kg: number;
  gating_kg: number;
}

/** One crucible of metal and the molds that it fills. */
export interface Melt {
  molds: number[];
  /** Into the crucible, kg; poured is what leaves it for the molds. */
  charge_kg: number;
  poured_kg: number;
  volume_m3: number;
}

export interface MeltPlan {
  melts: Melt[];
  /** Molds that one full crucible does not fill. */
  too_large: number[];
  charge_kg: number;
  poured_kg: number;
  loss_kg: number;
  heel_kg: number;
}

/** More molds than this are shared out by the largest first; fewer exactly. */
const EXACT_MOLDS = 12;

/**
 * Which molds each melt fills, in as few melts as the crucible allows: a mold is poured from one melt, never from two.
 *
 * @param capacity_m3 what the crucible holds to its brim; null where it is not known: then one melt takes all
 * @source bin packing: exact by subsets for up to twelve molds, first-fit decreasing above
 */
export function planMelts(
  molds: readonly MoldToFill[],
  loss: number,
  heel: number,
  liquid_kg_m3: number,
  capacity_m3: number | null
): MeltPlan {
  const demand = (of: readonly MoldToFill[]) =>
    meltDemand(
      of.reduce((sum, { castings_kg }) => sum + castings_kg, 0),
      of.reduce((sum, { gating_kg }) => sum + gating_kg, 0),
      loss,
      heel,
      liquid_kg_m3,
      capacity_m3
    );
  const most_m3 = capacity_m3 === null ? Infinity : CRUCIBLE_FILL * capacity_m3 * (1 + 1e-9);
  const fits = (of: readonly MoldToFill[]) => demand(of).volume_m3 <= most_m3;
  const too_large = molds.filter((mold) => !fits([mold]));
  const fillable = molds.filter((mold) => fits([mold]));
  const groups = fillable.length <= EXACT_MOLDS ? fewest(fillable, fits) : firstFit(fillable, fits);
  const melts = groups.map((group): Melt => {
    const { charge_kg, volume_m3 } = demand(group);
    const poured_kg = group.reduce((sum, { castings_kg, gating_kg }) => sum + castings_kg + gating_kg, 0);
    return { molds: group.map(({ id }) => id), charge_kg, poured_kg, volume_m3 };
  });
  const total = (of: 'charge_kg' | 'poured_kg') => melts.reduce((sum, melt) => sum + melt[of], 0);
  const charge_kg = total('charge_kg');
  const heel_kg = (charge_kg * heel) / (1 + heel);
  return {
    melts,
    too_large: too_large.map(({ id }) => id),
    charge_kg,
    poured_kg: total('poured_kg'),
    loss_kg: charge_kg - heel_kg - total('poured_kg'),
    heel_kg
  };
}

type Fits = (of: readonly MoldToFill[]) => boolean;

/** The fewest groups: over the sets of molds, each set taken apart into one melt and the best of the rest. */
function fewest(molds: readonly MoldToFill[], fits: Fits): MoldToFill[][] {
  const all = (1 << molds.length) - 1;
  const of = (set: number) => molds.filter((_, i) => set & (1 << i));
  const fitting = new Map<number, boolean>();
  const fit = (set: number) => {
    let known = fitting.get(set);
    if (known === undefined) fitting.set(set, (known = fits(of(set))));
    return known;
  };
  const best = new Map<number, number[]>([[0, []]]);
  const solve = (set: number): number[] => {
    const known = best.get(set);
    if (known) return known;
    const first = set & -set;
    const rest = set ^ first;
    let found: number[] | null = null;
    // Every melt that holds the first mold that is left.
    for (let sub = rest; ; sub = (sub - 1) & rest) {
      if (fit(sub | first)) {
        const others = solve(rest & ~sub);
        if (!found || others.length + 1 < found.length) found = [sub | first, ...others];
      }
      if (sub === 0) break;
    }
    best.set(set, found!);
    return found!;
  };
  return solve(all).map(of);
}

function firstFit(molds: readonly MoldToFill[], fits: Fits): MoldToFill[][] {
  const size = ({ castings_kg, gating_kg }: MoldToFill) => castings_kg + gating_kg;
  const groups: MoldToFill[][] = [];
  for (const mold of [...molds].sort((a, b) => size(b) - size(a))) {
    const group = groups.find((each) => fits([...each, mold]));
    if (group) group.push(mold);
    else groups.push([mold]);
  }
  return groups;
}
