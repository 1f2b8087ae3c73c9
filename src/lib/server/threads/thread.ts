import { parentPort } from 'node:worker_threads';
import { follow } from '$core/freeze/pair';
import type { Progress } from '$lib/schema/progress';
import type { Asked, Tell, Told } from '../worker/job';
import { followed } from '../worker/partner';
import { JOBS } from './jobs';

/** Oftener than this nobody looks, ms. */
const TOLD_EVERY_MS = 100;

const port = parentPort;
if (!port) throw new Error('This is what a worker thread runs.');
if (followed) follow(followed);
else
  port.on('message', ({ id, job, input }: Asked) => {
    let told = -Infinity;
    const tell = (progress: Progress) => {
      const now = performance.now();
      if (now - told < TOLD_EVERY_MS) return;
      told = now;
      port.postMessage({ id, progress } satisfies Told);
    };
    try {
      // Who asks names the job, and with it the type of its input.
      const run = JOBS[job] as (input: unknown, tell: Tell) => unknown;
      port.postMessage({ id, output: run(input, tell) } satisfies Told);
    } catch (thrown) {
      const failed = thrown instanceof Error ? (thrown.stack ?? thrown.message) : String(thrown);
      port.postMessage({ id, failed } satisfies Told);
    }
  });
