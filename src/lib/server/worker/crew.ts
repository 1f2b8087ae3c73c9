import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { Refusal } from '../refusal';
import type { Progress } from '$lib/schema/progress';
import type { Job, JobName, Told } from './job';
import type { Started } from './partner';
import { threadCode } from './thread-code';

export interface Errand {
  /** Whose it is: those of one device wait for each other, not for those of another. */
  by?: string | undefined;
  told?: ((progress: Progress) => void) | undefined;
  /** Calls it off. */
  signal?: AbortSignal | undefined;
}

export interface CrewLimits {
  /** Threads at once. */
  hands: number;
  /** Jobs of one device that may wait, and of all: more are refused rather than kept waiting for minutes. */
  waiting_of_one: number;
  waiting: number;
  /** What a thread may hold of lists and words, MB; what is counted out in one piece is limited by who reads it. */
  memory_mb: number;
  /**
   * A thread that is at one job for so long hangs, ms: what is read is limited by counts, so that the same file has the same
   * answer on any machine; this only ends what was not thought of.
   */
  hangs_ms: Record<JobName, number>;
}

const LIMITS: CrewLimits = {
  // One is left for those who only look.
  hands: Math.max(1, Math.min(3, availableParallelism() - 1)),
  waiting_of_one: 8,
  waiting: 40,
  memory_mb: 640,
  hangs_ms: { mesh: 90_000, calendar: 20_000, molds: 90_000, heat: 60_000, trial: 60_000 }
};

interface Waiting {
  job: JobName;
  input: unknown;
  by: string;
  told: (progress: Progress) => void;
  done: (output: unknown) => void;
  failed: (error: unknown) => void;
}

/** A thread at work. */
interface Hand {
  worker: Worker;
  errand: Waiting;
  watch: NodeJS.Timeout;
}

const ENDED = 'Brunkel is being ended.';

/** Threads that do long work, so that whatever it comes to, everybody else is served meanwhile. */
export class Crew {
  private waiting: Waiting[] = [];
  private readonly idle: Worker[] = [];
  private readonly busy = new Set<Hand>();
  private starting = 0;
  private last = 0;
  /** Devices in the order of their turns. */
  private turn: string[] = [];
  private ended = false;

  constructor(private readonly limits: CrewLimits) {}

  /** See `inThread`. */
  do<J extends Job>(
    job: JobName,
    input: Parameters<J>[0],
    { by = '', told = () => undefined, signal }: Errand = {}
  ): Promise<ReturnType<J>> {
    return new Promise((done, failed) => {
      if (this.ended) return failed(new Refusal(503, ENDED));
      if (signal?.aborted) return failed(calledOff());
      const { waiting, waiting_of_one } = this.limits;
      const of_one = this.waiting.filter((each) => each.by === by).length;
      if (this.waiting.length >= waiting || of_one >= waiting_of_one)
        return failed(new Refusal(503, 'Much is being worked out just now: try again in a moment.'));
      const off = () => this.callOff(errand);
      const over =
        <T extends unknown[]>(how: (...args: T) => void) =>
        (...args: T) => {
          signal?.removeEventListener('abort', off);
          how(...args);
        };
      // Who names a job names the type of what comes of it.
      const errand: Waiting = {
        job,
        input,
        by,
        told,
        done: over((output) => done(output as ReturnType<J>)),
        failed: over(failed)
      };
      signal?.addEventListener('abort', off, { once: true });
      this.waiting.push(errand);
      this.next();
    });
  }

  /** Starts a thread before anybody asks; where that fails, whoever asks is told. */
  async warm(): Promise<void> {
    if (this.idle.length + this.busy.size + this.starting > 0) return;
    await this.hire().catch(() => undefined);
    this.next();
  }

  /** Ends all threads; what they were at, and what waits, is refused. */
  async end(): Promise<void> {
    this.ended = true;
    const working = [...this.busy];
    this.busy.clear();
    for (const { watch } of working) clearTimeout(watch);
    for (const errand of [...this.waiting.splice(0), ...working.map((hand) => hand.errand)])
      errand.failed(new Refusal(503, ENDED));
    const threads = [...this.idle.splice(0), ...working.map(({ worker }) => worker)];
    await Promise.all(threads.map((each) => each.terminate()));
  }

  private next(): void {
    if (this.ended || this.waiting.length === 0) return;
    const worker = this.idle.pop();
    if (worker) return this.take(worker);
    if (this.busy.size + this.starting >= this.limits.hands) return;
    this.hire()
      .catch((error: unknown) => this.waiting.shift()?.failed(error))
      .finally(() => this.next());
  }

  /** Starts a thread, which then waits for work. */
  private async hire(): Promise<void> {
    this.starting += 1;
    const code = await threadCode().finally(() => (this.starting -= 1));
    if (this.ended) return;
    const worker = new Worker(code, {
      eval: true,
      workerData: { code } satisfies Started,
      resourceLimits: { maxOldGenerationSizeMb: this.limits.memory_mb }
    });
    // Nothing keeps the process alive once there is nothing to do; and one that dies idle is asked no more.
    worker.unref();
    worker.on('error', () => this.forget(worker));
    worker.on('exit', () => this.forget(worker));
    this.idle.push(worker);
  }

  private forget(worker: Worker): void {
    const at = this.idle.indexOf(worker);
    if (at >= 0) this.idle.splice(at, 1);
  }

  /** The next errand of the device whose turn it is. */
  private nextErrand(): Waiting | undefined {
    const asking = [...new Set(this.waiting.map(({ by }) => by))];
    this.turn = [
      ...this.turn.filter((by) => asking.includes(by)),
      ...asking.filter((by) => !this.turn.includes(by))
    ];
    const by = this.turn.shift();
    if (by === undefined) return undefined;
    this.turn.push(by);
    const at = this.waiting.findIndex((each) => each.by === by);
    return this.waiting.splice(at, 1)[0];
  }

  private take(worker: Worker): void {
    const errand = this.nextErrand();
    if (!errand) return void this.idle.push(worker);
    const id = ++this.last;
    const { job, input } = errand;
    const hangs = () =>
      this.lose(hand, new Refusal(503, 'It took far longer than it should: it was given up.'));
    const hand: Hand = { worker, errand, watch: setTimeout(hangs, this.limits.hangs_ms[job]) };
    this.busy.add(hand);
    worker.ref();
    worker.removeAllListeners();
    worker.on('message', (told: Told) => {
      if (told.id !== id) return;
      if ('progress' in told) return errand.told(told.progress);
      this.free(hand);
      this.idle.push(worker);
      worker.unref();
      if ('output' in told) errand.done(told.output);
      else errand.failed(new Error(told.failed));
      this.next();
    });
    worker.on('error', (error: Error & { code?: string }) => {
      this.forget(worker);
      this.lose(hand, error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? tooLarge() : error);
    });
    worker.on('exit', () => {
      this.forget(worker);
      this.lose(hand, new Error('A worker thread ended before its time.'));
    });
    worker.postMessage({ id, job, input });
  }

  private free(hand: Hand): void {
    clearTimeout(hand.watch);
    this.busy.delete(hand);
  }

  /** A thread whose errand is over before its end: it is ended, and another takes its place. */
  private lose(hand: Hand, error: unknown): void {
    if (!this.busy.has(hand)) return;
    this.free(hand);
    hand.worker.removeAllListeners();
    // What it still has to say, nobody asks for.
    hand.worker.on('error', () => undefined);
    void hand.worker.terminate();
    hand.errand.failed(error);
    this.next();
  }

  private callOff(errand: Waiting): void {
    const hand = [...this.busy].find((each) => each.errand === errand);
    if (hand) return this.lose(hand, calledOff());
    this.waiting = this.waiting.filter((each) => each !== errand);
    errand.failed(calledOff());
  }
}

const calledOff = () => new Refusal(503, 'It was called off.');
function tooLarge(): Refusal {
  const message = 'takes more memory than anything of its kind should: send a simpler one';
  return new Refusal(422, `It ${message}.`, [{ path: 'file', message }]);
}

const crew = new Crew(LIMITS);

/**
 * Does a job in a thread of its own; its type is that of what `threads/jobs` does under this name.
 *
 * @throws Refusal 503 where too many wait, it hangs, or is called off; 422 where it takes more memory than a thread has;
 *   Error where the job threw
 */
export const inThread = <J extends Job>(
  job: JobName,
  input: Parameters<J>[0],
  errand?: Errand
): Promise<ReturnType<J>> => crew.do<J>(job, input, errand);

export const warmThreads = (): Promise<void> => crew.warm();
export const endThreads = (): Promise<void> => crew.end();
