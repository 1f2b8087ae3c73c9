import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pourYield, type PouredForYield } from './pour-yield';

const casting = (kg: number | null, over: object = {}) => ({ kg, expected_kg: 0.4, scrap: false, ...over });

describe('the yield of a pour', () => {
  it('is what was kept of what was poured; the rest is told apart', () => {
    const found = pourYield([
      {
        poured_kg: 1.5,
        gating_kg: 0.6,
        castings: 2,
        out: [casting(0.41), casting(0.39, { scrap: true })]
      }
    ])!;
    expect(found).toMatchObject({ share: expect.closeTo(0.27333, 5), raise: 'gating', guessed: false });
    expect([found.kept_kg, found.scrap_kg, found.gating_kg, found.other_kg]).toEqual([
      0.41,
      0.39,
      0.6,
      expect.closeTo(0.1, 9)
    ]);
  });
  it('takes a casting that was not weighed as heavy as it should be, and says so', () => {
    const found = pourYield([
      { poured_kg: 1, gating_kg: 0.2, castings: 2, out: [casting(null), casting(0.4)] }
    ])!;
    expect(found).toMatchObject({ kept_kg: 0.8, guessed: true, share: 0.8, raise: null });
  });
  it('names scrap where castings were lost, and what is neither where metal ran beside', () => {
    const mold = { poured_kg: 2, gating_kg: 0.3, castings: 1 };
    const lost = { ...mold, castings: 2, out: [casting(0.8, { scrap: true }), casting(0.8)] };
    expect(pourYield([lost])!.raise).toBe('scrap');
    expect(pourYield([{ ...mold, out: [casting(0.4)] }])!.raise).toBe('other');
  });
  it('of molds that nobody judged, or not to their end, there is none, and they do not lower the others', () => {
    const poured = { poured_kg: 1, gating_kg: 0.2, castings: 1 };
    expect(pourYield([{ ...poured, out: [] }])).toBeNull();
    expect(pourYield([])).toBeNull();
    expect(pourYield([{ ...poured, castings: 3, out: [casting(0.3), casting(0.3)] }])).toBeNull();
    expect(
      pourYield([
        { ...poured, out: [] },
        { ...poured, out: [casting(0.8)] }
      ])!.share
    ).toBeCloseTo(0.8, 12);
  });
  it('balances: kept, scrapped, way in and the rest make up what was poured', () => {
    const kg = fc.double({ min: 0.05, max: 3, noNaN: true });
    const mold = fc.record({
      gating_kg: kg,
      spare_kg: kg,
      out: fc.array(fc.record({ kg: fc.option(kg), expected_kg: kg, scrap: fc.boolean() }), {
        minLength: 1,
        maxLength: 4
      })
    });
    fc.assert(
      fc.property(fc.array(mold, { minLength: 1, maxLength: 4 }), (given) => {
        const molds = given.map(({ spare_kg, ...of }): PouredForYield => {
          const weighed = of.out.reduce((sum, each) => sum + (each.kg ?? each.expected_kg), 0);
          return { ...of, castings: of.out.length, poured_kg: weighed + of.gating_kg + spare_kg };
        });
        const { poured_kg, kept_kg, scrap_kg, gating_kg, other_kg } = pourYield(molds)!;
        expect(kept_kg + scrap_kg + gating_kg + other_kg).toBeCloseTo(poured_kg, 9);
      })
    );
  });
});
