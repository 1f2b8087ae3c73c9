import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CALM_M_S, GATES, chokeArea, effectiveHead, ingateArea, sprueTaper } from './gating';
import { meltDemand } from './melt';

const some = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('how much to melt', () => {
  it('is what is poured over what is not lost, with the heel, in as few melts as the crucible takes', () => {
    const { charge_kg, volume_m3, melts } = meltDemand(1.2, 0.48, 0.04, 0.08, 2400, 0.001);
    expect(charge_kg).toBeCloseTo(1.89, 9);
    expect(volume_m3 * 1000).toBeCloseTo(0.7875, 9);
    expect(melts).toBe(1);
    // Filled to four fifths: 0.7875 L wants more than one of 0.9 L.
    expect(meltDemand(1.2, 0.48, 0.04, 0.08, 2400, 0.0009).melts).toBe(2);
    expect(meltDemand(1, 0, 0, 0, 2400, null).melts).toBeNull();
    expect(() => meltDemand(1, 0, 1, 0, 2400, null)).toThrow(RangeError);
    expect(() => meltDemand(1, 0, 0, 0, 2400, 0)).toThrow(RangeError);
  });
  it('balances: what goes in less what is lost and what stays is what is poured', () => {
    fc.assert(
      fc.property(some(0.01, 50), some(0, 50), some(0, 0.3), some(0, 0.3), (castings, gating, loss, heel) => {
        const { charge_kg } = meltDemand(castings, gating, loss, heel, 2400, null);
        const charge = charge_kg / (1 + heel);
        expect(charge * (1 - loss)).toBeCloseTo(castings + gating, 9);
      })
    );
  });
});

describe('the way of the metal', () => {
  it('has the published head, choke and taper', () => {
    expect(effectiveHead(0.12, 0.07, 0.04, 'parting')).toBeCloseTo(0.10857, 5);
    expect(effectiveHead(0.12, 0.07, 0.04, 'top')).toBe(0.12);
    expect(effectiveHead(0.12, 0.07, 0.04, 'bottom')).toBeCloseTo(0.085, 12);
    expect(chokeArea(1.8, 2400, 5, 0.1) * 1e6).toBeCloseTo(133.9, 1);
    expect(sprueTaper(0.12, 0.03)).toBe(2);
    expect(() => effectiveHead(0.03, 0.1, 0.1, 'bottom')).toThrow(RangeError);
    expect(() => sprueTaper(0.12, 0)).toThrow(RangeError);
    expect(() => sprueTaper(0.02, 0.03)).toThrow(RangeError);
  });
  it('a higher basin never wants a wider choke, a longer pour neither; calm metal is no faster than it may be', () => {
    fc.assert(
      fc.property(some(0.1, 30), some(1, 60), some(0.03, 0.4), some(1.01, 3), (kg, t, h, more) => {
        expect(chokeArea(kg, 2400, t, h * more)).toBeLessThan(chokeArea(kg, 2400, t, h));
        expect(chokeArea(kg, 2400, t * more, h)).toBeLessThan(chokeArea(kg, 2400, t, h));
        expect(kg / (2400 * t) / ingateArea(kg, 2400, t)).toBeCloseTo(CALM_M_S, 9);
      })
    );
  });
  it('a gate at the parting lies between one at the top and one at the bottom', () => {
    fc.assert(
      fc.property(some(0.2, 0.5), some(0.01, 0.15), some(0, 1), (h, c, share) => {
        const [top, bottom, parting] = GATES.map((gate) => effectiveHead(h, c, c * share, gate)) as [
          number,
          number,
          number
        ];
        expect(parting).toBeLessThanOrEqual(top + 1e-12);
        expect(parting).toBeGreaterThanOrEqual(bottom - 1e-12);
      })
    );
  });
});
