import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { composition } from '../material/composition';
import { coolingMinutes, sandAfterPour } from './sand-cools';

const sand = (kg: number, moisture: number) =>
  composition({
    grain: 0.9 * kg * (1 - moisture),
    active_clay: 0.1 * kg * (1 - moisture),
    water: kg * moisture
  });

describe('sand after a pour', () => {
  it('is as much warmer as the metal’s heat makes it, less its steam', () => {
    // Worked by hand: 1080 × (720 − 585) + 390,000 + 960 × (585 − 100) = 1,001,400 J/kg, three tenths of it into steam;
    // 19.4 kg × 1100 + 0.6 kg × 4190 = 23,854 J/K.
    expect(sandAfterPour(sand(20, 0.03), 1, 'aluminium', 20) - 20).toBeCloseTo(700_980 / 23_854, 6);
  });
  it('without metal is as the air is; dry sand keeps what damp sand boils off', () => {
    expect(sandAfterPour(sand(20, 0.03), 0, 'aluminium', 17)).toBe(17);
    expect(sandAfterPour(sand(0, 0), 1, 'aluminium', 17)).toBe(17);
    expect(sandAfterPour(sand(20, 0), 1, 'aluminium', 20)).toBeGreaterThan(
      sandAfterPour(sand(20, 0.03), 1, 'aluminium', 20)
    );
  });
});

describe('spread sand', () => {
  it('cools as a thin bed does: a time constant of 7,150 s for 5 cm', () => {
    // 1,300 kg/m³ × 1,100 J/(kg K) × 0.05 m over 10 W/(m² K); from 70 to 45 °C in air of 20 °C it halves.
    expect(coolingMinutes(70, 20)).toBeCloseTo((7150 * Math.LN2) / 60, 6);
  });
  it('is riddled in any case, and waits for the night where the air is hotter than it may be', () => {
    expect(coolingMinutes(30, 20)).toBe(30);
    expect(coolingMinutes(46, 20)).toBe(30);
    expect(coolingMinutes(60, 45)).toBe(480);
    expect(coolingMinutes(3000, 44)).toBe(480);
  });
  it('takes no shorter the hotter it and the air are', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 300, noNaN: true }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: -10, max: 40, noNaN: true }),
        (sand_c, more, air_c) => {
          expect(coolingMinutes(sand_c + more, air_c)).toBeGreaterThanOrEqual(coolingMinutes(sand_c, air_c));
          expect(coolingMinutes(sand_c, air_c + 1)).toBeGreaterThanOrEqual(coolingMinutes(sand_c, air_c));
        }
      )
    );
  });
});
