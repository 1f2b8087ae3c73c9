import { describe, expect, it } from 'vitest';
import { controlChart, type Signal } from './control-chart';
import { phasesOf, signalWords } from './phases';

/** Chance from elsewhere than the code under test: a sum of twelve of the engine's own numbers. */
function noise(seed: number): () => number {
  let x = seed;
  const next = () => (x = (x * 16_807) % 2_147_483_647) / 2_147_483_647;
  return () => {
    let sum = 0;
    for (let i = 0; i < 12; i++) sum += next();
    return sum - 6;
  };
}

const RULES: Signal['rule'][] = [
  'beyond-limits',
  'two-of-three',
  'eight-on-one-side',
  'six-in-one-direction'
];

describe('run rules against chance', () => {
  it('raise false alarms as often as the theory says', () => {
    const normal = noise(4711);
    const n = 200_000;
    const values = Array.from({ length: n }, normal);
    const { signals } = controlChart(values);
    const rate = (rule: Signal['rule']) => signals.filter((signal) => signal.rule === rule).length / n;
    const p = 0.02275;
    // Beyond two deviations itself, with one of the two before it or both on the same side.
    const two_of_three = 2 * p * (1 - (1 - p) ** 2);
    const theory: Record<string, number> = {
      // A sum of twelve has slimmer tails than the bell curve.
      'beyond-limits': 0.0027,
      'two-of-three': two_of_three,
      // A run of just eight: two sides, a half each, begun by one on the other side.
      'eight-on-one-side': 1 / 256,
      'six-in-one-direction': 2 * (1 / 720 - 1 / 5040)
    };
    for (const rule of RULES) {
      const spread = Math.sqrt(theory[rule]! / n);
      const allowed = 5 * spread + (rule === 'beyond-limits' ? 0.0008 : 0.1 * theory[rule]!);
      expect(Math.abs(rate(rule) - theory[rule]!), rule).toBeLessThan(allowed);
    }
  });

  it('find a shift of one and a half deviations within eight readings in four of five', () => {
    const normal = noise(99);
    const trials = 2000;
    let [found, false_alarms] = [0, 0];
    for (let k = 0; k < trials; k++) {
      const before = Array.from({ length: 20 }, normal);
      const shifted = [...before, ...Array.from({ length: 8 }, () => normal() + 1.5)];
      const still = [...before, ...Array.from({ length: 8 }, normal)];
      const after = (values: number[]) =>
        controlChart(values, 20).signals.some(
          ({ index, rule }) => index >= 20 && rule !== 'range-beyond-limit'
        );
      if (after(shifted)) found += 1;
      if (after(still)) false_alarms += 1;
    }
    expect(found / trials).toBeGreaterThan(0.8);
    expect(false_alarms / trials).toBeLessThan(0.25);
  });
});

describe('phases', () => {
  const readings = (values: number[], from = 0) =>
    values.map((value, i) => ({ at: (from + i) * 1000, value }));
  it('begin anew with each renewal, and say since when', () => {
    const old = readings([3, 3.1, 2.9, 3, 3.1, 2.9, 3]);
    const later = readings([4, 4.1, 3.9, 4, 4.1, 3.9, 4], 10);
    const phases = phasesOf([...old, ...later], [{ at: 9000, since: 'since the new clay' }]);
    expect(phases.map(({ since, readings: of }) => [since, of.length])).toEqual([
      [null, 7],
      ['since the new clay', 7]
    ]);
    expect(phases[1]!.chart!.mean).toBeCloseTo(4, 6);
    expect(phases.flatMap(({ signals }) => signals)).toEqual([]);
    // Without the boundary the step is a signal.
    expect(phasesOf([...old, ...later], [])[0]!.signals.length).toBeGreaterThan(0);
  });
  it('are held against the limits that their first twenty set, however many come after', () => {
    const first = readings(Array.from({ length: 20 }, (_, i) => 3 + 0.1 * (i % 2)));
    const drifted = readings(
      Array.from({ length: 40 }, (_, i) => 3.6 + 0.1 * (i % 2)),
      20
    );
    const [phase] = phasesOf([...first, ...drifted], []);
    expect(phase!.chart).toMatchObject({ baseline: 20 });
    expect(phase!.chart!.mean).toBeCloseTo(3.05, 9);
    const [, upper] = phase!.chart!.limits;
    // By all sixty the mean would be 3.45, and the last of them within the limits.
    expect(upper).toBeLessThan(3.6);
    expect(phase!.signals.some(({ index, rule }) => index === 59 && rule === 'beyond-limits')).toBe(true);
  });
  it('with too few readings set no limits', () => {
    expect(phasesOf(readings([1, 2, 3]), [])[0]).toMatchObject({ chart: null, signals: [] });
    expect(phasesOf([], [{ at: 0, since: 'x' }])).toEqual([]);
  });
  it('are told in words', () => {
    expect(signalWords({ rule: 'eight-on-one-side' }, 'since the new clay')).toBe(
      'eight readings on one side since the new clay'
    );
    for (const rule of [...RULES, 'range-beyond-limit' as const])
      expect(signalWords({ rule }, null)).toMatch(/reading/);
  });
});
