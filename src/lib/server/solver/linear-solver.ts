import { createRequire } from 'node:module';
import { Worker } from 'node:worker_threads';
import type { LinearSolution, LinearSolver } from '$core/mix/linear-programme';
import { Refusal } from '../refusal';

/**
 * A programme gets so much work, whatever the machine: so many nodes of its search, about three seconds for the hardest
 * that were found. Then the best that was found so far is the answer, the same everywhere.
 */
const MOST_NODES = 100;
/** A worker that is silent for so long hangs, and is ended, ms. */
const HANGS_MS = 120_000;
/** Programmes that wait their turn; more are refused rather than kept waiting for minutes. */
const MOST_WAITING = 12;

/** The solver's own thread: whatever it is asked, everybody else is served meanwhile. */
const IN_THE_WORKER = `
const { parentPort, workerData } = require('node:worker_threads');
const start = require(workerData.highs)();
parentPort.on('message', async ({ id, programme, options }) => {
  try {
    const highs = await start;
    const { optimal, infeasible } = highs.constants.modelStatus;
    const solution = highs.withModel({ format: 'lp', data: programme }, (model) => {
      model.options.set(options);
      const { modelStatus } = model.run();
      const values = {};
      // What it stopped at counts where it keeps to everything (status 2): naughts that nobody found are none.
      if (model.info.get('primal_solution_status') === 2)
        model.getSolution().colValue.forEach((value, i) => (values[model.getColName(i)] = value));
      const status = modelStatus === optimal ? 'optimal' : modelStatus === infeasible ? 'infeasible' : 'unfinished';
      return { status, values };
    });
    parentPort.postMessage({ id, solution });
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

/** The HiGHS solver (WebAssembly), in a thread of its own, with a limit to its work. */
export const linearSolver: LinearSolver = (programme) =>
  new Promise((done, failed) => {
    if (waiting.length >= MOST_WAITING)
      return failed(new Refusal(503, 'Many mixes are being worked out just now: try again in a moment.'));
    waiting.push({ programme, done, failed });
    next();
  });

/** Starts the solver's thread before anybody asks: compiling it takes longer than most of what it is asked. */
export function warmSolver(): void {
  (worker ?? start()).unref();
}

function next(): void {
  if (current) return;
  const asked = waiting.shift();
  if (!asked) return;
  const id = ++last;
  const running = worker ?? start();
  const watch = setTimeout(() => giveUp(running), HANGS_MS);
  current = { ...asked, id, watch };
  running.ref();
  running.postMessage({ id, programme: asked.programme, options: { mip_max_nodes: MOST_NODES } });
}

/** What runs in vain is ended, and the next programme gets a worker of its own. */
function giveUp(running: Worker): void {
  void running.terminate();
  if (worker === running) worker = undefined;
  settle((asked) => asked.done({ status: 'unfinished', values: {} }));
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
