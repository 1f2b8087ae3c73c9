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
  const columns = usable.map(({ name }) => columnOf(castings, name));
  const observed = columns.map((column) => strength(tally(column, outcome), column.numeric));

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
      columns.map((column) => strength(tally(column, outcome, from[column.unit]), column.numeric))
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
    .map((column, j): Difference => {
      const { name, unit, numeric, levels } = column;
      const chance_alone = alone[j]!(observed[j]!);
      // How often the best of a shuffle is as good.
      const as_good = firstAtLeast(best, chance_alone + 1e-9);
      const counts = tally(column, outcome);
      const of = (is_bad: boolean) =>
        levels.flatMap((level, code) =>
          Array<number>(is_bad ? counts.bad[code]! : counts.of[code]! - counts.bad[code]!).fill(Number(level))
        );
      return {
        name,
        unit,
        chance: (1 + as_good) / (1 + best.length),
        chance_alone,
        medians:
          numeric && of(true).length > 0 && of(false).length > 0
            ? { bad: median(of(true)), good: median(of(false)) }
            : null,
        stands_out: numeric ? null : standsOut(counts, levels),
        castings: counts.n
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

/** A property of all castings: each has one of its levels, by number; -1 where nobody knows. */
interface Column {
  name: string;
  unit: Unit;
  /** Whether its levels are figures, which then rise. */
  numeric: boolean;
  levels: readonly (number | string)[];
  codes: Int32Array;
}

function columnOf(castings: readonly Looked[], name: string): Column {
  const values = castings.map(({ had }) => had[name]);
  const known = values.filter((value) => value !== undefined);
  const numeric = known.every((value) => typeof value === 'number');
  const levels = [...new Set(known)];
  if (numeric) levels.sort((a, b) => Number(a) - Number(b));
  const code = new Map(levels.map((level, i) => [level, i]));
  const codes = Int32Array.from(values, (value) => (value === undefined ? -1 : code.get(value)!));
  return { name, unit: unitOf(castings, values), numeric, levels, codes };
}

/** How many castings there are of each level of a property, and how many of them are bad. */
export interface Tally {
  of: Float64Array;
  bad: Float64Array;
  n: number;
  bad_n: number;
}

/** @param from for each casting, the place whose value it is given */
function tally({ codes, levels }: Column, outcome: readonly number[], from?: readonly number[]): Tally {
  const [of, bad] = [new Float64Array(levels.length), new Float64Array(levels.length)];
  let [n, bad_n] = [0, 0];
  for (let i = 0; i < codes.length; i++) {
    const code = codes[from ? from[i]! : i]!;
    if (code < 0) continue;
    of[code]! += 1;
    bad[code]! += outcome[i]!;
    n += 1;
    bad_n += outcome[i]!;
  }
  return { of, bad, n, bad_n };
}

const strength = (counts: Tally, numeric: boolean): number =>
  numeric ? rankDifference(counts) : Math.max(0, ...countDeviations(counts));

/** How far the ranks of the bad lie from those of the good, in deviations; ties share their rank. */
export function rankDifference({ of, bad, n, bad_n }: Tally): number {
  if (bad_n === 0 || bad_n === n) return 0;
  let [sum, ties, below] = [0, 0, 0];
  for (let code = 0; code < of.length; code++) {
    const many = of[code]!;
    sum += bad[code]! * (below + (many + 1) / 2);
    ties += many ** 3 - many;
    below += many;
  }
  const variance = ((bad_n * (n - bad_n)) / 12) * (n + 1 - ties / (n * (n - 1)));
  return variance > 0 ? Math.abs(sum - (bad_n * (n + 1)) / 2) / Math.sqrt(variance) : 0;
}

/** How many deviations of the hypergeometric count each level goes wrong more often than the rest. */
const countDeviations = ({ of, bad, n, bad_n }: Tally): Float64Array =>
  of.map((many, code) => {
    const expected = (many * bad_n) / n;
    const variance = n > 1 ? (expected * (1 - bad_n / n) * (n - many)) / (n - 1) : 0;
    return variance > 0 ? (bad[code]! - expected) / Math.sqrt(variance) : 0;
  });

/** The level that goes wrong more often than the rest, most deviations of all; null where none does. */
function standsOut(counts: Tally, levels: Column['levels']): Difference['stands_out'] {
  const deviations = countDeviations(counts);
  const most = deviations.indexOf(Math.max(...deviations));
  if (!(deviations[most]! > 0)) return null;
  const [bad, of] = [counts.bad[most]!, counts.of[most]!];
  const others = { others_bad: counts.bad_n - bad, others: counts.n - of };
  return { value: String(levels[most]), bad, of, ...others };
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
