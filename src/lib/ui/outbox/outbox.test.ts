import { afterEach, describe, expect, it, vi } from 'vitest';
import { ApiProblem } from '../api-client';
import { deviceStorage } from '../draft/storage';
import { Outbox } from './outbox.svelte';

/** A device, with as many tabs as one opens. */
function device() {
  const kept = new Map<string, string>();
  const store = {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, text: string) => void kept.set(name, text),
    removeItem: (name: string) => void kept.delete(name)
  } as unknown as Storage;
  return { tab: () => new Outbox(deviceStorage(store)), kept };
}

/** A server that knows keys, and can be away. */
function server() {
  const asked: { key: string; words: unknown; body: object }[] = [];
  const answers = new Map<string, object>();
  const state = { away: false, refuses: null as number | null };
  vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
    const key = (init.headers as Record<string, string>)['idempotency-key']!;
    const body = JSON.parse(String(init.body)) as { note?: string };
    asked.push({ key, words: body.note, body });
    if (state.away) throw new TypeError('not reached');
    if (state.refuses !== null)
      return Response.json(
        { detail: 'no', errors: [{ path: 'note', message: 'no' }] },
        { status: state.refuses }
      );
    answers.set(key, answers.get(key) ?? { id: answers.size + 1 });
    return Response.json(answers.get(key), { status: 201 });
  });
  return { asked, state, stored: answers };
}
afterEach(() => void vi.unstubAllGlobals());

describe('the outbox', () => {
  it('sends in order, and gives each form what came of its own', async () => {
    const { asked } = server();
    const outbox = device().tab();
    const made = await Promise.all(['a', 'b', 'c'].map((note) => outbox.post('/x', { note }, note)));
    expect(made).toEqual([{ id: 1 }, { id: 2 }, { id: 3 }]);
    expect(asked.map(({ words }) => words)).toEqual(['a', 'b', 'c']);
    expect(outbox.items).toEqual([]);
  });
  it('keeps its turn and its key while nobody answers, or while the server cannot', async () => {
    const { asked, state, stored } = server();
    const outbox = device().tab();
    state.away = true;
    const first = outbox.post('/x', { note: 'a' }, 'a');
    const second = outbox.post('/x', { note: 'b' }, 'b');
    await outbox.flush();
    expect(outbox.items).toHaveLength(2);
    expect(outbox.unreachable).toBe(true);
    [state.away, state.refuses] = [false, 503];
    await outbox.flush();
    expect([outbox.unreachable, outbox.trouble]).toEqual([false, 'no']);
    state.refuses = null;
    await outbox.flush();
    expect(await Promise.all([first, second])).toEqual([{ id: 1 }, { id: 2 }]);
    expect(new Set(asked.filter(({ words }) => words === 'a').map(({ key }) => key)).size).toBe(1);
    expect(stored.size).toBe(2);
  });
  it('outlives its page: another sends what it left, and keeps what is refused for somebody to decide', async () => {
    const { asked, state, stored } = server();
    const shed = device();
    state.away = true;
    const left = shed.tab();
    void left.post('/x', { note: 'a', expected_heap_version: 3 }, 'a').catch(() => undefined);
    await left.flush();
    [state.away, state.refuses] = [false, 409];
    const next = shed.tab();
    await next.flush();
    expect(next.items[0]!.refused).toMatchObject({ status: 409, paths: ['note'] });
    state.refuses = null;
    await next.flush();
    expect(stored.size).toBe(0);
    next.sendAnyway(next.items[0]!);
    await next.flush();
    expect([next.items, stored.size]).toEqual([[], 1]);
    // It is another request: a key of its own, confirmed, for the heap as it stands.
    expect(asked.at(-1)!.body).toEqual({ note: 'a', confirmed: true });
    expect(asked.at(-1)!.key).not.toBe(asked.at(-2)!.key);
  });
  it('hands a refusal back to the form that waits, and what is thrown away too', async () => {
    const { state } = server();
    const outbox = device().tab();
    state.refuses = 422;
    await expect(outbox.post('/x', { note: 'a' }, 'a')).rejects.toMatchObject({ status: 422 });
    expect(outbox.items).toEqual([]);
    state.away = true;
    const waits = outbox.post('/x', { note: 'b' }, 'b');
    await outbox.flush();
    outbox.throwAway(outbox.items[0]!.key);
    await expect(waits).rejects.toThrow(ApiProblem);
  });
  it('of two tabs gives a form its answer although the other one sent it, and logs it once', async () => {
    const { state, stored } = server();
    const shed = device();
    const [one, other] = [shed.tab(), shed.tab()];
    state.away = true;
    const waits = one.post('/x', { note: 'a' }, 'a');
    await one.flush();
    state.away = false;
    await other.flush();
    expect(stored.size).toBe(1);
    await one.flush();
    expect(await waits).toEqual({ id: 1 });
    expect([stored.size, one.items]).toEqual([1, []]);
  });
});

describe('what the outbox sends again', () => {
  it('waits where the server is asked too often, and is not taken for refused', async () => {
    const { state, stored } = server();
    const outbox = device().tab();
    state.refuses = 429;
    const waits = outbox.post('/x', { note: 'a' }, 'a');
    await outbox.flush();
    expect([outbox.items[0]?.refused, outbox.unreachable, outbox.trouble]).toEqual([null, false, 'no']);
    state.refuses = null;
    await outbox.flush();
    expect(await waits).toEqual({ id: 1 });
    expect(stored.size).toBe(1);
  });
});
