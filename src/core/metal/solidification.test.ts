import { describe, expect, it } from 'vitest';
import { SAND_HEAT, solidificationTime } from './solidification';

describe('how long a casting takes to freeze', () => {
  const aluminium = {
    ...SAND_HEAT,
    metal_kg_m3: 2400,
    latent_j_kg: 389e3,
    liquid_j_kg_k: 1080,
    superheat_k: 60,
    freezing_c: 600
  };
  it('goes with the square of its modulus', () => {
    expect(solidificationTime(1, aluminium)).toBeCloseTo(2.2479e6, -2);
    expect(solidificationTime(0.005, aluminium)).toBeCloseTo(56.2, 1);
    expect(solidificationTime(0.01, aluminium) / solidificationTime(0.005, aluminium)).toBeCloseTo(4, 9);
  });
  it('is longer in warm sand and with more superheat', () => {
    const usual = solidificationTime(0.005, aluminium);
    expect(solidificationTime(0.005, { ...aluminium, sand_c: 60 })).toBeGreaterThan(usual);
    expect(solidificationTime(0.005, { ...aluminium, superheat_k: 120 })).toBeGreaterThan(usual);
  });
});
