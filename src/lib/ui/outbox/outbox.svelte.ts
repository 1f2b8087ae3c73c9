import { nowIso } from '$core/time/now';
import { v4 as uuid } from 'uuid';
import { deviceStorage, type DeviceStorage } from '../draft/storage';
import { ApiProblem, ChangedMeanwhile, amend, send } from '../api-client';

/**
 * A creation or a change on its way: it keeps its key until it is acknowledged, so that however often it is sent it counts
 * once.
 */
export interface OutboxItem {
  key: string;
  path: string;
  body: Record<string, unknown>;
  /** Of a change: what it changes, as it was seen. */
  seen?: { version: number } | undefined;
  /** What it is, to people. */
  words: string;
  put_in_at: string;
  /** Why the server did not take it; it waits for somebody to decide. */
  refused: {
    status: number;
    message: string;
    paths: string[];
    /** Somebody changed the same meanwhile: how it stands. */
    now?: { version: number } | undefined;
  } | null;
}

const NAME = 'outbox';
const TAKEN = 'outbox-taken';
const MOST_TAKEN = 50;
const TRIED_AGAIN_MS = 4000;

type Waiting = {
  item: OutboxItem;
  done: (record: unknown) => void;
  failed: (problem: ApiProblem) => void;
};

export class Outbox {
  items = $state<OutboxItem[]>([]);
  /** The server could not be reached when it was last tried. */
  unreachable = $state(false);
  private waiting: Waiting[] = [];
  private sending: Promise<void> | null = null;

  /** @param storage left out, this device's */
  constructor(private readonly storage: DeviceStorage = deviceStorage()) {}

  private delivered: (item: OutboxItem, record: unknown) => void = () => {};

  /**
   * Takes up what a page before this one left, and goes on sending.
   *
   * @param delivered called for what was delivered with nobody waiting for it here
   */
  wake(delivered: (item: OutboxItem, record: unknown) => void): () => void {
    this.delivered = delivered;
    this.items = this.stored();
    const again = () => void this.flush();
    const timer = setInterval(again, TRIED_AGAIN_MS);
    addEventListener('online', again);
    again();
    return () => {
      clearInterval(timer);
      removeEventListener('online', again);
    };
  }

  /**
   * Puts a creation in and sends it, after what was put in before.
   *
   * @returns what the server made of it, however long that takes
   * @throws ApiProblem when the server refuses it; it is out of the box then
   */
  post<T>(path: string, body: object, words: string): Promise<T> {
    return this.put<T>({ path, body: body as Record<string, unknown>, words });
  }

  /**
   * Puts a change in, made to a record as it was seen (see `amend`), and sends it after what was put in before.
   *
   * @param seen the record with its version; of it, what is changed is kept
   * @throws ApiProblem when the server refuses it; it is out of the box then
   */
  amend<T = unknown>(
    path: string,
    seen: { version: number },
    change: object,
    words: string
  ): Promise<T & { version: number }> {
    const before = seen as Record<string, unknown>;
    const of = Object.fromEntries(
      Object.keys(change).flatMap((name) => (name in before ? [[name, before[name]]] : []))
    );
    return this.put({
      path,
      body: change as Record<string, unknown>,
      words,
      seen: { ...of, version: seen.version }
    });
  }

  private put<T>(given: Pick<OutboxItem, 'path' | 'body' | 'words' | 'seen'>): Promise<T> {
    const item: OutboxItem = {
      ...given,
      key: uuid(),
      put_in_at: nowIso(),
      refused: null
    };
    this.change([...this.stored(), item]);
    const answer = new Promise<T>(
      (done, failed) => void this.waiting.push({ item, done: done as (record: unknown) => void, failed })
    );
    void this.flush();
    return answer;
  }

  /** Sends what waits, in order; one at a time, as one may hang on another. */
  async flush(): Promise<void> {
    this.sending ??= this.sendAll().finally(() => (this.sending = null));
    await this.sending;
  }

  private async sendAll(): Promise<void> {
    for (let next = this.next(); next; next = this.next()) {
      try {
        const record = next.seen
          ? await amend(next.path, next.seen, next.body)
          : await send<unknown>('POST', next.path, next.body, next.key);
        this.unreachable = false;
        this.remove(next.key);
        const waiting = this.whoWaits(next.key);
        if (waiting) waiting.done(record);
        else {
          this.storage.set(TAKEN, [...this.taken(), next.key].slice(-MOST_TAKEN));
          this.delivered(next, record);
        }
      } catch (thrown) {
        if (!(thrown instanceof ApiProblem)) throw thrown;
        // Nobody there, or busy: it keeps its turn and its key.
        if (thrown.status === 0 || thrown.status >= 500 || thrown.status === 401 || thrown.status === 429) {
          this.unreachable = thrown.status === 0;
          this.trouble = thrown.status === 0 ? null : thrown.message;
          return;
        }
        this.refuse(next, thrown);
      }
    }
    this.trouble = null;
    this.items = this.stored();
  }

  /** What the server said last, when it was reached and could not take anything. */
  trouble = $state<string | null>(null);

  private refuse(item: OutboxItem, problem: ApiProblem): void {
    const waiting = this.whoWaits(item.key);
    if (waiting) {
      this.remove(item.key);
      return waiting.failed(problem);
    }
    // Nobody has its form open any more: it stays, for somebody to look at.
    const refused = {
      status: problem.status,
      message: problem.message,
      paths: problem.errors.map(({ path }) => path),
      now: problem instanceof ChangedMeanwhile ? problem.now : undefined
    };
    this.change(this.stored().map((each) => (each.key === item.key ? { ...each, refused } : each)));
  }

  /** It is right all the same: sent again, confirmed, and whatever the heap stands at now. */
  sendAnyway(item: OutboxItem): void {
    const { expected_heap_version: _, ...body } = item.body;
    const again: OutboxItem = item.seen
      ? { ...item, key: uuid(), seen: item.refused?.now ?? item.seen, refused: null }
      : { ...item, key: uuid(), body: { ...body, confirmed: true }, refused: null };
    this.change(this.stored().map((each) => (each.key === item.key ? again : each)));
    void this.flush();
  }

  /** It is not to be sent after all; a form that waits for it has it back. */
  throwAway(key: string): void {
    this.remove(key);
    const waiting = this.whoWaits(key);
    waiting?.failed(new ApiProblem(0, 'It was taken out of the outbox and is not logged.'));
  }

  private remove(key: string): void {
    this.change(this.stored().filter((each) => each.key !== key));
  }

  /**
   * What is to be sent next: the first that waits; after those what a form here waits for although another tab has sent
   * it, whose answer is had by sending it again with its key.
   */
  private next(): OutboxItem | undefined {
    const stored = this.stored();
    const sentElsewhere = this.taken();
    for (const { item } of this.waiting) {
      if (stored.some(({ key }) => key === item.key)) continue;
      if (sentElsewhere.includes(item.key)) return stored.find(({ refused }) => !refused) ?? item;
      this.throwAway(item.key);
    }
    return stored.find(({ refused }) => refused === null);
  }

  /** The form that waits for an item, which from now on waits no more. */
  private whoWaits(key: string): Waiting | undefined {
    const found = this.waiting.find(({ item }) => item.key === key);
    this.waiting = this.waiting.filter((each) => each !== found);
    return found;
  }

  /** Keys of what was delivered with nobody waiting for it in that tab. */
  private taken(): string[] {
    return (this.storage.get(TAKEN) as string[] | null) ?? [];
  }

  /** As it is on the device: another tab may have put something in. */
  private stored(): OutboxItem[] {
    return (this.storage.get(NAME) as OutboxItem[] | null) ?? [];
  }

  private change(items: OutboxItem[]): void {
    this.storage.set(NAME, items);
    this.items = items;
  }
}

export const outbox = new Outbox();
