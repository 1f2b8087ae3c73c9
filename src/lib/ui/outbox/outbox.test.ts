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
  it('lets a change wait too: made to what was seen, once, and to what somebody changed only when asked again', async () => {
    let [away, lost] = [true, false];
    let day = { id: 5, version: 3, stage: 'pour', note: 'damp' };
    const asked: string[] = [];
    vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
      if (away) throw new TypeError('not reached');
      asked.push(`${init.method} ${path}`);
      if (init.method === 'GET') return Response.json(day);
      const { version, ...change } = JSON.parse(String(init.body)) as { version: number };
      if (version !== day.version)
        return Response.json(
          { detail: 'stale', errors: [{ path: 'version', message: 'stale' }] },
          { status: 409 }
        );
      day = { ...day, ...change, version: version + 1 };
      if (lost) {
        lost = false;
        throw new TypeError('its answer was lost');
      }
      return Response.json(day);
    });
    const shed = device();
    const outbox = shed.tab();
    const over = outbox.amend('/sessions/5', { ...day }, { stage: 'done' }, 'the casting is over');
    await outbox.flush();
    expect([outbox.unreachable, day.stage]).toEqual([true, 'pour']);
    expect(outbox.items[0]).toMatchObject({
      words: 'the casting is over',
      seen: { stage: 'pour', version: 3 }
    });
    // Somebody changed something else meanwhile, and its own answer is lost on the way: still it is made once.
    day = { ...day, note: 'dry', version: 4 };
    [away, lost] = [false, true];
    await outbox.flush();
    await outbox.flush();
    expect(await over).toMatchObject({ stage: 'done', note: 'dry', version: 5 });
    expect(asked.filter((each) => each.startsWith('PATCH'))).toHaveLength(3);
    expect(outbox.items).toEqual([]);
    // Somebody changed the same, and its page is gone: it stays for somebody to decide, and is made to how it stands then.
    away = true;
    void outbox.amend('/sessions/5', { ...day }, { note: 'wet' }, 'a note').catch(() => undefined);
    await outbox.flush();
    day = { ...day, note: 'steaming', version: 6 };
    away = false;
    const next = shed.tab();
    await next.flush();
    expect(next.items[0]!.refused).toMatchObject({ status: 409, now: { version: 6 } });
    expect(day.note).toBe('steaming');
    next.sendAnyway(next.items[0]!);
    await next.flush();
    expect([day.note, next.items]).toEqual(['wet', []]);
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
