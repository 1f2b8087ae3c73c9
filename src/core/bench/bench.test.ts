import fc from 'fast-check';
import { standardDeviation } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { dryingProgress, moistureByDrying, moistureTestSd } from './formula/moisture';
import {
  squeeze,
  type SqueezeReading,
  squeezeQuestions,
  squeezed,
  type PartSqueeze
} from './formula/squeeze';

describe('moistureByDrying', () => {
  it('is the loss over the wet sand', () => {
    const { wet_basis, dry_basis } = moistureByDrying({ pan_g: 120, wet_g: 220, dry_g: 216.5 });
    expect(wet_basis).toBeCloseTo(0.035, 12);
    expect(dry_basis).toBeCloseTo(3.5 / 96.5, 12);
  });
  it('names the impossible pair', () => {
    expect(() => moistureByDrying({ pan_g: 120, wet_g: 220, dry_g: 221 })).toThrow('more dry than wet');
    expect(() => moistureByDrying({ pan_g: 120, wet_g: 120, dry_g: 119 })).toThrow(
      'no more than the empty pan'
    );
    expect(() => moistureByDrying({ pan_g: 120, wet_g: 220, dry_g: 120 })).toThrow('dried sand');
  });
  it('keeps the two bases consistent: w = d/(1+d)', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 0.9, noNaN: true }), (w) => {
        const { wet_basis, dry_basis } = moistureByDrying({ pan_g: 50, wet_g: 150, dry_g: 150 - 100 * w });
        expect(dry_basis / (1 + dry_basis)).toBeCloseTo(wet_basis, 12);
      })
    );
  });
});

describe('drying to constant weight', () => {
  it('goes on until two weighings agree within 0.1 g', () => {
    expect(dryingProgress([])).toEqual({ constant: false, dry_g: null, last_loss_g: null });
    expect(dryingProgress([217.2]).constant).toBe(false);
    expect(dryingProgress([217.2, 216.6]).constant).toBe(false);
    expect(dryingProgress([217.2, 216.6, 216.5])).toMatchObject({ constant: true, dry_g: 216.5 });
  });
  it('an oven tells more than a pan, a large sample more than a small one', () => {
    const sd = (method: 'oven' | 'pan', sample: number, scale_g: number, scoops = 1) =>
      moistureTestSd({ method, pan_g: 100, wet_g: 100 + sample, scale_g, scoops }, 0.035);
    expect(sd('oven', 100, 0.1)).toBeLessThan(sd('pan', 100, 0.1));
    expect(sd('oven', 100, 0.1)).toBeLessThan(sd('oven', 20, 0.1));
    // On a scale that shows whole grams 80 g of sand tell hardly more than a squeeze: 0.87 % (a step of 0.4933 on three).
    expect(sd('oven', 80, 1)).toBeCloseTo(
      Math.hypot(0.001, (0.493_288 * Math.sqrt(1 + 0.965 ** 2 + 0.035 ** 2)) / 80, 0.04 * 0.035),
      8
    );
    expect(sd('oven', 80, 1)).toBeGreaterThan(2.5 * sd('oven', 80, 0.1));
    expect(sd('oven', 400, 1, 4)).toBeLessThan(sd('oven', 400, 1));
  });
  it('three weighings stray as thousands of them on a scale that rounds and repeats to 0.4 of a step', () => {
    let x = 7;
    const uniform = () => (x = (x * 48_271) % 2_147_483_647) / 2_147_483_647;
    const normal = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
    const read: number[] = [];
    for (let n = 0; n < 40_000; n++) {
      // Whatever lies in the pan, and wherever in a step.
      const [pan, sample] = [100 + uniform(), 60];
      const shows = (g: number) => Math.round(g + 0.4 * normal());
      const [pan_g, wet_g, dry_g] = [shows(pan), shows(pan + sample), shows(pan + sample * 0.96)];
      read.push((wet_g - dry_g) / (wet_g - pan_g));
    }
    const of_scale = moistureTestSd({ method: 'oven', pan_g: 0, wet_g: 60, scale_g: 1 }, 0.04);
    const rest = Math.hypot(0.001, 0.04 * 0.04);
    expect(Math.abs(standardDeviation(read) / Math.sqrt(of_scale ** 2 - rest ** 2) - 1)).toBeLessThan(0.03);
  });
});

const temper: SqueezeReading = {
  holds: true,
  shrinks: true,
  breaks: 'crisp',
  palm: 'clean',
  prints: 'sharp'
};

describe('squeeze', () => {
  it.each<[string, Partial<SqueezeReading>, number]>([
    ['runs out between the fingers', { holds: false, shrinks: false, breaks: 'crumbles', prints: 'none' }, 1],
    ['holds but crumbles at the edge', { breaks: 'crumbles', prints: 'blurred' }, 2],
    ['breaks clean with crisp edges', {}, 3],
    ['bends and leaves a film', { breaks: 'bends', palm: 'film', prints: 'blurred' }, 4],
    ['squeezes out like mud', { holds: false, breaks: 'bends', palm: 'smeared', prints: 'blurred' }, 5]
  ])('%s', (_, change, grade) => expect(squeeze({ ...temper, ...change }).grade).toBe(grade));

  it('does not blame water for sand that is moist but lifeless', () => {
    const lifeless = squeeze({ ...temper, holds: false, shrinks: false, breaks: 'crumbles', palm: 'film' });
    expect(lifeless.suspects).toEqual(['fines', 'binder']);
    expect(lifeless.tells_water).toBe(false);
    expect(lifeless.advice).toContain('not water');
  });
  it('speaks of oil and burnt grains for oil-bonded sand, never of water', () => {
    for (const breaks of ['crumbles', 'ragged', 'crisp', 'bends'] as const) {
      for (const holds of [true, false]) {
        for (const palm of ['clean', 'film', 'smeared'] as const) {
          const answer = squeeze({ ...temper, prints: 'blurred', breaks, holds, palm }, 'oil');
          expect(answer.suspects).not.toContain('water');
          expect(answer.tells_water).toBe(false);
        }
      }
    }
  });
  it('answers every combination, its factor in step with its grade', () => {
    const range = { 1: [0, 0.65], 2: [0.65, 0.9], 3: [0.9, 1.1], 4: [1.1, 1.35], 5: [1.35, 2] } as const;
    const reading = fc.record({
      holds: fc.boolean(),
      shrinks: fc.boolean(),
      breaks: fc.constantFrom<SqueezeReading['breaks']>('crumbles', 'ragged', 'crisp', 'bends'),
      palm: fc.constantFrom<SqueezeReading['palm']>('clean', 'film', 'smeared'),
      prints: fc.constantFrom<SqueezeReading['prints']>('none', 'blurred', 'sharp')
    });
    fc.assert(
      fc.property(reading, (each) => {
        const answer = squeeze(each);
        expect(answer.advice.length).toBeGreaterThan(10);
        if (!answer.tells_water) return;
        const [low, high] = range[answer.grade];
        expect(answer.temper_factor).toBeGreaterThanOrEqual(low);
        expect(answer.temper_factor).toBeLessThanOrEqual(high);
      })
    );
  });
});

describe('every answer to a squeeze', () => {
  const HOLDS = [true, false] as const;
  const BREAKS = ['crumbles', 'ragged', 'crisp', 'bends'] as const;
  const PALMS = ['clean', 'film', 'smeared'] as const;
  const PRINTS = ['none', 'blurred', 'sharp'] as const;
  const all = HOLDS.flatMap((holds) =>
    HOLDS.flatMap((shrinks) =>
      BREAKS.flatMap((breaks) =>
        PALMS.flatMap((palm) => PRINTS.map((prints) => ({ holds, shrinks, breaks, palm, prints })))
      )
    )
  );
  it.each(['water', 'oil'] as const)('makes sense in all 144 ways: %s', (system) => {
    expect(all).toHaveLength(144);
    for (const reading of all) {
      const { grade, tells_water, suspects, advice } = squeeze(reading, system);
      const { holds, palm, breaks } = reading;
      // Sand that falls apart is never ready, and a smeared palm never short of water.
      if (!holds) expect(grade).not.toBe(3);
      if (palm === 'smeared' && tells_water) expect(grade).toBe(5);
      if (breaks === 'crumbles' && tells_water && palm === 'clean') expect(grade).toBeLessThan(3);
      expect(grade === 3).toBe(suspects.length === 0);
      expect(advice.length).toBeGreaterThan(10);
    }
  });
  it.each(['water', 'oil'] as const)(
    'asks only what tells something, and what it leaves out changes nothing: %s',
    (system) => {
      for (const reading of all) {
        // A lump that fell apart has no break to look at: what stands there is none.
        if (!reading.holds && reading.breaks !== 'crumbles') continue;
        const asked = squeezeQuestions(reading, system) as string[];
        const part = Object.fromEntries(
          Object.entries(reading).map(([name, value]) => [name, asked.includes(name) ? value : null])
        ) as unknown as PartSqueeze;
        const whole = squeezed(part, system);
        expect(whole && squeeze(whole, system).grade, JSON.stringify(reading)).toBe(
          squeeze(reading, system).grade
        );
      }
      expect(squeezeQuestions({ ...all[0]!, breaks: 'ragged', palm: 'film' }, 'oil')).toContain('prints');
      expect(squeezeQuestions(all[0]!, 'oil')).not.toContain('shrinks');
      expect(squeezed({ holds: false, shrinks: null, breaks: null, palm: 'clean', prints: null })).toBeNull();
    }
  );
});
