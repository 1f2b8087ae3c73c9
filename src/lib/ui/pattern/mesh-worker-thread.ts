/** The thread that works meshes out. */
export const meshWorker = (): Worker =>
  new Worker(new URL('../../workers/mesh-worker.ts', import.meta.url), { type: 'module' });
