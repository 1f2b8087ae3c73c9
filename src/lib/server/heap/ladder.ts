import { testFigure } from '$core/bench/heap-test';
import { CURVE_WORDS, temperCurve, type CurvePoint } from '$core/bench/temper-curve';
import { believedMoisture, firstBelief } from '$core/heap/belief';
import { advance } from '$core/heap/estimate';
import { asPercent } from '$core/quantity/display';
import { middle } from '$core/reference/targets';
import type { Database } from '../database/database';
import { heapRow, natureOf } from './heaps';
import { loadLedger } from './ledger';

/** Tests this close in time are taken on the same sand, that is, they make one point. */
const SAME_SAND_MS = 20 * 60_000;

export type LadderRecord = Awaited<ReturnType<typeof readLadder>>;

/**
 * The temper curve of a heap from its own compactability and compression tests, each placed at the moisture
 * that was believed when it was made.
 */
export async function readLadder(db: Database, heap_id: number) {
  const heap = await heapRow(db, heap_id);
  const nature = natureOf(heap);
  const points: (CurvePoint & { ms: number })[] = [];
  let belief = firstBelief(nature);
  for (const entry of await loadLedger(db, heap_id)) {
    belief = advance(nature, belief, entry);
    if (entry.event.kind !== 'tested') continue;
    const { test } = entry.event;
    if (test.kind !== 'compactability' && test.kind !== 'green-compression') continue;
    const ms = Date.parse(entry.at);
    const last = points.at(-1);
    const reading = test.kind === 'compactability' ? 'compactability' : 'strength_pa';
    const moisture = believedMoisture(belief).value;
    if (last && ms - last.ms < SAME_SAND_MS && last[reading] === undefined)
      Object.assign(last, { [reading]: testFigure(test)!, moisture });
    else points.push({ ms, moisture, [reading]: testFigure(test)! });
  }
  const target = nature.targets.compactability ?? { min: 0.4, max: 0.5 };
  const curve = temperCurve(points, middle(target));
  return {
    points: points.map(({ ms, moisture, strength_pa, compactability }) => ({
      at: new Date(ms).toISOString(),
      moisture_percent: asPercent(moisture),
      strength_kpa: strength_pa === undefined ? null : strength_pa / 1000,
      compactability_percent: compactability === undefined ? null : asPercent(compactability)
    })),
    target_compactability_percent: { min: asPercent(target.min), max: asPercent(target.max) },
    peak: curve.peak && {
      moisture_percent: asPercent(curve.peak.moisture),
      interval: curve.peak.interval.map(asPercent),
      strength_kpa: curve.peak.strength_pa / 1000
    },
    temper_moisture_percent: curve.temper_moisture === null ? null : asPercent(curve.temper_moisture),
    /** Coefficients over moisture as a fraction: strength in kPa, compactability as a fraction. */
    strength_fit: curve.strength_fit?.map((value) => value / 1000) ?? null,
    compactability_fit: curve.compactability_fit,
    findings: curve.findings.map((finding) => CURVE_WORDS[finding])
  };
}
