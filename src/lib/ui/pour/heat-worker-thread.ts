/** The thread that works out how heat goes through a mold. */
export const heatWorker = (): Worker =>
  new Worker(new URL('../../workers/heat-worker.ts', import.meta.url), { type: 'module' });
