import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planBack } from './plan-back';
import { MINUTE_MS } from './steps/step';

describe('a step that waits for nobody', () => {
  it('begins within its longest wait, whatever hours there are, or there is no plan', () => {
    const HOUR = 60 * MINUTE_MS;
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 90 }), fc.integer({ min: 1, max: 10 })), {
          minLength: 1,
          maxLength: 5
        }),
        fc.integer({ min: 10, max: 120 }),
        fc.integer({ min: 5, max: 40 }),
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 0, max: 90 }),
        (openings, heat_min, pour_min, most_min, wanted_h) => {
          const open = openings
            .map(([from, hours]) => ({ from: from * HOUR, to: (from + hours) * HOUR }))
            .sort((a, b) => a.from - b.from);
          const spans = open.filter(({ from }, i) => i === 0 || from >= open[i - 1]!.to);
          const people = { a: spans, b: spans.slice(0, 1) };
          const common = { by: ['a', 'b'], uses: ['furnace'] };
          const steps = [
            { id: 'ram', minutes: 40, by: ['a', 'b'], uses: [], after: [] },
            { id: 'heat', minutes: heat_min, ...common, after: [], late: true },
            {
              id: 'pour',
              minutes: pour_min,
              ...common,
              after: [
                { id: 'ram', lag_min: 0 },
                { id: 'heat', lag_min: 0, most_min }
              ]
            }
          ];
          const plan = planBack(steps, 'pour', wanted_h * HOUR, people, 0);
          if ('too_long' in plan) return;
          const of = (id: string) => plan.steps.find((each) => each.id === id)!;
          const wait = of('pour').from - of('heat').to;
          expect(wait).toBeGreaterThanOrEqual(0);
          expect(wait).toBeLessThanOrEqual(most_min * MINUTE_MS);
        }
      ),
      { numRuns: 400 }
    );
  });
});
