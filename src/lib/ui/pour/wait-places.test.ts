import { describe, expect, it } from 'vitest';
import { shakenPlaces } from './wait-places';
import { checkRight, checkSays, setPointSays, warningSays, CHECK_WORDS } from './pour-words';
import { POUR_CHECKS } from '$core/judge/pour-checks';

const mold = { at: 0, solid: 60_000, open: 600_000, hand: 36_000_000 };

describe('the strip of a mold that cools', () => {
  it('goes from mark to mark in order, and never beyond its end', () => {
    const at = (ms: number) => shakenPlaces(mold, ms).now;
    expect(at(0)).toBe(0);
    expect(at(60_000)).toBeCloseTo(8, 9);
    expect(at(600_000)).toBeCloseTo(56, 9);
    expect(at(330_000)).toBeCloseTo(32, 9);
    for (const [a, b] of [
      [0, 1],
      [1000, 100_000],
      [600_001, 30_000_000]
    ])
      expect(at(b!)).toBeGreaterThanOrEqual(at(a!));
    expect(at(1e9)).toBeLessThanOrEqual(99);
  });
  it('leaves out what is not known', () => {
    expect(shakenPlaces({ ...mold, open: null, hand: null }, 1e9).marks.map(({ says }) => says)).toEqual([
      'solid'
    ]);
    expect(shakenPlaces({ at: 0, solid: null, open: null, hand: null }, 5)).toEqual({ marks: [], now: 0 });
  });
});

describe('words of the pour', () => {
  it('every check is asked in words, and says where it stands in the reader’s units', () => {
    for (const check of POUR_CHECKS) expect(CHECK_WORDS[check].asks.length).toBeGreaterThan(10);
    const of = (check: (typeof POUR_CHECKS)[number], value: number | null, limit: number) =>
      checkSays({ check, mold_id: 1, level: 'not-known', value, limit, overridden: null }, 'us');
    expect(of('sand-wet', null, 0.04)).toBe('nobody has looked at this sand');
    expect(of('melt-hot', 700, 680)).toContain('°F');
    expect(of('charge', null, 1)).toContain('lb');
    const hot = { check: 'melt-hot', mold_id: null, level: 'no-go', overridden: null } as const;
    expect(checkSays({ ...hot, value: 830, limit: 800 }, 'metric')).toMatch(/^830.°C, at most 800.°C$/);
    expect(checkRight({ ...hot, value: 830, limit: 800 })).toContain('let it cool');
    expect(checkRight({ ...hot, value: 640, limit: 680 })).toContain('Wait for the furnace');
    expect(of('hold-down', null, 4)).toContain('wants');
    expect(of('mold-age', 2, 6)).toContain('2 h');
  });
  it('a set-point and a way in are told with what would help', () => {
    expect(setPointSays({ is: 'never-melts', by_c: 80 }, 'metric')).toContain('it never melts');
    expect(setPointSays({ is: 'short', by_c: 10 }, 'us')).toContain('18 °F');
    expect(warningSays({ is: 'ingate-fast', speed_m_s: 0.9 }, 'metric')).toContain('0.90 m/s');
    expect(warningSays({ is: 'thin', wall_m: 0.002, runs_m: 0.0035 }, 'metric')).toContain('2\u202fmm');
    expect(warningSays({ is: 'no-window', least_s: 4, most_s: 2 }, 'metric')).toContain('2.0 s');
  });
});
