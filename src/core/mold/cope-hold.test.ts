import { describe, expect, it } from 'vitest';
import type { Flask } from './flask';
import { greenStrength } from './green-strength';
import { copeHold } from './holding';

/** 600 × 400 mm: 0.24 m² on 2 m of wall, which at 1600 kg/m³ asks 1882.9 Pa of it. */
const wide: Flask = { shape: 'rectangular', length_m: 0.6, width_m: 0.4, cope_m: 0.12, drag_m: 0.1 };
const bare = { wall: 'plain', bars: false } as const;

describe('whether a cope holds its sand', () => {
  it('by a strength test, with two standard deviations of it', () => {
    const hold = copeHold(wide, 1600, greenStrength(90, 'sodium-bentonite', 'in-temper'), bare);
    // 0.08 · 90 kPa over 1882.9 Pa, and 16 % about it.
    expect(hold.ratio).toBeCloseTo(3.824, 3);
    expect(hold.least).toBeCloseTo(3.212, 3);
    expect(hold.most).toBeCloseTo(4.436, 3);
    expect(hold).toMatchObject({ measured: true, remedies: [], bars: 3 });
  });
  it('without one by its kind, down to two fifths of that where it is dry, with what makes it hold', () => {
    const hold = copeHold(wide, 1600, greenStrength(null, 'natural', 'dry'), bare);
    // 40 to 80 kPa: 0.08 · 16 kPa and 0.08 · 80 kPa.
    expect(hold.least).toBeCloseTo(0.6798, 4);
    expect(hold.most).toBeCloseTo(3.399, 3);
    expect(hold.measured).toBe(false);
    // Grooves hold half as much again; between three bars a cell of 150 × 400 mm asks 855.9 Pa.
    expect(hold.remedies).toEqual([
      { by: 'grooves', least: expect.closeTo(1.0197, 4) },
      { by: 'bars', least: expect.closeTo(1.4955, 3) }
    ]);
  });
  it('in temper and untested it may be three fifths as strong as its kind', () => {
    expect(greenStrength(null, 'oil', 'in-temper')).toEqual({
      least_pa: expect.closeTo(48e3, 6),
      most_pa: 140e3,
      measured: false
    });
    expect(greenStrength(null, 'oil', 'not-known').least_pa).toBeCloseTo(32e3, 6);
  });
  it('bars that it has carry as walls do, and are not asked for again', () => {
    const weak = greenStrength(null, 'natural', 'dry');
    const barred = copeHold(wide, 1600, weak, { wall: 'plain', bars: true });
    expect(barred.least).toBeCloseTo(1.4955, 3);
    expect(barred.remedies).toEqual([]);
    const round: Flask = { ...wide, shape: 'round', length_m: 0.9, width_m: 0.9 };
    expect(copeHold(round, 1600, weak, bare).remedies.map(({ by }) => by)).toEqual(['grooves']);
  });
});
