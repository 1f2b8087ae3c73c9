import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { controlChart } from './control-chart';

describe('controlChart', () => {
  it('meets the published case', () => {
    const chart = controlChart([3.5, 3.6, 3.4, 3.7, 3.5, 3.9]);
    expect(chart.mean).toBeCloseTo(3.6, 10);
    expect(chart.moving_range_mean).toBeCloseTo(0.24, 10);
    expect(chart.limits[0]).toBeCloseTo(2.9616, 4);
    expect(chart.limits[1]).toBeCloseTo(4.2384, 4);
    expect(chart.moving_range_limit).toBeCloseTo(0.784, 3);
    expect(chart.signals).toEqual([]);
  });
  it('meets the flow-rate example of the engineering-statistics handbooks', () => {
    const chart = controlChart([49.6, 47.6, 49.9, 51.3, 47.8, 51.2, 52.6, 52.4, 53.6, 52.1]);
    expect(chart.mean).toBeCloseTo(50.81, 10);
    expect(chart.moving_range_mean).toBeCloseTo(1.8778, 4);
    expect(chart.limits[0]).toBeCloseTo(45.8158, 1);
    expect(chart.limits[1]).toBeCloseTo(55.8041, 1);
    expect(chart.signals).toEqual([]);
  });
  it('meets the paint-viscosity example of the textbooks', () => {
    const chart = controlChart([
      33.75, 33.05, 34, 33.81, 33.46, 34.02, 33.68, 33.27, 33.49, 33.2, 33.62, 33, 33.54, 33.12, 33.84
    ]);
    expect(chart.mean).toBeCloseTo(33.52, 2);
    expect(chart.moving_range_mean).toBeCloseTo(0.48, 2);
    expect(chart.limits[1]).toBeCloseTo(34.8, 1);
    expect(chart.limits[0]).toBeCloseTo(32.24, 1);
    expect(chart.signals).toEqual([]);
  });
  const rules = (values: number[]) =>
    controlChart(values).signals.map((signal) => `${signal.rule}@${signal.index}`);
  it('signals a reading beyond the limits, and the jump to it', () => {
    const found = rules([5, 5.1, 4.9, 5, 5.1, 4.9, 5, 5.1, 4.9, 5, 9]);
    expect(found).toContain('beyond-limits@10');
    expect(found).toContain('range-beyond-limit@10');
  });
  it('signals eight on one side of the mean', () => {
    expect(rules([1, 2, 1, 2, 1, 2, 1, 2, 4, 5, 4, 5, 4, 5, 4, 5])).toContain('eight-on-one-side@15');
  });
  it('signals six rising readings, and not five', () => {
    expect(rules([3, 1, 2, 3, 4, 5, 6, 3])).toContain('six-in-one-direction@6');
    expect(rules([3, 1, 2, 3, 4, 5, 3, 2]).join()).not.toContain('six-in-one-direction');
  });
  it('has nothing to say of a constant', () =>
    expect(controlChart([2, 2, 2, 2, 2, 2, 2, 2, 2]).signals).toEqual([]));
  it('needs two values', () => expect(() => controlChart([1])).toThrow(RangeError));
  it('moves and scales with its values', () => {
    const values = fc.array(fc.double({ min: -100, max: 100, noNaN: true }), { minLength: 2, maxLength: 40 });
    fc.assert(
      fc.property(values, fc.double({ min: 0.1, max: 10, noNaN: true }), (series, factor) => {
        const [plain, moved] = [
          controlChart(series),
          controlChart(series.map((value) => value * factor + 7))
        ];
        expect(moved.mean).toBeCloseTo(plain.mean * factor + 7, 6);
        expect(moved.limits[1] - moved.limits[0]).toBeCloseTo(
          (plain.limits[1] - plain.limits[0]) * factor,
          6
        );
      })
    );
  });
});
