import { nowMs } from '$core/time/now';
import { testFigure } from '$core/bench/heap-test';
import { CURVE_WORDS, fittedAt, temperCurve, type CurveFit } from '$core/bench/temper-curve';
import { SPLASH_SHARE, climbNow, nextOnLadder, type Rung } from '$core/bench/temper-ladder';
import { believedMass } from '$core/heap/state/belief';
import { readingOfHeap } from '$core/heap/entry';
import type { EventKind } from '$core/heap/kinds';
import { asPercent } from '$core/quantity/display';
import { middle } from '$core/reference/targets';
import type { Database } from '../database/database';
import { balancesOf, entriesOf, lastBelief } from './heap-ledger';
import { heapRow } from './heaps';
import { ledgerFor } from './ledger-cache';

/** Tests this close in time, with nothing done to the heap between, are taken on the same sand: they make one point. */
const SAME_SAND_MS = 20 * 60_000;

/** What may bring the next rung its water. */
const WETTING: readonly EventKind[] = ['water', 'mixed', 'added'];

/** How far beyond its points and window a curve is drawn, and in how many steps. */
const BEYOND = 0.003;
const STEPS = 40;

/**
 * The temper curve of a heap from its own compactability and compression tests, each placed at the moisture
 * that was believed when it was made; and how far its ladder was climbed by `now`.
 */
export async function readLadder(db: Database, heap_id: number, now = nowMs()) {
  const heap = await heapRow(db, heap_id);
  const ledger = await ledgerFor(db, heap);
  const { nature } = ledger;
  const balances = balancesOf(ledger);
  const belief = lastBelief(ledger);
  const points: Rung[] = [];
  let splashed_ms: number | null = null;
  let same_sand = false;
  for (const [i, entry] of entriesOf(ledger).entries()) {
    if (WETTING.includes(entry.event.kind)) splashed_ms = Date.parse(entry.at);
    if (entry.event.kind !== 'tested' && entry.event.kind !== 'noted') same_sand = false;
    const test = readingOfHeap(entry.event);
    if (test?.kind !== 'compactability' && test?.kind !== 'green-compression') continue;
    const ms = Date.parse(entry.at);
    const last = points.at(-1);
    const reading = test.kind === 'compactability' ? 'compactability' : 'strength_pa';
    const { moisture } = balances[i]!;
    if (last && same_sand && ms - last.ms < SAME_SAND_MS && last[reading] === undefined)
      Object.assign(last, { [reading]: testFigure(test)!, moisture });
    else points.push({ ms, moisture, [reading]: testFigure(test)! });
    same_sand = true;
  }
  const target = nature.targets.compactability ?? { min: 0.4, max: 0.5 };
  const curve = temperCurve(points, middle(target));
  const rungs = climbNow(points, now);
  const moistures = points.map((point) => point.moisture);
  const { min, max } = nature.targets.moisture;
  const from = Math.max(0, Math.min(...moistures, min) - BEYOND);
  const to = Math.max(...moistures, max) + BEYOND;
  const sweep = (fit: CurveFit | null, scale: number) =>
    fit &&
    Array.from({ length: STEPS + 1 }, (_, i) => fitRecord(fit, from + ((to - from) * i) / STEPS, scale));
  return {
    points: points.map(pointRecord),
    /** The ladder that is being climbed: its rungs so far, and what comes next. */
    climb: {
      rungs: rungs.map(pointRecord),
      next: nextOnLadder(rungs, splashed_ms),
      splash_kg: SPLASH_SHARE * believedMass(belief).value
    },
    target_compactability_percent: { min: asPercent(target.min), max: asPercent(target.max) },
    peak: curve.peak && {
      moisture_percent: asPercent(curve.peak.moisture),
      interval: curve.peak.interval.map(asPercent),
      strength_kpa: curve.peak.strength_pa / 1000
    },
    temper_moisture_percent: curve.temper_moisture === null ? null : asPercent(curve.temper_moisture),
    /** Holds it nine times in ten. */
    temper_interval: curve.temper_interval?.map(asPercent) ?? null,
    /** The fitted courses, each with the range that holds it nine times in ten. */
    strength_kpa: sweep(curve.strength_fit, 1 / 1000),
    compactability_percent: sweep(curve.compactability_fit, 100),
    findings: curve.findings.map((finding) => CURVE_WORDS[finding])
  };
}

function pointRecord({ ms, moisture, strength_pa, compactability }: Rung) {
  return {
    at: new Date(ms).toISOString(),
    moisture_percent: asPercent(moisture),
    strength_kpa: strength_pa === undefined ? null : strength_pa / 1000,
    compactability_percent: compactability === undefined ? null : asPercent(compactability)
  };
}

/** A fit at a moisture; strength and compactability are never below nothing. */
function fitRecord(fit: CurveFit, moisture: number, scale: number) {
  const { value, low, high } = fittedAt(fit, moisture);
  const shown = (si: number) => Math.max(0, si * scale);
  return { moisture_percent: asPercent(moisture), value: shown(value), low: shown(low), high: shown(high) };
}
