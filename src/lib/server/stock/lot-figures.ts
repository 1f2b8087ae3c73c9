import { mean } from 'simple-statistics';
import { grading } from '$core/bench/formula/grading';
import { combined } from '$core/bench/formula/home-clay';
import { meanAndSpread } from '$core/bench/formula/repeats';
import { testFigure, type HeapTest } from '$core/bench/heap-test';
import { testSd } from '$core/bench/test-accuracy';
import { asPercent } from '$core/quantity/display';
import { INGREDIENTS, type MaterialKind, type Role } from '$core/reference/ingredients';
import type { LotFigure, StatedAt } from '../database/tables';

/** A figure and whether somebody stated it, tested it, or the handbook says so. */
export interface Sourced {
  value: number;
  source: 'your entry' | 'your tests' | 'handbook';
  /** One standard deviation, where household tests left more of it open than a bag's. */
  sd?: number;
}

/** A test of a lot that counts, and when it was written down. */
export interface CountingTest {
  test: HeapTest;
  at: string;
  created_at: string;
}

/** What the user stated of a lot; fractions, null where nothing was. */
export interface StatedFigures {
  kind: MaterialKind;
  moisture_fraction: number | null;
  active_fraction: number | null;
  fines_fraction: number | null;
  fineness_number: number | null;
  stated_at: StatedAt | null;
  created_at: string;
}

export interface LotFigures {
  moisture_percent: Sourced;
  active_percent: Sourced;
  /** Null: nobody knows, and the handbook has none. */
  fines_percent: Sourced | null;
  fineness: Sourced | null;
  /** What of a clay that is ground at home comes through the sieve. */
  yield_percent: Sourced | null;
}

/** Repeats are tests of one kind within half a day of the latest. */
const REPEATS_MS = 12 * 3_600_000;

/**
 * The figures that count for a lot: what was stated or tested last, and else the handbook's. Repeats of a test
 * are averaged.
 */
export function lotFigures(stated: StatedFigures, tests: readonly CountingTest[]): LotFigures {
  const defaults = INGREDIENTS[stated.kind];
  const pick = (
    figure: LotFigure,
    own: number | null,
    read: (test: HeapTest, role: Role) => number | null
  ): { value: number; source: 'your entry' | 'your tests' } | null => {
    const tested = latestMean(tests, (test) => read(test, defaults.role));
    const said = stated.stated_at?.[figure] ?? stated.created_at;
    if (tested && (own === null || tested.created_at > said)) {
      return { value: tested.value, source: 'your tests' };
    }
    return own === null ? null : { value: own, source: 'your entry' };
  };
  const percent = (figure: { value: number; source: 'your entry' | 'your tests' } | null): Sourced | null =>
    figure && { value: asPercent(figure.value), source: figure.source };
  const handbook = (fraction: number): Sourced => ({ value: asPercent(fraction), source: 'handbook' });
  return {
    moisture_percent:
      percent(pick('moisture', stated.moisture_fraction, moistureOf)) ?? handbook(defaults.moisture_fraction),
    active_percent:
      household(stated, tests) ??
      percent(pick('active', stated.active_fraction, activeOf)) ??
      handbookActive(stated.kind),
    fines_percent: percent(pick('fines', stated.fines_fraction, finesOf)),
    fineness: pick('fineness', stated.fineness_number, finenessOf),
    yield_percent: yieldOf(tests)
  };
}

function handbookActive(kind: MaterialKind): Sourced {
  const { active_fraction, active_sd } = INGREDIENTS[kind];
  return {
    value: asPercent(active_fraction),
    source: 'handbook',
    ...(active_sd !== undefined && { sd: asPercent(active_sd) })
  };
}

const HOUSEHOLD = ['settling-jar', 'trial-cylinders'] as const;

/**
 * The active share of a clay by household tests: the latest repeats of each kind, weighed by their doubt. Null where dye
 * tells more, or where somebody stated it since.
 */
function household(stated: StatedFigures, tests: readonly CountingTest[]): Sourced | null {
  if (tests.some(({ test }) => test.kind === 'methylene-blue')) return null;
  const findings = HOUSEHOLD.flatMap((kind) => {
    const told = latestRepeats(tests, (test) => (test.kind === kind ? testFigure(test) : null));
    if (!told) return [];
    const { mean: value, spread } = meanAndSpread(told.repeats.map(({ value }) => value));
    // Repeats of a jar share its leans: they narrow the reading, not what it stands for.
    const sd = Math.max(testSd(told.repeats[0]!.test), spread ?? 0);
    return [{ value, sd, created_at: told.created_at }];
  });
  if (findings.length === 0) return null;
  const latest = findings
    .map(({ created_at }) => created_at)
    .sort()
    .at(-1)!;
  const said = stated.stated_at?.active ?? stated.created_at;
  if (stated.active_fraction !== null && latest <= said) return null;
  const { value, sd } = combined(findings);
  return { value: asPercent(value), source: 'your tests', sd: asPercent(sd) };
}

function yieldOf(tests: readonly CountingTest[]): Sourced | null {
  const told = latestMean(tests, (test) => (test.kind === 'grinding' ? testFigure(test) : null));
  return told && { value: asPercent(told.value), source: 'your tests' };
}

const moistureOf = (test: HeapTest): number | null =>
  test.kind === 'moisture' || test.kind === 'probe' ? testFigure(test) : null;

/** Clay is active as far as it takes dye, carbon as far as it burns. */
const activeOf = (test: HeapTest, role: Role): number | null => {
  const tells = role === 'binder' ? 'methylene-blue' : role === 'carbon' ? 'ignition' : null;
  return test.kind === tells ? Math.min(1, testFigure(test)!) : null;
};

const finesOf = (test: HeapTest): number | null =>
  test.kind === 'sieve' ? grading(test.retained, test.sample_g ?? undefined).fines : null;

const finenessOf = (test: HeapTest): number | null =>
  test.kind === 'sieve' ? grading(test.retained, test.sample_g ?? undefined).likely_fineness_number : null;

/** Mean of the latest repeats that tell the figure. */
function latestMean(
  tests: readonly CountingTest[],
  read: (test: HeapTest) => number | null
): { value: number; created_at: string } | null {
  const told = latestRepeats(tests, read);
  return told && { value: mean(told.repeats.map(({ value }) => value)), created_at: told.created_at };
}

/** The latest repeats that tell the figure, and when the last of them was written down. */
function latestRepeats(
  tests: readonly CountingTest[],
  read: (test: HeapTest) => number | null
): { repeats: { test: HeapTest; value: number }[]; created_at: string } | null {
  const told = tests
    .map(({ test, at, created_at }) => ({ test, value: read(test), ms: Date.parse(at), created_at }))
    .filter((each): each is typeof each & { value: number } => each.value !== null);
  if (told.length === 0) return null;
  const latest = Math.max(...told.map(({ ms }) => ms));
  const repeats = told.filter(({ ms }) => latest - ms <= REPEATS_MS);
  return {
    repeats,
    created_at: repeats
      .map(({ created_at }) => created_at)
      .sort()
      .at(-1)!
  };
}
