import { quantile, sampleWithReplacement } from 'simple-statistics';
import { chance } from '../../src/lib/server/demo/chance';
import { oneHeap, someNature, type HeapRun, type Outcome, type Untold, type Way } from './session';

/** Every heap of a rough trial by one way of going about it. */
export function roughTrial(
  way: Way,
  heaps: number,
  sessions: number,
  seed: number,
  untold?: Untold
): HeapRun[] {
  return Array.from({ length: heaps }, (_, i) => {
    // Each heap has its own chance, so that ways are compared on the same heaps.
    const by = chance(seed * 1009 + i * 7919);
    return oneHeap(by, someNature(by, i), way, sessions, untold);
  });
}

const NINE_TENTHS = 1.6449;
/** Sand of this multiple of its aim squeezes out like mud. */
const MUD = 1.4;
const share = (of: readonly boolean[]) => of.filter(Boolean).length / of.length;
const mean = (of: readonly number[]) => of.reduce((sum, x) => sum + x, 0) / of.length;
const rms = (of: readonly number[]) => Math.sqrt(mean(of.map((x) => x * x)));

export interface Figures {
  count: number;
  /** Share of the sessions in which nine-in-ten intervals held the truth. */
  moisture_held: number;
  clay_held: number;
  clay_held_at_last: number;
  /** Percentage points. */
  moisture_bias: number;
  landing_rms: number;
  landing_bias: number;
  inside: number;
  /** Share of "in temper" verdicts that were out of the window, and how many there were. */
  in_temper_wrong: number;
  in_temper: number;
  /** Share of the sessions that end without a word, and of "probably in temper" that were. */
  not_known: number;
  probably_right: number;
  /** Sessions that ended in mud: 1.4 times the aim and more. */
  mud: number;
}

export function figures(outcomes: readonly Outcome[]): Figures {
  const last = Math.max(...outcomes.map(({ session }) => session));
  const held = (z: number) => Math.abs(z) <= NINE_TENTHS;
  const landings = outcomes.map(({ landing }) => landing * 100);
  const likely = outcomes.filter(({ verdict }) => verdict === 'probably-in-temper');
  const green = outcomes.filter(({ verdict }) => verdict === 'in-temper');
  return {
    count: outcomes.length,
    moisture_held: 100 * share(outcomes.map(({ moisture_z }) => held(moisture_z))),
    clay_held: 100 * share(outcomes.map(({ clay_z }) => held(clay_z))),
    clay_held_at_last:
      100 * share(outcomes.filter(({ session }) => session === last).map(({ clay_z }) => held(clay_z))),
    moisture_bias: 100 * mean(outcomes.map(({ moisture_off }) => moisture_off)),
    landing_rms: rms(landings),
    landing_bias: mean(landings),
    inside: 100 * share(outcomes.map(({ inside }) => inside)),
    in_temper_wrong:
      green.length === 0 ? 0 : 100 * (1 - share(green.map(({ verdict_inside }) => verdict_inside))),
    in_temper: green.length,
    not_known: 100 * share(outcomes.map(({ verdict }) => verdict === 'not-known')),
    probably_right: 100 * share(likely.map(({ verdict_inside }) => verdict_inside)),
    mud: outcomes.filter(({ factor }) => factor >= MUD).length
  };
}

/** Figures by a property of the heaps. */
export function figuresBy<K extends 'cover' | 'binder'>(
  runs: readonly HeapRun[],
  by: K
): [string, Figures][] {
  const names = [...new Set(runs.map((run) => run[by] as string))];
  return names.map((name) => [
    name,
    figures(runs.filter((run) => run[by] === name).flatMap(({ outcomes }) => outcomes))
  ]);
}

export const waterBonded = (runs: readonly HeapRun[]) => runs.filter(({ binder }) => binder !== 'oil');

/** So many other lots of heaps are drawn from those there were. */
const RESAMPLES = 400;

/**
 * What a figure would come to for other heaps of the same kind: nine times in ten between these.
 *
 * @source bootstrap over heaps, whose sessions hang together (Efron 1979)
 */
export function betweenHeaps(
  runs: readonly HeapRun[],
  figure: (runs: readonly HeapRun[]) => number,
  seed = 1
): [number, number] {
  const by = chance(seed);
  const drawn = Array.from({ length: RESAMPLES }, () =>
    figure(sampleWithReplacement([...runs], runs.length, () => by.between(0, 1)))
  );
  return [quantile(drawn, 0.05), quantile(drawn, 0.95)];
}

/** How far the drying learned, and the handbook's, ended from the truth: mean of the logarithm's error. */
export function dryingErrors(runs: readonly HeapRun[]): { learned: number; handbook: number } {
  return {
    learned: mean(runs.map(({ learned_drying, true_drying }) => Math.abs(learned_drying - true_drying))),
    handbook: mean(runs.map(({ true_drying }) => Math.abs(true_drying)))
  };
}

export interface Questions {
  sound_readings: number;
  blunders_caught: number;
  sound_entries: number;
  slips_caught: number;
}

/** Percentages: of sound ones that were questioned, of bad ones that were caught. */
export function questions(runs: readonly HeapRun[]): Questions {
  const sum = (of: (run: HeapRun) => number) => runs.reduce((total, run) => total + of(run), 0);
  const percent = (part: number, whole: number) => (whole > 0 ? (100 * part) / whole : 0);
  return {
    sound_readings: percent(
      sum((r) => r.readings.sound_questioned),
      sum((r) => r.readings.sound)
    ),
    blunders_caught: percent(
      sum((r) => r.readings.blunders_caught),
      sum((r) => r.readings.blunders)
    ),
    sound_entries: percent(
      sum((r) => r.entries.sound_questioned),
      sum((r) => r.entries.sound)
    ),
    slips_caught: percent(
      sum((r) => r.entries.slips_caught),
      sum((r) => r.entries.slips)
    )
  };
}
