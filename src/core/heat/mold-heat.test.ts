import fc from 'fast-check';
import { errorFunction } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { ALLOYS } from '$core/reference/alloys';
import { WATER } from '$core/reference/heat';
import { heatRun, hotterThan, sandBody, type Face } from './mold-heat';

const at = ({ at_m, now_c }: { at_m: number[]; now_c: number[] }, m: number) => {
  const i = at_m.findIndex((each) => each >= m);
  const share = (m - at_m[i - 1]!) / (at_m[i]! - at_m[i - 1]!);
  return now_c[i - 1]! + share * (now_c[i]! - now_c[i - 1]!);
};
const casting = (modulus_m: number, over: Partial<Exclude<Face, { held_c: number }>> = {}): Face => {
  const { solid_kg_m3, pour_c, liquidus_c, solidus_c, latent_j_kg, liquid_j_kg_k, solid_j_kg_k } =
    ALLOYS.aluminium;
  return {
    modulus_m,
    kg_m3: solid_kg_m3,
    pour_c,
    liquidus_c,
    solidus_c,
    latent_j_kg,
    liquid_j_kg_k,
    solid_j_kg_k,
    ...over
  };
};

describe('heat in the sand', () => {
  it('agrees with the half-space within a degree: 660 °C at the face of dry sand', () => {
    const dry = { ...sandBody(0.3, 0), damp_w_m_k: 0.7 };
    const ten = heatRun(dry, { held_c: 660 }, 600, [], [], 600);
    expect(Math.abs(at(ten, 0.01) - 434.2)).toBeLessThan(1);
    expect(Math.abs(at(ten, 0.02) - 250.4)).toBeLessThan(1);
    const hour = heatRun(dry, { held_c: 660 }, 3600, [], [], 600);
    expect(Math.abs(at(hour, 0.03) - 388)).toBeLessThan(1);
  });

  it('loses nothing and makes nothing: what the face gives is in the sand or in the air, within half a percent', () => {
    const some = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(some(0.02, 0.1), some(0, 0.06), some(0.002, 0.015), (thick, moisture, modulus) => {
        const { energy } = heatRun(sandBody(thick, moisture), casting(modulus), 1800);
        expect(Math.abs(energy.given - energy.held - energy.lost) / energy.given).toBeLessThan(0.005);
      }),
      { numRuns: 10 }
    );
  });

  it('the drying front goes with the square root of time, and as one-phase theory says', () => {
    // At the boiling point already: all the heat dries.
    const moisture = 0.035;
    const sand = { ...sandBody(0.2, moisture), start_c: 99.999, damp_w_m_k: 0.7 };
    const times = [120, 240, 480, 960, 1920];
    const { dry_m } = heatRun(sand, { held_c: 660 }, 2000, [], times, 400);
    const logs = times.map((t, i) => [Math.log(t), Math.log(dry_m[i]!)] as const);
    const slope = (logs.at(-1)![1] - logs[0]![1]) / (logs.at(-1)![0] - logs[0]![0]);
    expect(Math.abs(slope - 0.5)).toBeLessThan(0.03);
    const dry = (1 - moisture) * sand.kg_m3 * sand.j_kg_k;
    const stefan = (dry * (660 - 100)) / (moisture * sand.kg_m3 * WATER.evaporation_j_kg);
    let lambda = 0.5;
    for (let k = 0; k < 60; k++) {
      const f = (x: number) => x * Math.exp(x * x) * errorFunction(x) - stefan / Math.sqrt(Math.PI);
      lambda -= f(lambda) / ((f(lambda + 1e-5) - f(lambda - 1e-5)) / 2e-5);
    }
    times.slice(1).forEach((t, i) => {
      const front = 2 * lambda * Math.sqrt((sand.dry_w_m_k / dry) * t);
      expect(Math.abs(dry_m[i + 1]! / front - 1)).toBeLessThan(0.03);
    });
  });

  it('halving the layers moves the burnt layer by less than two percent', () => {
    const layer = (layers: number) =>
      hotterThan(heatRun(sandBody(0.06, 0.03), casting(0.012), 3600, [], [], layers), 280);
    expect(Math.abs(layer(48) / layer(96) - 1)).toBeLessThan(0.02);
  });

  it('a thicker casting, a hotter pour and drier sand never burn less; a thin one is opened sooner', () => {
    const burnt = (modulus: number, pour: number, moisture: number) =>
      hotterThan(heatRun(sandBody(0.06, moisture), casting(modulus, { pour_c: pour }), 3600), 280);
    expect(burnt(0.012, 720, 0.03)).toBeGreaterThan(burnt(0.006, 720, 0.03));
    expect(burnt(0.008, 760, 0.03)).toBeGreaterThanOrEqual(burnt(0.008, 680, 0.03));
    expect(burnt(0.008, 720, 0.01)).toBeGreaterThanOrEqual(burnt(0.008, 720, 0.05));
    const opened = (modulus: number) =>
      heatRun(sandBody(0.05, 0.03), casting(modulus), 200_000, [557, 400, 60]).reached_s as number[];
    const [thin, thick] = [opened(0.003), opened(0.009)];
    expect(thin[0]).toBeLessThan(thin[1]!);
    expect(thin[1]).toBeLessThan(thin[2]!);
    thin.forEach((s, i) => expect(s).toBeLessThan(thick[i]!));
    expect(() => sandBody(0, 0.03)).toThrow(RangeError);
    expect(hotterThan({ at_m: [0.001, 0.003], peak_c: [200, 100] }, 280)).toBe(0);
    expect(hotterThan({ at_m: [0.001, 0.003], peak_c: [600, 400] }, 280)).toBeCloseTo(0.004, 12);
  });
});

describe('a wall that has come to rest', () => {
  it('falls straight through the sand, and the last step is the air’s: 199, 179 and 161 °C of 200', () => {
    const sand = { ...sandBody(0.02, 0), damp_w_m_k: 0.7 };
    const { at_m, now_c } = heatRun(sand, { held_c: 200 }, 30 * 3600, [], [], 20);
    // 180 K over 0.02/0.7 and 1/10 m²K/W: 1400 W/m².
    const found = [0.0005, 0.0105, 0.0195].map(
      (m) => now_c[at_m.findIndex((at) => Math.abs(at - m) < 1e-9)]!
    );
    expect(found.map((c) => Number(c.toFixed(1)))).toEqual([199, 179, 161]);
  });
});
