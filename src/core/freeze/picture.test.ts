import { expect, it } from 'vitest';
import { codePicture, readPicture } from './picture';

it('a picture comes back as it was sent, times to a thousandth', () => {
  const n = 20_000;
  const holds = Uint8Array.from({ length: n }, (_, i) => i % 7);
  const some = (scale: number) =>
    Float32Array.from({ length: n }, (_, i) => (i % 5 === 0 ? Infinity : scale * (i % 997)));
  const times = { begins_s: some(0.01), solid_s: some(1), boils_s: some(200) };
  const lines = { x: Float64Array.of(-0.1, 0, 0.1), y: Float64Array.of(0, 1), z: Float64Array.of(-1, 2) };
  const coded = JSON.parse(
    JSON.stringify(
      codePicture({
        grid: { lines, holds, bodies: [] },
        times: { ...times, runs_s: some(1), feeds_s: some(1), bodies: [], steps: 1, energy_error: 0 }
      })
    )
  ) as ReturnType<typeof codePicture>;
  const back = readPicture(coded);
  expect(back.holds).toEqual(holds);
  expect([back.x_m, back.y_m, back.z_m]).toEqual([lines.x, lines.y, lines.z]);
  for (const of of ['begins_s', 'solid_s', 'boils_s'] as const)
    for (let i = 0; i < n; i += 13) {
      const [was, is] = [times[of][i]!, back[of][i]!];
      if (was === Infinity) expect(is).toBe(Infinity);
      else expect(Math.abs(is - was)).toBeLessThanOrEqual(0.0006 * (1 + was));
    }
});
