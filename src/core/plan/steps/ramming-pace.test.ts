import { describe, expect, it } from 'vitest';
import { rammingMinutes, rammingPace } from './ramming-pace';

describe('how fast somebody rams', () => {
  const took = (times: number, sand_kg = 20) => ({ minutes: times * rammingMinutes(sand_kg), sand_kg });
  it('is the middle of what the molds took, whatever their size', () => {
    expect(rammingMinutes(20)).toBe(45);
    const pace = rammingPace([took(1.4, 8), took(1.5, 30), took(2.1)]);
    expect(pace).toEqual({ times: 1.5, molds: 3 });
  });
  it('is not known from two, and no pause over a meal is ramming', () => {
    expect(rammingPace([took(1), took(1)])).toBeNull();
    expect(rammingPace([took(1), took(1), took(9)])).toBeNull();
    expect(rammingPace([took(1.2), took(1.2), took(1.2), { minutes: 900, sand_kg: 20 }])).toEqual({
      times: 1.2,
      molds: 3
    });
    // Three times as long as the handbook, but over four hours: somebody was away.
    expect(rammingPace([took(1), took(1), { minutes: 260, sand_kg: 60 }])).toBeNull();
    // Ticked all at once afterwards, they tell nothing.
    expect(rammingPace([took(0), took(0.01), took(0.02), took(0.1)])).toBeNull();
  });
});
