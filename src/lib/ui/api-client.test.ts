import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { amend, api, ApiProblem } from './api-client';

const asked = vi.fn<typeof fetch>();
const answers = (response: () => Response | Promise<Response>) => {
  asked.mockReset().mockImplementation(async () => response());
  vi.stubGlobal('fetch', asked);
};
const sent = () => {
  const [url, init] = asked.mock.calls.at(-1)!;
  return { url, method: init!.method, body: init!.body, headers: init!.headers as Record<string, string> };
};
const problem = async (work: Promise<unknown>) => {
  const thrown = await work.then(
    () => null,
    (error: unknown) => error
  );
  if (!(thrown instanceof ApiProblem)) throw new Error(`expected a problem, got ${String(thrown)}`);
  return thrown;
};
afterEach(() => void vi.unstubAllGlobals());

describe('a call of the interface', () => {
  it('sends JSON and gives back what was answered', async () => {
    answers(() => Response.json({ id: 4 }, { status: 201 }));
    expect(await api('POST', '/heaps', { name: 'Shed' })).toEqual({ id: 4 });
    expect(sent()).toMatchObject({
      url: '/api/v1/heaps',
      method: 'POST',
      body: '{"name":"Shed"}',
      headers: { 'content-type': 'application/json' }
    });
  });
  it('has a key of its own for every record it makes, and none for what may be repeated', async () => {
    answers(() => Response.json({}));
    await api('POST', '/heaps', {});
    const first = sent().headers['idempotency-key'];
    await api('POST', '/heaps', {});
    expect(first).toMatch(/^[0-9a-f-]{36}$/);
    expect(sent().headers['idempotency-key']).not.toBe(first);
    await api('GET', '/heaps');
    expect(sent().headers).toEqual({});
    expect(sent().body).toBeUndefined();
  });
  it('gives nothing where there is nothing', async () => {
    answers(() => new Response(null, { status: 204 }));
    expect(await api('DELETE', '/heaps/1')).toBeUndefined();
  });
  it('throws a refusal with its words and its fields', async () => {
    const errors = [{ path: 'kg', message: 'must be more than 0 to 1000 kg' }];
    answers(() => Response.json({ detail: 'kg must be more.', errors }, { status: 422 }));
    expect(await problem(api('POST', '/x', {}))).toMatchObject({
      status: 422,
      message: 'kg must be more.',
      errors
    });
    answers(() => Response.json({}, { status: 500 }));
    expect(await problem(api('GET', '/x'))).toMatchObject({ status: 500, errors: [] });
  });
  it('says that what was typed is still there when nobody answers', async () => {
    answers(() => Promise.reject(new TypeError('fetch failed')));
    const { status, message } = await problem(api('POST', '/x', {}));
    expect(status).toBe(0);
    expect(message).toContain('still here');
  });
});

describe('a change', () => {
  const queue: { status: number; body: object }[] = [];
  const calls: { method: string; body: unknown }[] = [];
  beforeEach(() => {
    queue.length = calls.length = 0;
    vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
      calls.push({ method: init.method!, body: init.body ? JSON.parse(init.body as string) : null });
      const { status, body } = queue.shift()!;
      return new Response(JSON.stringify(body), { status });
    });
  });
  const stale = { status: 409, body: { detail: 'changed', errors: [{ path: 'version', message: '2' }] } };
  const day = { id: 1, name: 'Latches', stage: 'mold', version: 1 };

  it('goes on from what somebody else changed of the same record', async () => {
    queue.push(stale, { status: 200, body: { ...day, stage: 'pour', version: 2 } });
    queue.push({ status: 200, body: { ...day, name: 'Gate', stage: 'pour', version: 3 } });
    expect((await amend('/sessions/1', day, { name: 'Gate' })).version).toBe(3);
    expect(calls.map(({ method, body }) => [method, (body as { version?: number } | null)?.version])).toEqual(
      [
        ['PATCH', 1],
        ['GET', undefined],
        ['PATCH', 2]
      ]
    );
  });
  it('is refused where they changed the same, or where the record was not seen whole', async () => {
    queue.push(stale, { status: 200, body: { ...day, name: 'Pegs', version: 2 } });
    await expect(amend('/sessions/1', day, { name: 'Gate' })).rejects.toMatchObject({
      status: 409,
      message: 'Somebody else changed this meanwhile. Press again to keep what stands here.',
      now: { name: 'Pegs', version: 2 }
    });
    // A refusal that is no matter of versions is not tried again.
    queue.push({ status: 409, body: { detail: 'This mold is poured.', errors: [] } });
    await expect(amend('/sessions/1', day, { name: 'Gate' })).rejects.toThrow('This mold is poured.');
    queue.push(stale, { status: 200, body: { ...day, version: 2 } });
    await expect(amend('/sessions/1', { version: 1 }, { name: 'Gate' })).rejects.toMatchObject({
      status: 409
    });
    queue.push({ status: 422, body: { detail: 'no' } });
    await expect(amend('/sessions/1', day, { name: '' })).rejects.toMatchObject({ status: 422 });
  });
});
