import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aimMoisture, moistureAtRatio, temperWindow } from '$core/judge/temper-window';
import { temperVerdict } from '$core/judge/temper-verdict';
import { arrivalOf } from '$core/material/arrival';
import {
  composition,
  dryShare,
  moistureFraction,
  plus,
  totalMass,
  type Composition
} from '$core/material/composition';
import { HEAP_BINDERS, TARGETS } from '$core/reference/targets';
import { mixingSteps, mullingMinutes } from './mixing-order';
import { prescribe, type StockAtHand } from './prescription';
import { costOf, stockCheck } from './stock-check';

const targets = TARGETS['sodium-bentonite'];
const stock = (binder_kg: number | null = null): StockAtHand => ({
  binder: { moisture_fraction: 0.09, active_fraction: 0.9, available_kg: binder_kg },
  sand: { moisture_fraction: 0.002, active_fraction: 0, available_kg: null },
  oil: { moisture_fraction: 0, active_fraction: 1, available_kg: null }
});
/** A heap of 40 kg of dry mix with this share of active clay and this moisture. */
const heap = (active: number, moisture: number): Composition =>
  composition({
    grain: 40 * (1 - active),
    active_clay: 40 * active,
    water: (40 * moisture) / (1 - moisture)
  });
const ask = (sand: Composition, at = stock()) => prescribe('water', targets, sand, at);

describe('temper window', () => {
  it('follows the clay that is there: 7.2 % at τ 0.38 to 0.48, kept above 2.8 %', () => {
    const window = temperWindow(targets, 0.072);
    expect(window.min).toBe(0.028);
    expect(window.max).toBeCloseTo(moistureAtRatio(0.48, 0.072), 12);
  });
  it('is the user’s own window where there is no ratio', () => {
    expect(temperWindow({ ...targets, temper_ratio: null }, 0.068)).toEqual(targets.moisture);
  });
  it('always lies within the moisture window of its kind and is wide enough to hit', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...HEAP_BINDERS),
        fc.double({ min: 0, max: 0.3, noNaN: true }),
        (binder, active) => {
          const window = temperWindow(TARGETS[binder], active);
          expect(window.max - window.min).toBeGreaterThanOrEqual(0.004 - 1e-12);
          expect(window.min).toBeGreaterThanOrEqual(TARGETS[binder].moisture.min - 1e-12);
          expect(window.max).toBeLessThanOrEqual(TARGETS[binder].moisture.max + 1e-12);
        }
      )
    );
  });
});

describe('verdict', () => {
  const at = (moisture: number, active_clay = 0.08) =>
    temperVerdict('water', targets, { total_kg: 40, moisture, active_clay, oil: 0 });
  it('climbs from dry to too wet', () => {
    expect([0.01, 0.027, 0.034, 0.042, 0.055].map((w) => at(w))).toEqual([
      'dry',
      'a-little-dry',
      'in-temper',
      'a-little-wet',
      'too-wet'
    ]);
  });
  it('judges oil sand by the water it should not have', () => {
    const oil = (moisture: number, share: number) =>
      temperVerdict('oil', TARGETS.oil, { total_kg: 10, moisture, active_clay: 0.047, oil: share });
    expect([oil(0.002, 0.018), oil(0.006, 0.018), oil(0.009, 0.018), oil(0.002, 0.01)]).toEqual([
      'in-temper',
      'a-little-wet',
      'too-wet',
      'short-of-oil'
    ]);
  });
  it('has a word for an empty heap', () => {
    expect(temperVerdict('water', targets, { total_kg: 0, moisture: 0, active_clay: 0, oil: 0 })).toBe(
      'empty'
    );
  });
});

describe('prescribe', () => {
  it('asks for water alone when only water is missing, in splashes', () => {
    const answer = ask(heap(0.08, 0.022));
    expect(answer.need).toBe('water');
    expect(answer.binder_kg).toBe(0);
    expect(answer.splashes_kg.reduce((a, b) => a + b, 0)).toBeCloseTo(answer.water_kg, 12);
    expect(moistureFraction(answer.after)).toBeCloseTo(aimMoisture(targets, 0.08), 10);
    expect(answer.reason).toContain('0.43 of its weight');
  });
  it('asks for clay and water together when clay is short', () => {
    const answer = ask(heap(0.055, 0.022));
    expect(answer.need).toBe('clay-and-water');
    expect(dryShare(answer.after, 'active_clay')).toBeCloseTo(0.0775, 10);
    expect(moistureFraction(answer.after)).toBeCloseTo(answer.aim.moisture, 10);
    expect(answer.rest_s).toBeGreaterThan(ask(heap(0.08, 0.022)).rest_s);
  });
  it('names the material that stock lacks', () => {
    const answer = ask(heap(0.055, 0.022), stock(0.2));
    expect(answer.missing).toEqual([
      { what: 'binder', short_kg: expect.closeTo(answer.binder_kg - 0.2, 10) }
    ]);
  });
  it('offers dry mix or drying off, with how long, when too wet', () => {
    const wet = heap(0.08, 0.055);
    const answer = ask(wet);
    expect(answer.need).toBe('dry-mix-or-drying');
    expect(answer.water_kg).toBe(0);
    expect(moistureFraction(answer.after)).toBeCloseTo(answer.aim.moisture, 10);
    expect(answer.dry_off_s).toBeGreaterThan(1800);
    const { binder, sand } = stock();
    const mixed = plus(
      plus(wet, arrivalOf({ role: 'binder', kg: answer.dry_mix!.binder_kg, ...binder })),
      arrivalOf({ role: 'sand', kg: answer.dry_mix!.sand_kg, ...sand })
    );
    expect(moistureFraction(mixed)).toBeCloseTo(answer.aim.moisture, 10);
    expect(dryShare(mixed, 'active_clay')).toBeCloseTo(0.08, 10);
  });
  it('leaves sand in temper alone, and an empty heap too', () => {
    expect(ask(heap(0.08, aimMoisture(targets, 0.08))).need).toBe('nothing');
    expect(ask(composition()).need).toBe('sand');
  });
  it('does not prescribe a clay weaker than the mix', () => {
    const weak = { ...stock(), binder: { moisture_fraction: 0.09, active_fraction: 0.05, available_kg: 50 } };
    const answer = ask(heap(0.055, 0.01), weak);
    expect(answer.binder_kg).toBe(0);
    expect(answer.missing[0]?.what).toBe('binder');
  });
  it('doses oil and organoclay to their windows, keeps water out', () => {
    const dryMix = composition({ grain: 9.5, active_clay: 0.42, oil: 0.1, water: 0.02 });
    const oilStock: StockAtHand = {
      ...stock(),
      binder: { moisture_fraction: 0.01, active_fraction: 1, available_kg: 2 }
    };
    const answer = prescribe('oil', TARGETS.oil, dryMix, oilStock);
    expect(answer.need).toBe('oil');
    expect(dryShare(answer.after, 'oil')).toBeCloseTo(
      TARGETS.oil.oil!.min * 0.75 + TARGETS.oil.oil!.max * 0.25,
      10
    );
    expect(answer.water_kg).toBe(0);
    const damp = prescribe('oil', TARGETS.oil, { ...dryMix, water: 0.12 }, oilStock);
    expect(damp.need).toBe('drying');
    expect(damp.reason).toContain('Do not pour');
  });
  it('carried out, always leaves the sand in temper', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...HEAP_BINDERS.filter((binder) => binder !== 'oil')),
        fc.double({ min: 0.02, max: 0.2, noNaN: true }),
        fc.double({ min: 0.001, max: 0.12, noNaN: true }),
        (binder, active, moisture) => {
          const answer = prescribe('water', TARGETS[binder], heap(active, moisture), stock());
          const after = answer.after;
          const verdict = temperVerdict('water', TARGETS[binder], {
            total_kg: totalMass(after),
            moisture: moistureFraction(after),
            active_clay: dryShare(after, 'active_clay'),
            oil: 0
          });
          expect(verdict).toBe('in-temper');
        }
      )
    );
  });
});

describe('stock check', () => {
  it('finds what is short and the largest batch that stock would make', () => {
    const check = stockCheck([
      { lot_id: 1, needed_kg: 25, on_hand_kg: 50 },
      { lot_id: 2, needed_kg: 2.5, on_hand_kg: 2 },
      { lot_id: 1, needed_kg: 5, on_hand_kg: 50 }
    ]);
    expect(check.enough).toBe(false);
    expect(check.largest_factor).toBeCloseTo(0.8, 12);
    expect(check.lines[0]).toMatchObject({ needed_kg: 30, left_kg: 20, short_kg: 0 });
    expect(check.lines[1]!.short_kg).toBeCloseTo(0.5, 12);
  });
  it('prices by currency and counts what has no price', () => {
    const { cost, unpriced } = costOf([
      { kg: 25, bought_kg: 25, cost: 8, currency: 'EUR' },
      { kg: 1, bought_kg: 5, cost: 10, currency: 'EUR' },
      { kg: 1, bought_kg: 2, cost: 3, currency: 'GBP' },
      { kg: 1, bought_kg: 2, cost: null, currency: 'GBP' }
    ]);
    expect(cost).toEqual({ EUR: 10, GBP: 1.5 });
    expect(unpriced).toBe(1);
  });
  it('has no bound when nothing is drawn from stock', () =>
    expect(stockCheck([]).largest_factor).toBe(Infinity));
});

describe('mixing order', () => {
  it('puts clay on dry sand before water, with the dust caution at that step', () => {
    const steps = mixingSteps('water', ['sand', 'binder', 'water', 'carbon'], 30);
    expect(steps[0]).toMatchObject({ roles: ['sand', 'binder'], caution: 'dust' });
    expect(steps.findIndex((step) => step.roles.includes('water'))).toBe(1);
    expect(mullingMinutes(steps)).toBe(12);
  });
  it('puts the activator last but for the riddle, and warns of fire', () => {
    const steps = mixingSteps('oil', ['sand', 'binder', 'oil', 'activator'], 10);
    expect(steps.at(-2)).toMatchObject({ roles: ['activator'], caution: 'flammable' });
    expect(steps.some((step) => step.roles.includes('water'))).toBe(false);
  });
});
