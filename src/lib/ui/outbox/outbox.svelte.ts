import { v4 as uuid } from 'uuid';
import { deviceStorage } from '../draft/storage';
import { ApiProblem, send } from '../api-client';

/** A creation on its way: it keeps its key until it is acknowledged, so that however often it is sent it counts once. */
export interface OutboxItem {
  key: string;
  path: string;
  body: Record<string, unknown>;
  /** What it is, to people. */
  words: string;
  put_in_at: string;
  /** Why the server did not take it; it waits for somebody to decide. */
  refused: { status: number; message: string; paths: string[] } | null;
}

const NAME = 'outbox';
const TRIED_AGAIN_MS = 4000;

type Waiting = { done: (record: unknown) => void; failed: (problem: ApiProblem) => void };

class Outbox {
  items = $state<OutboxItem[]>([]);
  /** The server could not be reached when it was last tried. */
  unreachable = $state(false);
  private readonly storage = deviceStorage();
  private readonly waiting = new Map<string, Waiting>();
  private sending: Promise<void> | null = null;
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
   * Puts a creation in and sends it, after those before it.
   *
   * @returns what the server made of it, however long that takes
   * @throws ApiProblem when the server refuses it; it is out of the box then
   */
  post<T>(path: string, body: object, words: string): Promise<T> {
    const item: OutboxItem = {
      key: uuid(),
      path,
      body: body as Record<string, unknown>,
      words,
      put_in_at: new Date().toISOString(),
      refused: null
    };
    this.change([...this.stored(), item]);
    const answer = new Promise<T>((done, failed) =>
      this.waiting.set(item.key, { done: done as (record: unknown) => void, failed })
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
        const record = await send<unknown>('POST', next.path, next.body, next.key);
        this.unreachable = false;
        this.remove(next.key);
        const waiting = this.waiting.get(next.key);
        this.waiting.delete(next.key);
        if (waiting) waiting.done(record);
        else this.delivered(next, record);
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
  }

  /** What the server said last, when it was reached and could not take anything. */
  trouble = $state<string | null>(null);

  private refuse(item: OutboxItem, problem: ApiProblem): void {
    const waiting = this.waiting.get(item.key);
    this.waiting.delete(item.key);
    if (waiting) {
      this.remove(item.key);
      return waiting.failed(problem);
    }
    // Nobody has its form open any more: it stays, for somebody to look at.
    const refused = {
      status: problem.status,
      message: problem.message,
      paths: problem.errors.map(({ path }) => path)
    };
    this.change(this.stored().map((each) => (each.key === item.key ? { ...each, refused } : each)));
  }

  /** It is right all the same: sent again, confirmed, and whatever the heap stands at now. */
  sendAnyway(item: OutboxItem): void {
    const { expected_heap_version: _, ...body } = item.body;
    const again: OutboxItem = { ...item, key: uuid(), body: { ...body, confirmed: true }, refused: null };
    this.change(this.stored().map((each) => (each.key === item.key ? again : each)));
    void this.flush();
  }

  remove(key: string): void {
    this.change(this.stored().filter((each) => each.key !== key));
  }

  private next(): OutboxItem | undefined {
    return this.stored().find(({ refused }) => refused === null);
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
