import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arrivals, misruns } from './arrival';
import { METAL } from './field';

const even = (cells: number, long = 0.01) => new Float64Array(cells).fill(long);
/** A plate of so many cells of 1 cm³, gated at its first cell. */
function plate(nx: number, ny: number, flow_m3_s: number) {
  const holds = new Uint8Array(nx * ny).fill(METAL);
  const cells = [...holds.keys()];
  return arrivals([nx, ny], holds, cells, [0], [even(nx), even(ny), even(1)], flow_m3_s);
}

describe('when metal comes to each place', () => {
  it('a bar fills from its gate on, as fast as the stream is', () => {
    const times = plate(10, 1, 2e-6);
    expect([...times].map((s) => Number(s.toFixed(6)))).toEqual([0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5]);
  });
  it('all of it is full once its volume has come in, whatever its shape', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 12 }), (nx, ny) => {
        const times = plate(nx, ny, 1e-6);
        expect(Math.max(...times)).toBeCloseTo(nx * ny, 3);
        expect(times[0]).toBe(Math.min(...times));
      }),
      { numRuns: 30 }
    );
  });
  it('round a wall it comes the long way, and to what has no way never', () => {
    // Two rows of four, the second reached at the far end only; one cell lies apart.
    const holds = Uint8Array.of(1, 1, 1, 1, 0, 0, 0, 1, 1, 0, 1, 1);
    const cells = [...holds.keys()].filter((at) => holds[at] !== 0);
    const times = arrivals([4, 3], holds, cells, [0], [even(4), even(3), even(1)], 1e-6);
    const at = (cell: number) => times[cells.indexOf(cell)];
    expect(at(3)).toBe(4);
    expect(at(7)).toBe(5);
    expect(at(11)).toBe(6);
    expect(at(10)).toBe(7);
    expect(at(8)).toBe(Infinity);
  });
  it('the end of one line is no neighbour of the next', () => {
    const holds = Uint8Array.of(0, 0, 1, 1, 0, 0);
    const times = arrivals([3, 2], holds, [2, 3], [2], [even(3), even(2), even(1)], 1e-6);
    expect([...times]).toEqual([1, Infinity]);
  });
});

describe('where it comes too late', () => {
  it('the worst place of each casting is told, with how much is like it', () => {
    const holds = Uint8Array.of(1, 1, 1, 2);
    const late = misruns(
      [0, 1, 2, 3],
      Float32Array.of(1, 4, 9, 2),
      Float32Array.of(3, 3, 3, 3),
      holds,
      () => 1e-6
    );
    expect(late).toEqual([{ at: 2, body: 0, arrives_s: 9, runs_s: 3, volume_m3: 2e-6 }]);
  });
  it('what nothing leads to is no misrun: it is not gated', () => {
    expect(misruns([0], Float32Array.of(Infinity), Float32Array.of(1), Uint8Array.of(1), () => 1)).toEqual(
      []
    );
  });
});
