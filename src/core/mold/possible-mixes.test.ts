import { describe, expect, it } from 'vitest';
import type { CastingBox } from './casting';
import type { Flask } from './flask';
import { keptLayout } from './placement';
import { possibleMixes, type Mix } from './possible-mixes';

const box = (length_m: number, width_m: number, above_m = 0): CastingBox => ({
  length_m,
  width_m,
  above_m,
  below_m: 0.02,
  kg: 0.3
});
const flask = (length_m: number, width_m: number): Flask => ({
  shape: 'rectangular',
  length_m,
  width_m,
  cope_m: 0.1,
  drag_m: 0.08
});
const latch = { pattern_id: 1, count: 3, casting: box(0.1, 0.04) };
const bracket = { pattern_id: 2, count: 2, casting: box(0.06, 0.05) };

describe('which castings a flask takes together', () => {
  const [small, large] = possibleMixes({
    flasks: [flask(0.24, 0.18), flask(0.5, 0.4)],
    metal: 'aluminium',
    wanted: [latch, bracket]
  }) as [Mix[], Mix[]];
  const has = (of: Mix[], mix: Mix) => of.some((each) => JSON.stringify(each) === JSON.stringify(mix));
  const count = (mix: Mix, id: number) => mix.find(({ pattern_id }) => pattern_id === id)?.count ?? 0;

  it('are only such as lie in it with their sand, and no more than are wanted', () => {
    for (const [of, into] of [
      [small, flask(0.24, 0.18)],
      [large, flask(0.5, 0.4)]
    ] as const)
      for (const mix of of) {
        const boxes = [latch, bracket].flatMap(({ pattern_id, casting }) =>
          Array.from({ length: count(mix, pattern_id) }, () => casting)
        );
        expect(keptLayout(boxes, 'aluminium', into)).not.toBeNull();
        expect(count(mix, 1)).toBeLessThanOrEqual(3);
        expect(count(mix, 2)).toBeLessThanOrEqual(2);
      }
  });

  it('are one, two and so on of each, and all that is wanted where there is room', () => {
    for (const n of [1, 2, 3]) expect(has(large, [{ pattern_id: 1, count: n }])).toBe(true);
    expect(
      has(large, [
        { pattern_id: 1, count: 3 },
        { pattern_id: 2, count: 2 }
      ])
    ).toBe(true);
    // Three latches do not go into the small one; what goes in beside fewer is not lost with them.
    const words = small.map((mix) => `${count(mix, 1)} and ${count(mix, 2)}`).sort();
    expect(words).toEqual(['0 and 1', '0 and 2', '1 and 0', '1 and 1', '1 and 2', '2 and 0', '2 and 1']);
  });

  it('is none of a casting that is higher than the flask, though others lie in it', () => {
    const tall = { pattern_id: 3, count: 1, casting: box(0.04, 0.04, 0.2) };
    const [mixes] = possibleMixes({
      flasks: [flask(0.5, 0.4)],
      metal: 'aluminium',
      wanted: [tall, bracket]
    }) as [Mix[]];
    expect(mixes.some((mix) => count(mix, 3) > 0)).toBe(false);
    expect(has(mixes, [{ pattern_id: 2, count: 2 }])).toBe(true);
  });
});
