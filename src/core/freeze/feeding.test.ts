import { describe, expect, it } from 'vitest';
import { cutOffPlaces } from './feeding';
import { METAL } from './field';

/** A row of cells of 1 cm³: what each holds, and until when it feeds; it begins to freeze at once and is solid 1 s later. */
function row(holds: readonly number[], feeds: readonly number[], feeder: (body: number) => boolean) {
  const feeds_s = Float32Array.from(feeds);
  return cutOffPlaces(
    [holds.length, 1, 1],
    Uint8Array.from(holds),
    { begins_s: new Float32Array(holds.length), feeds_s, solid_s: feeds_s.map((s) => s + 1) },
    feeder,
    () => 1e-6
  );
}
const [sand, casting, riser] = [0, METAL, METAL + 1];
const feeds = (body: number) => body === 1;

describe('what is shut off from its riser', () => {
  it('nothing is where it freezes towards the riser', () => {
    expect(row([casting, casting, casting, riser], [10, 20, 30, 60], feeds)).toEqual([]);
  });
  it('a thick end behind a thin neck is, from when the neck no longer passes metal on', () => {
    const [spot, ...more] = row([casting, casting, casting, riser], [40, 50, 20, 60], feeds);
    expect(more).toEqual([]);
    expect(spot).toMatchObject({ at: 1, body: 0, from_s: 20, until_s: 51 });
    // Two cells that give off the last of 41 and of 51 s: as much of each is liquid as it has still to go.
    expect(spot!.liquid_m3).toBeCloseTo(1e-6 * (21 / 41 + 31 / 51), 12);
  });
  it('a casting that nothing touches or feeds is from the first, each place of it once', () => {
    expect(row([casting, casting, sand, riser], [10, 30, Infinity, 60], feeds)).toMatchObject([
      { at: 1, from_s: 0, until_s: 31 }
    ]);
    // Of two places that only feed one another the later one is told, with all of the metal.
    const two = row([casting, casting, casting], [30, 10, 20], feeds);
    expect(two.map(({ at, from_s }) => [at, from_s])).toEqual([[0, 0]]);
  });
  it('a riser that freezes first is none: the casting is cut off as the riser gives out', () => {
    // Its metal is still joined, but the last of it lies in the casting.
    expect(row([casting, casting, riser], [50, 40, 20], feeds)).toMatchObject([{ at: 0, from_s: 20 }]);
  });
  it('metal of two castings that lie in one pool is told of each', () => {
    const pool = row([casting, METAL + 2, sand], [30, 40, Infinity], feeds);
    expect(pool.map(({ body }) => body).sort()).toEqual([0, 2]);
    expect(pool.reduce((sum, { liquid_m3 }) => sum + liquid_m3, 0)).toBeCloseTo(2e-6, 12);
  });
});
