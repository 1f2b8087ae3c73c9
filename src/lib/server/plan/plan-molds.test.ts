import { describe, expect, it } from 'vitest';
import { driestFirst } from './plan-molds';

const mold = (flask_id: number, round: number, ...patterns: number[]) => ({
  flask_id,
  round,
  sand_kg: 10 * flask_id,
  patterns: patterns.map((pattern_id) => ({ pattern_id, count: 1 }))
});

describe('molds of one flask, in turn', () => {
  it('come in the order in which their patterns are dry; other flasks keep their rounds', () => {
    const dry = new Map([
      [1, 300],
      [2, 100],
      [3, 200]
    ]);
    const laid = driestFirst([mold(1, 1, 1), mold(2, 1, 1), mold(1, 2, 2), mold(1, 3, 2, 3)], dry);
    expect(laid).toEqual([mold(1, 1, 2), mold(2, 1, 1), mold(1, 2, 2, 3), mold(1, 3, 1)]);
  });
  it('stay as they were laid where all are dry at once', () => {
    const laid = [mold(1, 1, 1), mold(2, 1, 2), mold(1, 2, 3)];
    expect(driestFirst(laid, new Map())).toEqual(laid);
  });
});
