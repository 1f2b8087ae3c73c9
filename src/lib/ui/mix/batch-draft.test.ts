import { describe, expect, it } from 'vitest';
import { moistureFraction, totalMass } from '$core/material/composition';
import { answerTo, asWeighed, picksFor, type BatchDraft, type LotChoice } from './batch-draft';

const lot = (fields: Partial<LotChoice> = {}): LotChoice => ({
  id: 1,
  kind: 'damp-sand',
  role: 'sand',
  name: 'Sharp sand',
  supplier: null,
  bought_kg: 50,
  on_hand_kg: 20,
  cost: 10,
  currency: 'EUR',
  moisture_percent: { value: 3, source: 'your entry' },
  active_percent: { value: 0, source: 'handbook' },
  ...fields
});
const clayLot = lot({
  id: 2,
  kind: 'sodium-bentonite',
  role: 'binder',
  name: 'Bentonite',
  bought_kg: 5,
  on_hand_kg: 5,
  moisture_percent: { value: 9, source: 'handbook' },
  active_percent: { value: 90, source: 'handbook' }
});
const draft = (fields: Partial<BatchDraft> = {}): BatchDraft => ({
  system: 'water',
  wanted_as: 'total',
  wanted_kg: 30,
  sand: picksFor([lot()], ['sand'], 'water')[0],
  second_sand: undefined,
  second_share: undefined,
  additions: [{ pick: picksFor([clayLot], ['binder'], 'water')[0], phs: 9, counted_as: 'active' }],
  moisture_fraction: 0.04,
  ...fields
});

describe('picksFor', () => {
  it('offers stock first, then the handbook, and keeps organoclay for oil', () => {
    const water = picksFor([clayLot], ['binder'], 'water').map((pick) => pick.key);
    expect(water[0]).toBe('lot:2');
    expect(water).toContain('kind:fire-clay');
    expect(water).not.toContain('kind:organoclay');
    expect(picksFor([clayLot], ['binder'], 'oil').map((pick) => pick.key)).toEqual(['kind:organoclay']);
  });
});

describe('answerTo', () => {
  it('weighs out damp stock to the wanted total and moisture', () => {
    const answer = answerTo(draft())!;
    expect(answer.lines.map((line) => line.role)).toEqual(['sand', 'binder', 'water']);
    expect(answer.lines.reduce((sum, line) => sum + line.kg, 0)).toBeCloseTo(30, 10);
    expect(moistureFraction(answer.batch.composition)).toBeCloseTo(0.04, 10);
  });
  it('says what is short, and how large a batch stock would make', () => {
    const answer = answerTo(draft())!;
    expect(answer.stock.enough).toBe(false);
    expect(answer.stock.lines[0]!.short_kg).toBeGreaterThan(5);
    const fits = answerTo(draft({ wanted_kg: answer.largest_kg }))!;
    expect(fits.stock.lines[0]!.left_kg).toBeCloseTo(0, 8);
  });
  it('costs what lots were paid for, and counts what has no price', () => {
    const answer = answerTo(draft({ wanted_as: 'dry-sand', wanted_kg: 9.7 }))!;
    expect(answer.cost.EUR).toBeCloseTo(
      (9.7 / 0.97) * (10 / 50) + ((9.7 * 0.09) / 0.9 / 0.91) * (10 / 5),
      10
    );
    expect(
      answerTo(
        draft({ additions: [{ pick: picksFor([], ['binder'], 'water')[0], phs: 9, counted_as: 'active' }] })
      )!.unpriced
    ).toBe(1);
  });
  it('mixes two sands by share', () => {
    const second = picksFor([], ['sand'], 'water')[0]!;
    const answer = answerTo(draft({ second_sand: second, second_share: 0.25 }))!;
    const dry = (i: number) => answer.lines[i]!.kg * (1 - answer.lines[i]!.pick!.moisture_fraction);
    expect(dry(1) / (dry(0) + dry(1))).toBeCloseTo(0.25, 10);
  });
  it('waits while something is missing or absurd', () => {
    for (const wrong of [
      { wanted_kg: undefined },
      { wanted_kg: -1 },
      { wanted_kg: 2000 },
      { sand: undefined },
      { moisture_fraction: 1.4 },
      { second_sand: picksFor([], ['sand'], 'water')[0], second_share: 1 },
      {
        additions: [
          { pick: picksFor([], ['binder'], 'water')[0], phs: undefined, counted_as: 'product' as const }
        ]
      }
    ]) {
      expect(answerTo(draft(wrong))).toBeNull();
    }
  });
  it('uses all of a bag as it is, damp, and of two sands its share', () => {
    const whole = answerTo(draft({ wanted_as: 'all-sand', wanted_kg: 20 }))!;
    expect(whole.lines[0]!.kg).toBeCloseTo(20, 12);
    expect(whole.batch.dry_sand_kg).toBeCloseTo(20 * 0.97, 12);
    const [, second] = picksFor([lot()], ['sand'], 'water');
    const shared = answerTo(
      draft({ wanted_as: 'all-sand', wanted_kg: 20, second_sand: second, second_share: 0.3 })
    )!;
    expect(shared.lines[0]!.kg).toBeCloseTo(20, 12);
    expect(shared.batch.dry_sand_kg).toBeCloseTo((20 * 0.97) / 0.7, 12);
  });
  it('follows what really went in', () => {
    const { lines, batch } = answerTo(draft())!;
    const planned = asWeighed(
      lines,
      lines.map(({ kg }) => kg)
    );
    expect(totalMass(planned)).toBeCloseTo(batch.total_kg, 9);
    expect(moistureFraction(planned)).toBeCloseTo(0.04, 9);
    const wetter = asWeighed(
      lines,
      lines.map(({ role, kg }) => (role === 'water' ? kg + 0.4 : kg))
    );
    expect(totalMass(wetter)).toBeCloseTo(batch.total_kg + 0.4, 9);
    expect(moistureFraction(wetter)).toBeCloseTo((0.04 * batch.total_kg + 0.4) / (batch.total_kg + 0.4), 9);
  });
});
