import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fittedAt, temperCurve, type CurvePoint } from './temper-curve';

/** A sand whose strength peaks at 3.2 % with 95 kPa, and whose compactability is 45 % at 3.5 %. */
const sand = (moisture: number): CurvePoint => ({
  moisture,
  strength_pa: 95e3 - 6e8 * (moisture - 0.032) ** 2,
  compactability: 0.45 + 14 * (moisture - 0.035)
});
const ladder = [0.022, 0.027, 0.032, 0.037, 0.042].map(sand);

describe('temperCurve', () => {
  it('finds the peak and the temper moisture of exact points', () => {
    const { peak, temper_moisture, findings } = temperCurve(ladder);
    expect(peak!.moisture).toBeCloseTo(0.032, 10);
    expect(peak!.strength_pa).toBeCloseTo(95e3, 3);
    expect(peak!.interval[0]).toBeLessThan(0.032);
    expect(peak!.interval[1]).toBeGreaterThan(0.032);
    expect(temper_moisture).toBeCloseTo(0.035, 10);
    expect(findings).toEqual([]);
  });
  it('finds any peak inside the ladder', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.024, max: 0.06, noNaN: true }),
        fc.double({ min: 2e8, max: 2e9, noNaN: true }),
        (at, sharp) => {
          const points = [-0.01, -0.004, 0.002, 0.009].map((off) => ({
            moisture: at + off,
            strength_pa: 2e5 - sharp * off ** 2
          }));
          expect(temperCurve(points).peak!.moisture).toBeCloseTo(at, 7);
        }
      )
    );
  });
  it('is less sure where points scatter', () => {
    const width = (points: CurvePoint[]) => {
      const [low, high] = temperCurve(points).peak!.interval;
      return high - low;
    };
    const scattered = ladder.map((point, i) => ({
      ...point,
      strength_pa: point.strength_pa! * (i % 2 ? 1.25 : 0.8)
    }));
    expect(width(scattered)).toBeGreaterThan(2 * width(ladder));
  });
  it('reports a peak outside the ladder as such', () => {
    expect(temperCurve(ladder.slice(0, 3).map((p) => sand(p.moisture - 0.008))).findings).toContain(
      'peak-above-range'
    );
    expect(temperCurve([0.036, 0.04, 0.044].map(sand)).findings).toContain('peak-below-range');
  });
  it('does not invent a peak', () => {
    const rising = [0.02, 0.03, 0.04].map((moisture) => ({ moisture, strength_pa: 1e6 * moisture }));
    expect(temperCurve(rising).peak).toBeNull();
    expect(temperCurve(rising).findings).toContain('no-peak');
    expect(temperCurve(ladder.slice(0, 1)).findings).toEqual(['too-few-points']);
    expect(temperCurve([ladder[0]!, ladder[0]!, ladder[0]!]).findings).toEqual(['points-too-close']);
    // Three tests of one sand, a hundredth of a percent apart: the scatter of the breaks is no curve.
    const same = [0.0301, 0.0302, 0.0303].map((moisture, i) => ({
      moisture,
      strength_pa: [80e3, 88e3, 79e3][i]!
    }));
    expect(temperCurve(same)).toMatchObject({
      peak: null,
      strength_fit: null,
      findings: ['points-too-close']
    });
  });
  it('places temper slightly wet of the peak without compactability', () => {
    const { temper_moisture, findings } = temperCurve(
      ladder.map(({ moisture, strength_pa }) => ({ moisture, strength_pa }))
    );
    expect(temper_moisture).toBeGreaterThan(0.032);
    expect(temper_moisture).toBeLessThan(0.036);
    expect(findings).toContain('placed-by-peak');
  });
  it('places temper by compactability alone, for any target', () => {
    const line = ladder.map(({ moisture, compactability }) => ({ moisture, compactability }));
    expect(temperCurve(line, 0.4).temper_moisture).toBeCloseTo(0.035 - 0.05 / 14, 10);
    expect(temperCurve(line, 0.7).findings).toContain('temper-outside-range');
    const falling = line.map((point, i) => ({ ...point, compactability: 0.6 - 0.05 * i }));
    expect(temperCurve(falling).findings).toContain('compactability-does-not-rise');
  });
  it('holds the true temper and the true course in its intervals about nine times in ten', () => {
    const by = uniform(7);
    let [inside, curved] = [0, 0];
    const runs = 400;
    for (let run = 0; run < runs; run++) {
      const noisy = ladder.map((point) => ({
        ...point,
        strength_pa: point.strength_pa! * (1 + 0.06 * normal(by)),
        compactability: point.compactability! + 0.02 * normal(by)
      }));
      const { temper_interval, strength_fit } = temperCurve(noisy);
      if (temper_interval![0] <= 0.035 && 0.035 <= temper_interval![1]) inside++;
      const { low, high } = fittedAt(strength_fit!, 0.034);
      if (low <= sand(0.034).strength_pa! && sand(0.034).strength_pa! <= high) curved++;
    }
    for (const share of [inside / runs, curved / runs]) {
      expect(share).toBeGreaterThan(0.85);
      expect(share).toBeLessThan(0.98);
    }
  });
  it('is surest of its courses among the points, and ever less so beyond them', () => {
    const { compactability_fit, strength_fit } = temperCurve(ladder);
    const width = (fit: typeof strength_fit, moisture: number) => {
      const { low, high } = fittedAt(fit!, moisture);
      return high - low;
    };
    for (const fit of [compactability_fit, strength_fit]) {
      expect(width(fit, 0.05)).toBeGreaterThan(width(fit, 0.042));
      expect(width(fit, 0.06)).toBeGreaterThan(2 * width(fit, 0.042));
    }
    expect(fittedAt(compactability_fit!, 0.035).value).toBeCloseTo(0.45, 10);
    expect(fittedAt(strength_fit!, 0.032).value).toBeCloseTo(95e3, 3);
  });
  it('says how surely temper is placed, by the line or by the peak', () => {
    const byLine = temperCurve(ladder).temper_interval!;
    expect((byLine[0] + byLine[1]) / 2).toBeCloseTo(0.035, 10);
    const strengths = ladder.map(({ moisture, strength_pa }) => ({ moisture, strength_pa }));
    const { temper_interval, peak } = temperCurve(strengths);
    expect(temper_interval![1] / temper_interval![0]).toBeCloseTo(peak!.interval[1] / peak!.interval[0], 10);
    expect(temperCurve([]).temper_interval).toBeNull();
  });
});

/** A small seeded generator, so that a run can be run again. */
function uniform(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
}
const normal = (by: () => number) => Math.sqrt(-2 * Math.log(by())) * Math.cos(2 * Math.PI * by());
