import { describe, expect, it } from 'vitest';
import type { CastingFacts } from './steps/casting-facts';
import { patternsToLeaveOut, withoutPatterns } from './leave-out';

const mold = (number: number, pattern_ids: number[], rest: Partial<CastingFacts['molds'][number]> = {}) => ({
  number,
  mold_id: null,
  flask_id: number,
  flask: 'a flask',
  makes: 'castings',
  pattern_ids,
  heap_id: 1,
  sand_kg: 15,
  way: null,
  round: 1,
  rammed: false,
  poured: false,
  people_min: 15,
  opens_at: null,
  ...rest
});
const pattern = (id: number) => ({ id, name: `pattern ${id}`, coats: [], dry_at: 0, wear: null });
const facts = (molds: CastingFacts['molds']): CastingFacts => ({
  now: 0,
  people: [],
  patterns: [1, 2, 3].map(pattern),
  heaps: [],
  buy: [],
  molds,
  melts: [
    { molds: [1, 2], charge_kg: 2, heat_min: 40 },
    { molds: [3], charge_kg: 1, heat_min: 30 }
  ],
  alloy: 'aluminium',
  short_rest: null,
  ramming_pace: 1,
  own: []
});
const day = facts([mold(1, [1, 2]), mold(2, [1]), mold(3, [3])]);

describe('patterns left out of a day', () => {
  it('take with them only molds that hold nothing else', () => {
    const left = withoutPatterns(day, new Set([1]));
    expect(left.molds.map(({ number, pattern_ids }) => [number, pattern_ids])).toEqual([
      [1, [2]],
      [3, [3]]
    ]);
    expect(left.melts.map(({ molds }) => molds)).toEqual([[1], [3]]);
    expect(left.patterns.map(({ id }) => id)).toEqual([2, 3]);
    expect(withoutPatterns(day, new Set([3])).melts).toHaveLength(1);
    // What stands rammed is poured, whatever else is left out.
    const rammed = facts([mold(1, [1], { rammed: true }), mold(3, [3])]);
    expect(withoutPatterns(rammed, new Set([1])).molds).toHaveLength(2);
  });

  it('are the fewest that help, never all of them, and none where none help', () => {
    const wet =
      (...ids: number[]) =>
      (left: CastingFacts) =>
        !left.molds.some(({ pattern_ids }) => pattern_ids.some((id) => ids.includes(id)));
    expect(patternsToLeaveOut(day, wet(2))).toEqual([2]);
    expect(patternsToLeaveOut(day, wet(1, 3))).toEqual([1, 3]);
    expect(patternsToLeaveOut(day, wet(1, 2, 3))).toBeNull();
    expect(patternsToLeaveOut(facts([mold(1, [1])]), wet(1))).toBeNull();
  });
});
