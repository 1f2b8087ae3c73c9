import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALLOYS } from '../reference/alloys';
import { riserFor, type ToFeed } from './riser';

const some = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const plate: ToFeed = {
  modulus_m: 0.006,
  castings_kg: 0.8,
  castings: 1,
  alloy: ALLOYS.aluminium,
  sprue_m: 0.1,
  in_cope_m: 0.02
};

describe('a riser', () => {
  it('freezes last, has metal enough, and stands within its cope, whatever it feeds', () => {
    fc.assert(
      fc.property(some(0.004, 0.02), some(0.1, 5), some(0.06, 0.25), (modulus_m, castings_kg, sprue_m) => {
        for (const alloy of [ALLOYS.aluminium, ALLOYS['tin-bronze'], ALLOYS.pewter]) {
          const riser = riserFor({ ...plate, modulus_m, castings_kg, alloy, sprue_m }).riser!;
          const { diameter_m: d, height_m: h, stands } = riser;
          expect(h).toBeLessThanOrEqual((stands === 'on-top' ? sprue_m - 0.02 : sprue_m) + 1e-12);
          // Volume over the surface that cools, by itself.
          const ends = stands === 'on-top' ? 1 : 2;
          const volume = (Math.PI / 4) * d * d * h;
          expect(riser.modulus_m).toBeCloseTo(volume / (Math.PI * d * h + (ends * Math.PI * d * d) / 4), 9);
          if (!riser.fits) continue;
          expect(riser.modulus_m).toBeGreaterThanOrEqual(1.2 * modulus_m - 1e-12);
          expect(riser.gives_m3).toBeGreaterThanOrEqual(riser.asks_m3 * (1 - 1e-9));
        }
      })
    );
  });
  it('by hand: 6 mm of modulus under 80 mm of cope takes one of 31.65 mm, open to its top', () => {
    // 1.2·6 = 7.2 mm: 4·80·7.2/(80 − 7.2) = 31.648 mm, 168.6 g of it.
    const { riser } = riserFor({ ...plate, castings_kg: 0.1 });
    expect(riser).toMatchObject({ stands: 'on-top', fits: true, height_m: 0.08 });
    expect(riser!.diameter_m).toBeCloseTo(0.031648, 6);
    expect(riser!.kg).toBeCloseTo(0.16866, 5);
  });
  it('is wider in a low cope: 77 × 115 mm does not stand in 75 mm', () => {
    const low = { ...plate, modulus_m: 0.01375, sprue_m: 0.075, in_cope_m: 0 };
    const { riser } = riserFor(low);
    // 16.5 mm in 75 mm: 4·75·16.5/(75 − 16.5) = 84.6 mm.
    expect(riser).toMatchObject({ stands: 'on-top', fits: true, height_m: 0.075 });
    expect(riser!.diameter_m).toBeCloseTo(0.084615, 6);
    expect(riser!.modulus_m).toBeCloseTo(0.0165, 9);
  });
  it('stands beside what leaves it no room above, and says so where nothing helps', () => {
    const tall = { ...plate, in_cope_m: 0.095 };
    expect(riserFor(tall).riser).toMatchObject({ stands: 'beside', fits: true });
    const none = riserFor({ ...plate, modulus_m: 0.02, sprue_m: 0.05, in_cope_m: 0.03 }).riser!;
    expect(none.fits).toBe(false);
    expect(none.height_m).toBe(0.05);
    // 24 mm of modulus: 72 mm high, and twice as wide.
    expect(none.wants_height_m).toBeCloseTo(0.072, 9);
  });
  it('one’s own is taken as it is: none at all, or one that freezes too soon and gives nothing', () => {
    expect(riserFor(plate, { diameter_m: 0 })).toMatchObject({ riser: null, wants: { stands: 'on-top' } });
    expect(riserFor(plate, { diameter_m: 0.02 }).riser).toMatchObject({
      diameter_m: 0.02,
      height_m: 0.08,
      gives_m3: 0
    });
    expect(riserFor(plate, { diameter_m: 0.034 }).riser!.gives_m3).toBeGreaterThan(0);
    // Thin castings feed themselves through their gates.
    expect(riserFor({ ...plate, modulus_m: 0.0035 })).toEqual({ riser: null, wants: null });
  });
  it('a blind one stands beside under sand, half as high again as it is wide, and takes less metal', () => {
    // 7.2 mm of modulus: d·1.5d/(4·1.5d + 2d) = 0.1875·d, so 38.4 mm, 57.6 mm high in a cope of 100 mm.
    const { riser } = riserFor({ ...plate, castings_kg: 0.1 }, { stands: 'blind' });
    expect(riser).toMatchObject({ stands: 'blind', fits: true });
    expect(riser!.diameter_m).toBeCloseTo(0.0384, 6);
    expect(riser!.height_m).toBeCloseTo(0.0576, 6);
    expect(riser!.modulus_m).toBeCloseTo(0.0072, 9);
    // One beside and open to the top, 100 mm: 4·100·7.2/(100 − 14.4) = 33.64 mm, 0.238 kg; this one 0.179.
    const open = riserFor({ ...plate, castings_kg: 0.1 }, { stands: 'beside' }).riser!;
    expect(open.diameter_m).toBeCloseTo(0.033645, 5);
    expect(riser!.kg / open.kg).toBeCloseTo(0.7504, 3);
  });
  it('a blind one never comes nearer to the top of the cope than 20 mm, and one’s own is judged so', () => {
    const low = { ...plate, castings_kg: 0.1, sprue_m: 0.06 };
    const { riser } = riserFor(low, { stands: 'blind' });
    // 40 mm high at most: 4·40·7.2/(40 − 14.4) = 45 mm.
    expect(riser!.height_m).toBeCloseTo(0.04, 9);
    expect(riser!.diameter_m).toBeCloseTo(0.045, 9);
    // Twice as wide as high, sand at both ends: a quarter of its height. 24 mm want 96 mm, and 40 are there.
    const none = riserFor({ ...low, modulus_m: 0.02 }, { stands: 'blind' }).riser!;
    expect(none.fits).toBe(false);
    expect(none.height_m).toBeCloseTo(0.04, 9);
    expect(none.wants_height_m).toBeCloseTo(0.096, 9);
    const own = riserFor(low, { stands: 'blind', diameter_m: 0.03 }).riser!;
    expect(own.height_m).toBeCloseTo(0.04, 9);
    expect(own.gives_m3).toBe(0);
  });
});
