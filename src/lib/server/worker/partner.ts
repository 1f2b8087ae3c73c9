import { availableParallelism } from 'node:os';
import { Worker, workerData } from 'node:worker_threads';
import type { SharedField, StartPartner } from '$core/freeze/pair';

/** What a thread is started with: its own code, and where it is to follow another's work, that. */
export interface Started {
  code: string;
  follows?: SharedField;
}

/** Starts a thread that takes half of this one's work; it ends with it. */
const partnerBy =
  (code: string): StartPartner =>
  (shared) => {
    const worker = new Worker(code, { eval: true, workerData: { code, follows: shared } satisfies Started });
    // One that cannot start is done without.
    worker.on('error', () => undefined);
    worker.unref();
    return () => void worker.terminate();
  };

// A thread of the crew is started with this; in any other place there is none.
const started = workerData as Started | null;

/** What this thread was asked to follow; of others undefined. */
export const followed: SharedField | undefined = started?.follows;

/** A partner for long work; undefined where there is no thread of the crew, or one core. */
export const startPartner: StartPartner | undefined =
  started?.code && availableParallelism() > 1 ? partnerBy(started.code) : undefined;
