import { Worker } from 'node:worker_threads';
import { expect, it } from 'vitest';
import { Conduction } from '$core/freeze/conduct';
import { CHILL, METAL } from '$core/freeze/field';
import { freeze } from '$core/freeze/freezing';
import type { StartPartner } from '$core/freeze/pair';
import { ALLOYS } from '$core/reference/alloys';
import type { Started } from './partner';
import { threadCode } from './thread-code';

const SIDE = 18;
const lines = () => Float64Array.from({ length: SIDE + 1 }, (_, i) => 0.004 * i);

/** A cube of metal over a chill, in a corner of damp sand, until it is cool. */
function frozen(start?: StartPartner) {
  const holds = new Uint8Array(SIDE ** 3);
  for (let k = 4; k < 13; k++)
    for (let j = 0; j < 9; j++)
      for (let i = 5; i < 14; i++) holds[(k * SIDE + j) * SIDE + i] = k < 6 ? CHILL : METAL;
  const { solid_kg_m3: kg_m3 } = ALLOYS.aluminium;
  const heat = new Conduction(
    {
      lines: { x: lines(), y: lines(), z: lines() },
      holds,
      metal: { ...ALLOYS.aluminium, kg_m3 },
      pour_c: 730,
      moisture: 0.04
    },
    start
  );
  try {
    const times = freeze(heat, holds, 1, () => true, 350);
    return { ...times, peak_c: heat.peak_c, gone: heat.gone_kg_m3 };
  } finally {
    heat.end();
  }
}

it('half of the work in another thread comes to the same to the last digit', async () => {
  const code = await threadCode();
  let exit: Promise<number> | undefined;
  let words: Int32Array | undefined;
  const together = frozen((shared) => {
    words = shared.words;
    const workerData: Started = { code, follows: shared };
    const worker = new Worker(code, { eval: true, workerData });
    exit = new Promise((resolve) => worker.once('exit', resolve));
    // It is there before the first step, so that it does half of all of them.
    while (Atomics.load(shared.words, 2) === 0) Atomics.wait(shared.words, 1, 0, 5);
    return () => undefined;
  });
  const alone = frozen();
  const { steps } = alone;
  // Four parts of each step, and the end.
  expect(Atomics.load(words!, 0)).toBe(4 * steps + 1);
  expect(together).toEqual(alone);
  expect(alone.energy_error).toBeLessThan(1e-9);
  // Let go, it ends by itself.
  expect(await exit).toBe(0);
});

it('a partner that never comes is not waited for', () => {
  let ended = 0;
  const left_alone = frozen(() => () => void (ended += 1));
  expect(left_alone).toEqual(frozen());
  expect(ended).toBe(1);
});
