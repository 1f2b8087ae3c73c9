import { createRequire } from 'node:module';
import { Worker } from 'node:worker_threads';
import type { LinearSolution, LinearSolver } from '$core/mix/linear-programme';
import { Refusal } from '../refusal';

/** A programme gets so long; then the best that was found so far is the answer. */
const TIME_LIMIT_S = 0.8;
/** A worker that is still silent so long after that is ended, ms. */
const GRACE_MS = 1500;
/** Programmes that wait their turn; more are refused rather than kept waiting for minutes. */
const MOST_WAITING = 12;

/** The solver's own thread: whatever it is asked, everybody else is served meanwhile. */
const IN_THE_WORKER = `
const { parentPort, workerData } = require('node:worker_threads');
const start = require(workerData.highs)();
parentPort.on('message', async ({ id, programme, time_limit }) => {
  try {
    const highs = await start;
    const { Status, Columns } = highs.solve(programme, { time_limit });
    const values = {};
    for (const [name, column] of Object.entries(Columns)) values[name] = 'Primal' in column ? column.Primal : 0;
    parentPort.postMessage({ id, solution: { status: Status, values } });
  } catch (error) {
    parentPort.postMessage({ id, error: String(error) });
  }
});
`;

interface Asked {
  programme: string;
  done: (solution: LinearSolution) => void;
  failed: (error: Error) => void;
}

let worker: Worker | undefined;
const waiting: Asked[] = [];
let current: (Asked & { id: number; watch: NodeJS.Timeout }) | undefined;
let last = 0;

/** The HiGHS solver (WebAssembly), in a thread of its own with a time limit. */
export const linearSolver: LinearSolver = (programme) =>
  new Promise((done, failed) => {
    if (waiting.length >= MOST_WAITING)
      return failed(new Refusal(503, 'Many mixes are being worked out just now: try again in a moment.'));
    waiting.push({ programme, done, failed });
    next();
  });

function next(): void {
  if (current) return;
  const asked = waiting.shift();
  if (!asked) return;
  const id = ++last;
  const running = worker ?? start();
  const watch = setTimeout(() => giveUp(running), TIME_LIMIT_S * 1000 + GRACE_MS);
  current = { ...asked, id, watch };
  running.ref();
  running.postMessage({ id, programme: asked.programme, time_limit: TIME_LIMIT_S });
}

/** What runs in vain is ended, and the next programme gets a worker of its own. */
function giveUp(running: Worker): void {
  void running.terminate();
  if (worker === running) worker = undefined;
  settle((asked) => asked.done({ status: 'Time limit reached', values: {} }));
}

function settle(how: (asked: Asked) => void): void {
  const asked = current;
  if (!asked) return;
  clearTimeout(asked.watch);
  current = undefined;
  how(asked);
  next();
}

function start(): Worker {
  const highs = createRequire(import.meta.url).resolve('highs');
  const started = new Worker(IN_THE_WORKER, { eval: true, workerData: { highs } });
  worker = started;
  started.on(
    'message',
    ({ id, solution, error }: { id: number; solution?: LinearSolution; error?: string }) => {
      if (id !== current?.id) return;
      // Nothing keeps the process alive once there is nothing to solve.
      started.unref();
      settle((asked) => (solution ? asked.done(solution) : asked.failed(new Error(error))));
    }
  );
  started.on('error', (error) => {
    if (worker === started) worker = undefined;
    settle((asked) => asked.failed(error));
  });
  return started;
}
