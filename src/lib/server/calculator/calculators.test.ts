import { describe, expect, it } from 'vitest';
import type { CalculatorRequest } from '$lib/schema/calculator';
import { Refusal } from '../refusal';
import { answers } from './calculators';

type Batch = { additions: { ingredient: string; kg: number }[]; splashes_kg: number[] } & Record<
  string,
  number
>;
const batch = (fields: Partial<CalculatorRequest<'batch'>>) =>
  answers.batch({
    system: 'water',
    dry_sand_kg: 25,
    binder_phs: 10,
    binder_as: 'product',
    moisture_percent: 3.8,
    ...fields
  } as CalculatorRequest<'batch'>) as Batch;
type Correction = { findings: string[]; result: Record<string, number>; splashes_kg: number[] } & Record<
  string,
  number
>;
const correction = (fields: object) =>
  answers.correction(fields as CalculatorRequest<'correction'>) as Correction;

describe('batch', () => {
  it('counts stock as dry and fully active unless said', () => {
    const answer = batch({});
    expect(answer.additions.map((each) => each.ingredient)).toEqual(['sand', 'binder', 'water']);
    expect(answer.additions[2]!.kg).toBeCloseTo(1.0863, 4);
    expect(answer.active_clay_percent).toBeCloseTo(100 / 11, 8);
    expect(answer.temper_ratio).toBeCloseTo(1.0863 / 2.5, 4);
  });
  it('weighs more of a weak clay when the parts mean active clay', () => {
    const binder = { moisture_percent: 9, active_percent: 85 };
    const [product, active] = [batch({ binder }), batch({ binder, binder_as: 'active' })];
    expect(active.additions[1]!.kg / product.additions[1]!.kg).toBeCloseTo(1 / 0.85, 10);
    expect(active.additions[1]!.kg).toBeCloseTo(2.5 / 0.85 / 0.91, 8);
  });
  it('mixes oil sand from oil, clay and activator, with no water', () => {
    const answer = batch({ system: 'oil', binder_phs: 5, oil_phs: 2, activator_phs: 0.2 });
    expect(answer.additions).toEqual([
      { ingredient: 'sand', kg: 25 },
      { ingredient: 'binder', kg: 1.25 },
      { ingredient: 'oil', kg: 0.5 },
      { ingredient: 'activator', kg: 0.05 }
    ]);
    expect(answer.total_kg).toBeCloseTo(26.8, 10);
    expect(answer.splashes_kg).toEqual([]);
  });
  it('has no use for oil in green sand', () => expect(() => batch({ oil_phs: 2 })).toThrow(Refusal));
  it('says what too damp a stock has to lose', () => {
    expect(batch({ sand: { moisture_percent: 6 } }).water_to_lose_kg).toBeGreaterThan(0.4);
  });
});

describe('correction', () => {
  const heap = { total_kg: 52, moisture_percent: 2.4, active_clay_percent: 7, dead_clay_percent: 3 };
  it('adds water, and says what the heap is then', () => {
    const answer = correction({ heap, target: { moisture_percent: 3.5 }, splashes: 4 });
    expect(answer.water_kg).toBeCloseTo(0.5927, 4);
    expect(answer.splashes_kg).toHaveLength(4);
    expect(answer.result.moisture_percent).toBeCloseTo(3.5, 10);
    expect(answer.result.dead_clay_percent).toBeCloseTo((52 * 3) / 52.5927, 4);
  });
  it('brings too-wet sand down with a dry mix that keeps its clay, too', () => {
    const wet = correction({
      heap: { ...heap, moisture_percent: 4.5 },
      target: { moisture_percent: 3.5, active_clay_percent: 7 },
      binder: { active_percent: 85, moisture_percent: 9 }
    });
    expect(wet.water_to_lose_kg).toBeGreaterThan(0.4);
    expect(wet.dry_mix_kg).toBeGreaterThan(10);
    expect(wet.water_kg).toBe(0);
  });
  it('says when the heap is richer in clay than asked', () => {
    const rich = correction({ heap, target: { moisture_percent: 3.5, active_clay_percent: 5 } });
    expect(rich.binder_kg).toBe(0);
    expect(rich.findings[0]).toContain('already holds more active clay');
  });
  it('names the clay that is too weak to help', () => {
    const weak = () =>
      correction({
        heap,
        target: { moisture_percent: 3.5, active_clay_percent: 9 },
        binder: { active_percent: 8, moisture_percent: 1 }
      });
    expect(weak).toThrow(/too weak/);
  });
});
