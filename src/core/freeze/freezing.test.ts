import { expect, it } from 'vitest';
import { ALLOYS } from '../reference/alloys';
import { Conduction } from './conduct';
import { METAL } from './field';
import { freeze } from './freezing';

it('marks the first time that metal stops running, though heat from beside it melts it once more', () => {
  const shares = [1.2, 0.6, 0.8, 0.1, -0.1];
  const heat = {
    time_s: 0,
    celsius: Float32Array.of(20),
    boils_s: Float32Array.of(Infinity),
    lost_j: 0,
    held_j: () => 1,
    liquidShare: () => shares[Math.min(shares.length - 1, heat.time_s)]!,
    step: () => void (heat.time_s += 1)
  };
  // Only what is asked of it.
  const { begins_s, runs_s, feeds_s, solid_s } = freeze(
    heat as unknown as Conduction,
    Uint8Array.of(METAL),
    1,
    () => true,
    350
  );
  expect(begins_s[0]).toBeCloseTo(1 / 3, 6);
  // From 1.2 to 0.6 within the first second.
  expect(runs_s[0]).toBeCloseTo((1.2 - 2 / 3) / 0.6, 6);
  expect(feeds_s[0]).toBeCloseTo(2 + 0.5 / 0.7, 6);
  expect(solid_s[0]).toBeCloseTo(3.5, 6);
});

it('metal that gives off its heat evenly begins, stops running, stops feeding and is solid in even shares of the time', () => {
  // It freezes within 2 K, so that the air takes about as much from it all the while.
  const one = Float64Array.of(0, 0.05);
  const metal = { ...ALLOYS.aluminium, kg_m3: 2700, liquidus_c: 600, solidus_c: 598, w_m_k: 1e5 };
  const holds = Uint8Array.of(METAL);
  const heat = new Conduction({
    lines: { x: one, y: one, z: Float64Array.of(0, 0.01) },
    holds,
    metal,
    pour_c: 650,
    moisture: 0.03,
    emissivity: 0,
    outside_w_m2_k: [0, 0, 0, 0, 100, 100]
  });
  const { begins_s, runs_s, feeds_s, solid_s, bodies, energy_error } = freeze(
    heat,
    holds,
    1,
    () => true,
    400
  );
  const [begins, solid] = [begins_s[0]!, solid_s[0]!];
  // 2700 kg/m³ of 390 kJ/kg, 10 mm deep, at about 579 K over the air through both faces.
  expect(Math.abs((solid - begins) / ((2700 * 390_000 * 0.01) / (200 * 579)) - 1)).toBeLessThan(0.02);
  const share = (s: number) => (s - begins) / (solid - begins);
  expect(share(runs_s[0]!)).toBeCloseTo(1 / 3, 1.7);
  expect(share(feeds_s[0]!)).toBeCloseTo(0.7, 1.7);
  expect(bodies[0]!.solid_s).toBe(solid);
  // Then it cools by itself: T − 20 falls by e in each 2700 · 960 · 0.01 / 200 s.
  const falls = ((2700 * 960 * 0.01) / 200) * Math.log((598 - 20) / (400 - 20));
  expect(Math.abs((bodies[0]!.cool_s - solid) / falls - 1)).toBeLessThan(0.03);
  expect(energy_error).toBeLessThan(1e-9);
});
