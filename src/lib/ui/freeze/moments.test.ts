import { describe, expect, it } from 'vitest';
import { PLACES, momentAt, momentText, placeOf, stopsOf } from './moments';

describe('the slider of time', () => {
  const of = { all_solid_s: 160 };
  it('begins at the pour and ends a quarter after all is solid', () => {
    expect(momentAt(0, of)).toBe(0);
    expect(momentAt(PLACES, of)).toBeCloseTo(200, 9);
    expect(momentAt(PLACES, { all_solid_s: null })).toBeCloseTo(4500, 6);
  });
  it('a moment is found again, never before it', () => {
    for (const s of [0, 0.4, 3, 47.7, 160, 199]) {
      const place = placeOf(s, of);
      expect(place % 5).toBe(0);
      expect(momentAt(place, of)).toBeGreaterThanOrEqual(s - 1e-9);
      expect(momentAt(Math.max(0, place - 5), of)).toBeLessThanOrEqual(s);
    }
    expect(placeOf(1e6, of)).toBe(PLACES);
  });
  it('tells a time as a clock does', () => {
    expect([0, 8.6, 60, 158, 3599.7].map(momentText)).toEqual(['0:00', '0:09', '1:00', '2:38', '60:00']);
    expect(momentText(3601)).toBe('2 h');
  });
  it('stops where each kind of part is solid, first to last, castings by their names', () => {
    const part = (part: 'casting' | 'runner' | 'riser', number: number, solid_s: number | null) => ({
      part,
      number,
      body: 0,
      solid_s,
      known: null
    });
    expect(
      stopsOf(
        {
          parts: [
            part('casting', 0, 47),
            part('casting', 1, 52),
            part('riser', 0, 80),
            part('runner', 0, 20),
            part('runner', 1, null)
          ]
        },
        ['Gate latch', 'Gate latch']
      )
    ).toEqual([
      { says: 'Runner solid', s: 20 },
      { says: 'Gate latch solid', s: 52 },
      { says: 'Riser solid', s: 80 }
    ]);
  });
});
