import { median } from 'simple-statistics';
import { seeded, shuffled } from './seeded';

/** A casting as it is looked at: on which day, whether it was bad, and what was true of it. */
export interface Looked {
  id: number;
  /** Castings of one day share its sand, its weather and its people. */
  day: number;
  /** Castings of one mold share its metal, its heat and its sand. */
  mold: number;
  bad: boolean;
  /** By property; what nobody knows is left out. */
  had: Readonly<Record<string, number | string>>;
}

export interface Property {
  name: string;
}

/** What a property goes with in these records: castings that share it stand and fall together. */
export type Unit = 'day' | 'mold' | 'casting';

export interface Difference {
  name: string;
  unit: Unit;
  /** The chance of one as large in some property by luck alone, all that was looked at counted. */
  chance: number;
  /** The same for this property alone. */
  chance_alone: number;
  /** Of a measure: its medians. */
  medians: { bad: number; good: number } | null;
  /** Of a kind of thing: the one that stands out, and how often it went wrong. */
  stands_out: { value: string; bad: number; of: number; others_bad: number; others: number } | null;
  castings: number;
}

export interface WhatDiffered {
  verdict: 'told' | 'nothing' | 'too-few';
  /** Surest first. */
  differences: Difference[];
  bad: number;
  good: number;
  days: number;
  /** What to look at next: known of too few castings so far; null where all is known. */
  look_at: string | null;
}

/** Below this chance a difference is told. */
export const TOLD_BELOW = 0.05;
/** Fewer of either tell nothing. */
const FEWEST = { bad: 3, good: 3, days: 4 } as const;
const SHUFFLES = 1999;

/**
 * What was different where castings went bad: each property by ranks (a measure) or by its counts (a kind of thing), its
 * chance by shuffling, corrected for all that was looked at.
 *
 * Castings of one day stand and fall together, so a property is shuffled by the unit that it goes with: by whole days what
 * the castings of a day share, as metal mostly is, by molds what those of a mold share. Which one that is the records tell.
 * No bell curve is assumed, and no count is too small or too unequal.
 *
 * @source permutation tests with the step-down minP adjustment of Westfall and Young, single step
 */
export function whatDiffered(castings: readonly Looked[], properties: readonly Property[]): WhatDiffered {
  const bad = castings.filter((each) => each.bad).length;
  const good = castings.length - bad;
  const days = [...new Set(castings.map(({ day }) => day))];
  const known = (name: string) => castings.filter(({ had }) => had[name] !== undefined).length;
  const least_known = [...properties].sort((a, b) => known(a.name) - known(b.name))[0];
  const look_at = least_known && known(least_known.name) < 0.6 * castings.length ? least_known.name : null;
  const head = { bad, good, days: days.length, look_at };
  if (bad < FEWEST.bad || good < FEWEST.good || days.length < FEWEST.days)
    return { verdict: 'too-few', differences: [], ...head };
  const usable = properties.filter(
    ({ name }) => new Set(castings.map(({ had }) => had[name])).size > 1 && known(name) >= 6
  );
  if (usable.length === 0) return { verdict: 'nothing', differences: [], ...head };

  const outcome = castings.map((each) => (each.bad ? 1 : 0));
  const columns = usable.map(({ name }) => {
    const values = castings.map(({ had }) => had[name]);
    const numeric = values.every((value) => value === undefined || typeof value === 'number');
    return { name, unit: unitOf(castings, values), values, numeric };
  });
  const strength = ({
    numeric,
    values
  }: {
    numeric: boolean;
    values: readonly (number | string | undefined)[];
  }) =>
    numeric
      ? rankDifference(values as readonly (number | undefined)[], outcome)
      : countDifference(values, outcome).z;
  const observed = columns.map(strength);

  const random = seeded(castings.length * 7919 + bad);
  const blocks = {
    day: blocksBy(castings, ({ day }) => day),
    mold: blocksBy(castings, ({ mold }) => mold),
    casting: castings.map((_, i) => [i])
  };
  const shuffles: number[][] = [];
  for (let k = 0; k < SHUFFLES; k++) {
    const from = {
      day: otherBlocks(blocks.day, random),
      mold: otherBlocks(blocks.mold, random),
      casting: otherBlocks(blocks.casting, random)
    };
    shuffles.push(
      columns.map((column) => strength({ ...column, values: from[column.unit].map((i) => column.values[i]) }))
    );
  }
  // Each property's own chance, of what was seen and of every shuffle, so that they can be held against each other.
  const alone = columns.map((_, j) => {
    const sorted = shuffles.map((row) => row[j]!).sort((a, b) => a - b);
    return (value: number) => (1 + sorted.length - firstAtLeast(sorted, value - 1e-9)) / (1 + sorted.length);
  });
  const best = shuffles
    .map((row) => Math.min(...row.map((value, j) => alone[j]!(value))))
    .sort((a, b) => a - b);
  const differences = columns
    .map(({ name, unit, numeric, values }, j): Difference => {
      const chance_alone = alone[j]!(observed[j]!);
      // How often the best of a shuffle is as good.
      const as_good = firstAtLeast(best, chance_alone + 1e-9);
      const pairs = values.flatMap((value, i) =>
        value === undefined ? [] : [{ value, bad: outcome[i] === 1 }]
      );
      const of = (is_bad: boolean) =>
        pairs.filter((each) => each.bad === is_bad).map(({ value }) => value as number);
      return {
        name,
        unit,
        chance: (1 + as_good) / (1 + best.length),
        chance_alone,
        medians:
          numeric && of(true).length > 0 && of(false).length > 0
            ? { bad: median(of(true)), good: median(of(false)) }
            : null,
        stands_out: numeric ? null : countDifference(values, outcome).level,
        castings: pairs.length
      };
    })
    .sort((a, b) => a.chance - b.chance || a.chance_alone - b.chance_alone);
  return {
    verdict: differences.some(({ chance }) => chance < TOLD_BELOW) ? 'told' : 'nothing',
    differences,
    ...head
  };
}

/** A property is of the day where so many of the days have one value of it, though now and then one has two. */
const SHARED = 0.8;

/** The widest unit whose castings share the property: a day where nearly all days do, a mold where all molds do. */
function unitOf(castings: readonly Looked[], values: readonly (number | string | undefined)[]): Unit {
  const shared = (blocks: readonly (readonly number[])[]) => {
    const known = blocks
      .map((block) => block.map((i) => values[i]).filter((value) => value !== undefined))
      .filter((block) => block.length > 1);
    return known.length === 0
      ? 1
      : known.filter((block) => block.every((value) => value === block[0])).length / known.length;
  };
  if (shared(blocksBy(castings, ({ day }) => day)) >= SHARED) return 'day';
  return shared(blocksBy(castings, ({ mold }) => mold)) === 1 ? 'mold' : 'casting';
}

/** The places of castings that belong together. */
function blocksBy(castings: readonly Looked[], of: (casting: Looked) => number): number[][] {
  const blocks = new Map<number, number[]>();
  castings.forEach((casting, i) => {
    const block = blocks.get(of(casting)) ?? [];
    block.push(i);
    blocks.set(of(casting), block);
  });
  return [...blocks.values()];
}

/** For each casting, the place whose value it is given: blocks are dealt out anew, each as it is. */
function otherBlocks(blocks: readonly (readonly number[])[], random: () => number): number[] {
  const from: number[] = [];
  shuffled(blocks, random).forEach((other, b) =>
    blocks[b]!.forEach((place, nth) => (from[place] = other[nth % other.length]!))
  );
  return from;
}

/** How far the ranks of the bad lie from those of the good, in deviations; ties share their rank. */
function rankDifference(values: readonly (number | undefined)[], outcome: readonly number[]): number {
  const pairs = values.flatMap((value, i) => (value === undefined ? [] : [{ value, bad: outcome[i]! }]));
  const n = pairs.length;
  const bad = pairs.reduce((sum, each) => sum + each.bad, 0);
  if (bad === 0 || bad === n) return 0;
  pairs.sort((a, b) => a.value - b.value);
  let [sum, ties] = [0, 0];
  for (let i = 0; i < n;) {
    let j = i;
    while (j < n && pairs[j]!.value === pairs[i]!.value) j += 1;
    const rank = (i + j + 1) / 2;
    for (let k = i; k < j; k++) sum += pairs[k]!.bad * rank;
    ties += (j - i) ** 3 - (j - i);
    i = j;
  }
  const variance = ((bad * (n - bad)) / 12) * (n + 1 - ties / (n * (n - 1)));
  return variance > 0 ? Math.abs(sum - (bad * (n + 1)) / 2) / Math.sqrt(variance) : 0;
}

/** The value that goes wrong more often than the rest, by the deviations of the hypergeometric count. */
function countDifference(
  values: readonly (number | string | undefined)[],
  outcome: readonly number[]
): { z: number; level: Difference['stands_out'] } {
  const counts = new Map<string, { bad: number; of: number }>();
  let [n, bad] = [0, 0];
  values.forEach((value, i) => {
    if (value === undefined) return;
    const key = String(value);
    const count = counts.get(key) ?? { bad: 0, of: 0 };
    counts.set(key, { bad: count.bad + outcome[i]!, of: count.of + 1 });
    n += 1;
    bad += outcome[i]!;
  });
  let best: { z: number; level: Difference['stands_out'] } = { z: 0, level: null };
  for (const [value, count] of counts) {
    const expected = (count.of * bad) / n;
    const variance = n > 1 ? (expected * (1 - bad / n) * (n - count.of)) / (n - 1) : 0;
    const z = variance > 0 ? (count.bad - expected) / Math.sqrt(variance) : 0;
    if (z > best.z)
      best = { z, level: { value, ...count, others_bad: bad - count.bad, others: n - count.of } };
  }
  return best;
}

/** Where in a sorted list the first value is that is not below. */
function firstAtLeast(sorted: readonly number[], value: number): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle]! < value) low = middle + 1;
    else high = middle;
  }
  return low;
}
