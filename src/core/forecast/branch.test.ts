import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { conditionAt } from '../heap/condition';
import { believe } from '../heap/estimate';
import { firstBelief, type HeapNature } from '../heap/state/belief';
import { KINDS } from '../heap/kinds';
import { TARGETS } from '../reference/targets';
import { followBranch, type BranchDoing } from './branch';
import { learnedFrom } from './branch-learned';
import { branchWords } from './branch-words';

const NOW = '2026-05-01T09:00:00.000Z';
const nature: HeapNature = {
  system: 'water',
  binder: 'sodium-bentonite',
  targets: TARGETS['sodium-bentonite'],
  container: { cover: 'lid', exposed_area_m2: 0.15 }
};
const context = learnedFrom(nature, firstBelief(nature));
const belief = believe(nature, [
  {
    id: 1,
    at: '2026-04-30T09:00:00.000Z',
    event: KINDS.mixed.read(
      {
        additions: [
          { ingredient: 'sand', kg: 30 },
          { ingredient: 'sodium-bentonite', kg: 2.8 },
          { ingredient: 'water', kg: 1 }
        ]
      },
      context
    )
  }
]);
const follow = (...doings: BranchDoing[]) => followBranch(nature, belief, NOW, doings);
const last = (...doings: BranchDoing[]) => follow(...doings).at(-1)!;

describe('a branch of a heap', () => {
  it('with nothing done is the heap as it stands', () => {
    const [only, ...rest] = follow();
    expect(rest).toEqual([]);
    const now = conditionAt(nature, belief, NOW);
    expect(only!.moisture.value).toBeCloseTo(now.moisture.value, 12);
    expect(only!.total_kg).toBeCloseTo(now.total_kg, 12);
  });

  it('left to stand it is what its drying says, and its doubt grows', () => {
    const points = follow({ do: 'stand', days: 28 });
    const then = conditionAt(nature, belief, points.at(-1)!.at);
    // In weekly steps it dries as in one, as near as its curve is followed.
    expect(points.at(-1)!.moisture.value).toBeCloseTo(then.moisture.value, 4);
    const width = ({ moisture }: (typeof points)[number]) => moisture.high - moisture.low;
    expect(width(points.at(-1)!)).toBeGreaterThan(width(points[0]!));
    const open = last({ do: 'stand', days: 28, cover: 'open' });
    expect(open.moisture.value).toBeLessThan(points.at(-1)!.moisture.value);
  });

  it('bronze twice burns more than aluminium once, and clay dies of it', () => {
    const bronze = last({ do: 'pour', metal_kg: 5, alloy: 'tin-bronze', times: 2 });
    const once = last({ do: 'pour', metal_kg: 5, alloy: 'aluminium' });
    // What burnt lies beside the heap until it is mixed in.
    const mixed = last({ do: 'pour', metal_kg: 5, alloy: 'tin-bronze', times: 2 }, { do: 'water', kg: 0.1 });
    expect(bronze.total_kg).toBeLessThan(once.total_kg);
    expect(mixed.dead_clay.value).toBeGreaterThan(last({ do: 'water', kg: 0.1 }).dead_clay.value);
    expect(mixed.active_clay.value).toBeLessThan(last().active_clay.value);
  });

  it('another clay, water and temper do what they say', () => {
    const more = last({ do: 'add', kind: 'calcium-bentonite', kg: 1 });
    expect(more.active_clay.value).toBeGreaterThan(last().active_clay.value);
    expect(more.total_kg).toBeCloseTo(last().total_kg + 1, 3);
    const tempered = last({ do: 'stand', days: 30, cover: 'open' }, { do: 'temper' });
    expect(tempered.water_kg).toBeLessThan(0.01);
    expect(() => follow({ do: 'discard', kg: 500 })).toThrow(/only 3\d\.\d kg/);
  });

  it('a policy that takes the burnt out keeps less dead clay than one that does not', () => {
    const policy = (burnt_out_percent: number) =>
      last({ do: 'policy', times: 10, days: 14, metal_kg: 2, burnt_out_percent, new_sand_kg: 0.5 });
    expect(policy(90).dead_clay.value).toBeLessThan(policy(0).dead_clay.value);
    // As much clay as its window asks for is kept.
    const { min, max } = nature.targets.active_clay;
    expect(policy(50).active_clay.value).toBeGreaterThan(min * 0.95);
    expect(policy(50).active_clay.value).toBeLessThan(max * 1.05);
  });

  it('wetter stays wetter, whatever else happens', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.integer({ min: 1, max: 40 }),
        (kg, days) => {
          const then: BranchDoing[] = [
            { do: 'stand', days },
            { do: 'pour', metal_kg: 1 }
          ];
          expect(last({ do: 'water', kg }, ...then).moisture.value).toBeGreaterThan(
            last(...then).moisture.value
          );
        }
      ),
      { numRuns: 30 }
    );
  });

  it('however long, it ends where its steps end, in few enough points', () => {
    const points = follow(
      ...Array.from({ length: 20 }, (): BranchDoing => ({
        do: 'policy',
        times: 40,
        days: 30,
        metal_kg: 1,
        burnt_out_percent: 50
      }))
    );
    expect(points.length).toBeLessThan(2500);
    const days = (Date.parse(points.at(-1)!.at) - Date.parse(NOW)) / 86_400_000;
    expect(days).toBeGreaterThan(20 * 40 * 30);
  });

  it('says its steps', () => {
    expect(branchWords({ do: 'pour', metal_kg: 5, alloy: 'tin-bronze', times: 2 }, 'metric')).toContain(
      '2 times'
    );
    expect(branchWords({ do: 'stand', days: 1, cover: 'open' }, 'metric')).toContain('stand 1 day');
    expect(branchWords({ do: 'add', kind: 'fire-clay', kg: 1 }, 'us')).toContain('lb');
  });
});
