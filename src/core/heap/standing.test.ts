import { ovenOf } from '$core/bench/testing/readings';
import { describe, expect, it } from 'vitest';
import { mean as meanOf, standardDeviation } from 'simple-statistics';
import { composition, totalMass } from '$core/material/composition';
import {
  BOUND_WATER_SD_SHARE,
  DRYING_LOG_SD,
  WEATHER_LOG_SD,
  WEATHER_SPELL_DAYS
} from '$core/reference/accuracy';
import { TARGETS } from '$core/reference/targets';
import {
  DRYING,
  WEATHER,
  believedMoisture,
  drafted,
  firstBelief,
  sandOf,
  type HeapNature
} from './state/belief';
import { WATER, toVector } from './state/bodies';
import { sizeOf } from './state/covariance';
import { SHED, holdingOf, waterAfterStanding, type Cover } from './state/drying';
import type { LedgerEntry } from './entry';
import { advance, believe } from './estimate';
import { standUntil } from './standing';
import { spellOver } from './weather-spell';

const START = Date.UTC(2026, 2, 1);
const at = (days: number) => new Date(START + days * 86_400_000).toISOString();
const nature = (cover: Cover): HeapNature => ({
  system: 'water',
  binder: 'sodium-bentonite',
  targets: TARGETS['sodium-bentonite'],
  container: { cover, exposed_area_m2: 0.12 },
  scale_g: 0.1
});
const sand = composition({ grain: 34, active_clay: 3, dead_clay: 0.3, fines: 0.6, water: 1.3 });
/** A heap known but for its water and its drying. */
function known(cover: Cover, water_sd: number) {
  const draft = drafted({ ...firstBelief(nature(cover)), at: at(0) });
  draft.mean.set(toVector(sand));
  draft.covariance[WATER * sizeOf(draft.covariance) + WATER] = water_sd ** 2;
  return draft;
}
function normals(seed: number) {
  let state = seed;
  const next = () => (state = (state * 16807) % 2147483647) / 2147483647;
  return () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
}

describe('a spell of weather', () => {
  it('has the moments of the process stepped through', () => {
    const normal = normals(11);
    const steps = 400;
    const days = 20;
    const keep = Math.exp(-days / steps / WEATHER_SPELL_DAYS);
    const averages: number[] = [];
    const ends: number[] = [];
    for (let run = 0; run < 4000; run++) {
      let [w, sum] = [0.5, 0];
      for (let i = 0; i < steps; i++) {
        const before = w;
        w = keep * w + WEATHER_LOG_SD * Math.sqrt(1 - keep * keep) * normal();
        sum += (before + w) / 2;
      }
      averages.push(sum / steps);
      ends.push(w);
    }
    const spell = spellOver(days, WEATHER_SPELL_DAYS, WEATHER_LOG_SD);
    expect(meanOf(averages)).toBeCloseTo(0.5 * spell.average_of_start, 1);
    expect(meanOf(ends)).toBeCloseTo(0.5 * spell.end_of_start, 1);
    expect(standardDeviation(averages) / Math.sqrt(spell.average_variance)).toBeCloseTo(1, 1);
    expect(standardDeviation(ends) / Math.sqrt(spell.end_variance)).toBeCloseTo(1, 1);
    const shared = meanOf(averages.map((a, i) => (a - meanOf(averages)) * (ends[i]! - meanOf(ends))));
    expect(shared / spell.covariance).toBeCloseTo(1, 1);
  });
  it('keeps its digits over a minute, and is one whether it is cut or not', () => {
    const minute = spellOver(1 / 1440, 14, 0.4);
    expect(minute.average_variance).toBeCloseTo(((2 / 3) * 0.16) / 1440 / 14, 9);
    const [whole, half] = [spellOver(10, 14, 0.4), spellOver(5, 14, 0.4)];
    expect(half.end_of_start ** 2).toBeCloseTo(whole.end_of_start, 12);
    expect(half.end_variance * (1 + half.end_of_start ** 2)).toBeCloseTo(whole.end_variance, 12);
    // The average over two halves: each half's own, and the second's by where the first left off.
    const second = half.average_of_start;
    const variance =
      (half.average_variance +
        2 * second * half.covariance +
        second ** 2 * half.end_variance +
        half.average_variance) /
      4;
    expect(variance).toBeCloseTo(whole.average_variance, 12);
  });
});

describe('drying in the estimate', () => {
  it.each([
    ['open', 4],
    ['cloth', 15],
    ['lid', 40],
    ['open', 60]
  ] as const)(
    'under %s for %i days: mean and doubt as a run of heaps and weathers gives them',
    (cover, days) => {
      const before = known(cover, 0.1);
      const carried = standUntil(nature(cover), before, at(days));
      const normal = normals(3);
      const spell = spellOver(days, WEATHER_SPELL_DAYS, WEATHER_LOG_SD);
      const holding = holdingOf(sand, 0.43);
      const left = Array.from({ length: 20_000 }, () => {
        const log =
          DRYING_LOG_SD * normal() +
          spell.average_of_start * WEATHER_LOG_SD * normal() +
          Math.sqrt(spell.average_variance) * normal();
        const water_kg = sand.water + 0.1 * normal();
        const case_ = { ...holding, water_kg, cover, exposed_area_m2: 0.12, climate: SHED };
        return waterAfterStanding(case_, days * 24 * Math.exp(log));
      });
      const size = sizeOf(carried.covariance);
      const sd = Math.sqrt(carried.covariance[WATER * size + WATER]!);
      expect(Math.abs(carried.mean[WATER]! - meanOf(left)) / sd).toBeLessThan(0.1);
      // The doubt of the run, and what sands differ in the water that they keep.
      const bound = BOUND_WATER_SD_SHARE * holding.bound_kg;
      const spread = standardDeviation(left);
      expect(sd).toBeGreaterThan(0.9 * spread);
      expect(sd).toBeLessThan(1.12 * Math.hypot(spread, bound));
    }
  );
  it('is not sharpened by looking in between: twenty notes change nothing', () => {
    const stood = standUntil(nature('lid'), known('lid', 0.02), at(28));
    let noted = known('lid', 0.02) as ReturnType<typeof standUntil>;
    for (let i = 1; i <= 20; i++)
      noted = advance(nature('lid'), noted, { id: i, at: at(1.4 * i), event: { kind: 'noted' } });
    expect(believedMoisture(noted).value).toBeCloseTo(believedMoisture(stood).value, 3);
    const sharpened = believedMoisture(noted).sd / believedMoisture(stood).sd;
    expect(sharpened).toBeGreaterThan(0.95);
    expect(sharpened).toBeLessThan(1.12);
    expect(believedMoisture(stood).sd).toBeGreaterThan(0.002);
  });
  it('sand dried out is as dry as its clay lets it, give or take how sands differ', () => {
    const stood = standUntil(nature('open'), known('open', 0.02), at(300));
    const { bound_kg } = holdingOf(sand, 0.43);
    expect(sandOf(stood).water).toBeCloseTo(bound_kg, 2);
    const size = sizeOf(stood.covariance);
    expect(
      Math.sqrt(stood.covariance[WATER * size + WATER]!) / (BOUND_WATER_SD_SHARE * bound_kg)
    ).toBeCloseTo(1, 1);
  });
  it('oil-bonded sand that stands open for months is as dry as the air makes it: 0.1 to 0.2 %, never nothing', () => {
    const oil: HeapNature = { ...nature('open'), system: 'oil', targets: TARGETS.oil };
    for (const water of [0.12, 0.01, 0]) {
      const mixed = known('open', 0.01);
      mixed.mean[WATER] = water;
      const stood = standUntil(oil, mixed, at(300));
      const total = totalMass(sandOf(stood));
      const size = sizeOf(stood.covariance);
      expect(sandOf(stood).water / total).toBeCloseTo(0.0015, 4);
      // Give or take 0.05 %.
      expect(Math.abs(Math.sqrt(stood.covariance[WATER * size + WATER]!) / total - 0.0005)).toBeLessThan(
        1e-4
      );
    }
  });
  it('learns how fast a heap dries from tests before and after, and the weather of a stay apart from it', () => {
    const oven = (id: number, days: number, moisture: number): LedgerEntry => ({
      id,
      at: at(days),
      event: {
        kind: 'tested',
        test: ovenOf(moisture)
      }
    });
    const bought: LedgerEntry = {
      id: 0,
      at: at(0),
      event: {
        kind: 'bought',
        kg: 40,
        moisture_fraction: 0.04,
        active_clay_fraction: 0.08,
        oil_fraction: 0,
        moisture_stated: true,
        active_stated: true
      }
    };
    const rounds = Array.from({ length: 5 }, (_, i): LedgerEntry[] => [
      oven(10 * i + 1, 14 * i, 0.04),
      oven(10 * i + 2, 14 * i + 13.9, 0.028),
      { id: 10 * i + 3, at: at(14 * i + 13.95), event: { kind: 'water', kg: 0.49 } }
    ]).flat();
    const belief = believe(nature('lid'), [bought, ...rounds]);
    expect(belief.mean[DRYING]).toBeGreaterThan(0.2);
    const size = sizeOf(belief.covariance);
    expect(Math.sqrt(belief.covariance[DRYING * size + DRYING]!)).toBeLessThan(0.6 * DRYING_LOG_SD);
    expect(Math.sqrt(belief.covariance[WEATHER * size + WEATHER]!)).toBeGreaterThan(0.5 * WEATHER_LOG_SD);
  });
});
