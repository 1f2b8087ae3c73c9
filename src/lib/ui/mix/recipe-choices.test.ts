import { describe, expect, it } from 'vitest';
import type { LotChoice } from './batch-draft';
import { firstChoices, pickOf, recipeMoisture, recipePicks, type MixHeap } from './recipe-choices';

const heap = (fields: Partial<MixHeap> = {}): MixHeap => ({
  id: 1,
  name: 'Shed heap',
  system: 'water',
  binder: 'sodium-bentonite',
  targets: { moisture_percent: { min: 2.8, max: 4.2, source: 'handbook' } },
  ...fields
});
const lot = (
  id: number,
  kind: LotChoice['kind'],
  role: LotChoice['role'],
  on_hand_kg: number
): LotChoice => ({
  id,
  kind,
  role,
  name: kind,
  supplier: null,
  bought_kg: 25,
  on_hand_kg,
  cost: null,
  currency: 'EUR',
  moisture_percent: { value: 9, source: 'handbook' },
  active_percent: { value: 90, source: 'handbook' }
});
const choose = (of: MixHeap, lots: LotChoice[]) => firstChoices(of, recipePicks(of, lots));

describe('what a recipe begins with', () => {
  it('is the handbook’s sand and the heap’s own clay when nothing is in stock', () =>
    expect(choose(heap(), [])).toMatchObject({
      sand: 'kind:washed-silica',
      binder: 'kind:sodium-bentonite'
    }));
  it('is the fullest sand and the clay in stock, passing over an empty bag', () => {
    const lots = [
      lot(1, 'washed-silica', 'sand', 4),
      lot(2, 'olivine', 'sand', 20),
      lot(3, 'sodium-bentonite', 'binder', 0),
      lot(4, 'sodium-bentonite', 'binder', 3),
      lot(5, 'fire-clay', 'binder', 9)
    ];
    expect(choose(heap(), lots)).toMatchObject({ sand: 'lot:2', binder: 'lot:4' });
  });
  it('is the driest sand and organoclay for oil, whatever clay lies there', () => {
    const oil = heap({ system: 'oil', binder: 'oil' });
    const lots = [
      { ...lot(1, 'damp-sand', 'sand', 30), moisture_percent: { value: 3.5, source: 'handbook' } },
      { ...lot(2, 'washed-silica', 'sand', 5), moisture_percent: { value: 0.2, source: 'handbook' } },
      lot(3, 'sodium-bentonite', 'binder', 9)
    ];
    const first = choose(oil, lots);
    expect(first.sand).not.toBe('lot:1');
    expect(first.binder).toBe('kind:organoclay');
    expect(first.oil).toBe('kind:light-oil');
    expect(recipePicks(oil, lots).binders.map(({ kind }) => kind)).toEqual(['organoclay']);
  });
});

describe('the moisture that a recipe is mixed to', () => {
  const picks = recipePicks(heap(), []);
  const clay = pickOf(picks.binders, 'kind:sodium-bentonite');
  it('tempers the clay of the recipe: more clay, more water', () => {
    const at = (phs: number) => recipeMoisture(heap(), clay, phs, 'active');
    expect(at(10)).toBeGreaterThan(at(8));
    // 8 kg of active clay take 0.43 of their weight; the 0.889 kg of fines beside them hold 0.03 of theirs.
    const water = 0.43 * 8 + 0.03 * (8 / 0.9 - 8);
    expect(at(8)).toBeCloseTo(water / (100 + 8 / 0.9 + water), 6);
  });
  it('is the middle of the heap’s own window where it has one', () => {
    const own = heap({ targets: { moisture_percent: { min: 3, max: 4, source: 'your entry' } } });
    expect(recipeMoisture(own, clay, 8, 'active')).toBeCloseTo(0.035, 12);
  });
  it('is the handbook’s middle while the recipe says nothing, and none for oil', () => {
    for (const phs of [undefined, -1, 90])
      expect(recipeMoisture(heap(), clay, phs, 'active')).toBeCloseTo(0.035, 12);
    expect(recipeMoisture(heap({ system: 'oil', binder: 'oil' }), clay, 8, 'active')).toBe(0);
  });
});
