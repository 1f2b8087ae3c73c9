import { afterEach, describe, expect, it, vi } from 'vitest';
import { ApiProblem, api } from '../api-client';
import { LongWork } from './long-work.svelte';

/** A server that works until it is told to be done, or its caller is gone. */
function server() {
  const asked: string[] = [];
  let done: () => void = () => undefined;
  const over = new Promise<void>((resolve) => (done = resolve));
  vi.stubGlobal('fetch', (url: string, { signal, headers }: RequestInit) => {
    const work = new Headers(headers).get('brunkel-work');
    if (work === null) {
      asked.push(url);
      return Promise.resolve(Response.json({ doing: 'laying', done: 0.5 }));
    }
    return new Promise((resolve, reject) => {
      void over.then(() => resolve(Response.json({ work })));
      signal?.addEventListener('abort', () => reject(signal.reason as Error));
    });
  });
  return { asked, done };
}

describe('work of the server that one waits for', () => {
  afterEach(() => void (vi.unstubAllGlobals(), vi.useRealTimers()));

  it('is told once it takes long, under the name that it was sent with, until it is over', async () => {
    vi.useFakeTimers();
    const { asked, done } = server();
    const work = new LongWork();
    const answer = work.follow((how) => api<{ work: string }>('POST', '/plans', {}, how));
    expect(work.progress).toBeNull();
    await vi.advanceTimersByTimeAsync(900);
    expect(work.progress).toEqual({ doing: 'laying', done: 0.5 });
    done();
    expect(asked[0]).toBe(`/api/v1/works/${(await answer).work}`);
    expect(work.progress).toBeNull();
    const before = asked.length;
    await vi.advanceTimersByTimeAsync(5000);
    expect(asked).toHaveLength(before);
  });

  it('that nobody answers is not reached, and nobody is said to have stopped it', async () => {
    vi.useFakeTimers();
    server();
    const answer = new LongWork().follow((how) => api('POST', '/plans', {}, how));
    const told = expect(answer).rejects.toThrow(/cannot be reached/);
    await vi.advanceTimersByTimeAsync(301_000);
    await told;
  });

  it('stops when it is told to, and says so', async () => {
    server();
    const work = new LongWork();
    const answer = work.follow((how) => api('POST', '/plans', {}, how));
    work.stop();
    await expect(answer).rejects.toThrow(ApiProblem);
    await expect(answer).rejects.toThrow('You stopped it.');
    expect(work.progress).toBeNull();
    // There is nothing left to stop.
    work.stop();
  });
});
