import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { afterSession, policyOutlook, settlesAt, underPolicy, type HeapParts } from './renewal-policy';

const some = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const heap: HeapParts = { sand: 36, live_clay: 3, dead_clay: 0.6, fines: 0.4 };
const mass = (of: HeapParts) => of.sand + of.live_clay + of.dead_clay + of.fines;
const wear = { burnt_kg: 1.6, spill: 0.02, grinding: 0.002 };

describe('a heap under a policy', () => {
  it('settles where the balance says, within one percent', () => {
    fc.assert(
      fc.property(
        some(0.2, 4),
        some(0.005, 0.05),
        some(0, 0.01),
        some(0, 1),
        some(0.04, 0.2),
        (burnt_kg, spill, grinding, burnt_out, clay_per_sand) => {
          const each = { burnt_kg, spill, grinding };
          const policy = { new_sand: 'hold' as const, burnt_out, clay_per_sand };
          const settled = underPolicy(heap, each, policy, 2000).at(-1)!.parts;
          // Clay that was lacking at the start comes on top of the mass that is held.
          const balance = settlesAt(mass(settled), each, policy)!;
          for (const part of ['sand', 'live_clay', 'dead_clay', 'fines'] as const)
            expect(Math.abs(settled[part] - balance[part])).toBeLessThanOrEqual(0.01 * balance[part] + 1e-4);
          expect(mass(balance)).toBeCloseTo(mass(settled), 9);
        }
      ),
      { numRuns: 40 }
    );
  });
  it('with a fixed amount of new sand settles where what comes in is what leaves', () => {
    const policy = { new_sand: 1.2, burnt_out: 0.6, clay_per_sand: 0.08 };
    const settled = underPolicy(heap, wear, policy, 3000).at(-1)!;
    const { parts } = settled;
    // By hand: with a = spill + found share of what burnt, sand = new/(a + grinding), dead and fines from that.
    const burnt = wear.burnt_kg / settled.mass_kg;
    const a = wear.spill + burnt * policy.burnt_out;
    const sand = policy.new_sand / (a + wear.grinding);
    expect(parts.sand / sand).toBeCloseTo(1, 3);
    expect(parts.dead_clay / ((burnt * 0.4 * 0.08 * sand) / a)).toBeCloseTo(1, 3);
    expect(parts.fines / ((wear.grinding * sand) / a)).toBeCloseTo(1, 3);
  });
  it('keeps its mass, and mass balances each time', () => {
    fc.assert(
      fc.property(
        some(0, 3),
        some(0, 0.05),
        some(0, 0.01),
        some(0, 1),
        (burnt_kg, spill, grinding, burnt_out) => {
          const policy = { new_sand: 'hold' as const, burnt_out, clay_per_sand: 0.09 };
          const next = afterSession(heap, { burnt_kg, spill, grinding }, policy, 1);
          expect(mass(heap) - next.out_kg + next.sand_in_kg + next.clay_in_kg).toBeCloseTo(next.mass_kg, 9);
        }
      )
    );
    const held = underPolicy(heap, wear, { new_sand: 'hold', burnt_out: 0.5, clay_per_sand: 0.09 }, 20);
    for (const each of held) expect(each.mass_kg).toBeCloseTo(mass(heap), 9);
  });
  it('the more burnt sand is found, the less dead clay there is, and the more sand it takes', () => {
    const dead = [0, 0.3, 0.6, 0.9].map((burnt_out) =>
      policyOutlook(
        heap,
        wear,
        { new_sand: 'hold', burnt_out, clay_per_sand: 0.08 },
        {
          sessions: 20,
          prices: { sand_per_kg: 0.4, clay_per_kg: 1.2 },
          stock: { sand_kg: 10, clay_kg: 2 },
          good_kg_each: 1.5
        }
      )
    );
    for (let i = 1; i < dead.length; i++) {
      expect(dead[i]!.sessions.at(-1)!.dead_share).toBeLessThan(dead[i - 1]!.sessions.at(-1)!.dead_share);
      expect(dead[i]!.buy_sand_kg).toBeGreaterThanOrEqual(dead[i - 1]!.buy_sand_kg);
      expect(dead[i]!.cost_per_good_kg).toBeCloseTo(dead[i]!.cost / 30, 12);
    }
    // By hand: the first session whose sand so far is more than the ten kilograms in stock.
    let taken = 0;
    const out = dead[3]!.sessions.findIndex(({ sand_in_kg }) => (taken += sand_in_kg) > 10) + 1;
    expect(dead[3]!.sand_out_at).toBe(out);
    const all = dead[3]!.sessions.reduce((sum, { sand_in_kg }) => sum + sand_in_kg, 0);
    expect(dead[3]!.buy_sand_kg).toBeCloseTo(all - 10, 9);
    expect(dead[0]!.clay_out_at).not.toBeNull();
  });
  it('never settles where nothing leaves; a full renewal now and then brings it down', () => {
    const none = { burnt_kg: 1, spill: 0, grinding: 0.001 };
    expect(settlesAt(40, none, { burnt_out: 0, clay_per_sand: 0.08 })).toBeNull();
    const policy = { new_sand: 'hold' as const, burnt_out: 0, clay_per_sand: 0.08 };
    const left = underPolicy(heap, none, policy, 10).at(-1)!;
    const renewed = underPolicy(heap, none, { ...policy, full_renewal: { every: 5, share: 0.5 } }, 10).at(
      -1
    )!;
    expect(renewed.dead_share).toBeLessThan(left.dead_share);
  });
});
