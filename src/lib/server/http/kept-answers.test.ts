import { brotliDecompressSync } from 'node:zlib';
import type { RequestEvent } from '@sveltejs/kit';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { nowMs, setNow } from '$core/time/now';
import type { Database } from '../database/database';
import { temporaryDatabase } from '../testing/temporary-database';
import { keptAnswer } from './kept-answers';

let shed: Awaited<ReturnType<typeof temporaryDatabase>>;
let asked = 0;
beforeAll(async () => {
  shed = await temporaryDatabase();
});
afterAll(() => shed.remove());
afterEach(() => setNow(new Date(Date.parse('2026-03-01T10:00:00Z') + 60_000 * ++asked).toISOString()));

const LONG = 'in temper '.repeat(2000);

interface Asking {
  path?: string;
  route?: string | null;
  within?: boolean;
  headers?: Record<string, string>;
  method?: string;
}

function askedBy({ path = '/', route = '/', within = true, headers = {}, method = 'GET' }: Asking) {
  const url = new URL(path, 'http://127.0.0.1:4600');
  const request = new Request(url, { method, headers: { host: url.host, ...headers } });
  // As much of a request as is looked at.
  return {
    request,
    url,
    route: { id: route },
    locals: { within },
    getClientAddress: () => '127.0.0.1'
  } as unknown as RequestEvent;
}

const records = async (): Promise<Database> => shed.db;

/** How often an answer was worked out when it was asked for so often. */
async function workedOut(asking: readonly Asking[], status = 200): Promise<number> {
  let times = 0;
  for (const each of asking)
    await keptAnswer(askedBy(each), records, async () => new Response(`${++times}`, { status }));
  return times;
}

describe('an answer that is asked for again', () => {
  it('is worked out once for who asks the same', async () => {
    expect(await workedOut([{}, {}, {}])).toBe(1);
    expect(
      await workedOut([
        { path: '/heaps/7', route: '/heaps/[id]' },
        { path: '/heaps/8', route: '/heaps/[id]' }
      ])
    ).toBe(2);
  });

  it('is another for another device, language, address or part of a page', async () => {
    const cookies = [{ headers: { cookie: 'member=1' } }, { headers: { cookie: 'member=2' } }];
    expect(await workedOut(cookies)).toBe(2);
    expect(await workedOut([{ headers: { 'accept-language': 'de' } }, {}])).toBe(2);
    expect(await workedOut([{ path: '/?a' }, { path: '/?b' }])).toBe(2);
    const parts = ['01', '11'].map((part) => ({ path: `/__data.json?x-sveltekit-invalidated=${part}` }));
    expect(await workedOut(parts)).toBe(2);
    const names = ['shed.local', 'localhost'].map((host) => ({ headers: { host } }));
    expect(await workedOut(names)).toBe(2);
  });

  it('is worked out anew after a write, and where a write ended meanwhile', async () => {
    let times = 0;
    const ask = () =>
      keptAnswer(askedBy({}), records, async () => {
        times += 1;
        if (times === 1) await shed.db.write(async () => undefined);
        return new Response('');
      });
    await ask();
    await ask();
    await ask();
    expect(times).toBe(2);
    await shed.db.write(async () => undefined);
    await ask();
    expect(times).toBe(3);
  });

  it('is worked out anew after five seconds', async () => {
    expect(await workedOut([{}])).toBe(1);
    setNow(new Date(nowMs() + 4000).toISOString());
    expect(await workedOut([{}])).toBe(0);
    setNow(new Date(nowMs() + 2000).toISOString());
    expect(await workedOut([{}])).toBe(1);
  });

  it('is not kept of what changes, was refused, sets a cookie, or is not of these pages', async () => {
    expect(await workedOut([{}, {}], 503)).toBe(2);
    expect(await workedOut([{ method: 'POST' }, { method: 'POST' }])).toBe(2);
    expect(await workedOut([{ route: '/records' }, { route: '/records' }])).toBe(2);
    let times = 0;
    const set = async () => new Response(`${++times}`, { headers: { 'set-cookie': 'a=b' } });
    for (let i = 0; i < 2; i++) await keptAnswer(askedBy({ path: '/?set' }), records, set);
    expect(times).toBe(2);
  });

  it('is given to nobody who is not within, and not while the records are away', async () => {
    expect(await workedOut([{}, { within: false }])).toBe(2);
    const away = () => Promise.reject<Database>(new Error('moved'));
    const said = await keptAnswer(askedBy({}), away, async () => new Response('they are away'));
    expect(await said.text()).toBe('they are away');
  });

  it('is not packed in a way that was ruled out', async () => {
    const headers = { 'accept-encoding': 'br;q=0, gzip' };
    const ask = () => keptAnswer(askedBy({ headers }), records, async () => new Response(LONG));
    await ask();
    expect((await ask()).headers.get('content-encoding')).toBe('gzip');
  });

  it('goes packed from the second time on, and is the same', async () => {
    const headers = { 'accept-encoding': 'gzip, br' };
    const ask = () => keptAnswer(askedBy({ headers }), records, async () => new Response(LONG));
    expect(await (await ask()).text()).toBe(LONG);
    for (let i = 0; i < 2; i++) {
      const response = await ask();
      expect(response.headers.get('content-encoding')).toBe('br');
      expect(brotliDecompressSync(Buffer.from(await response.arrayBuffer())).toString()).toBe(LONG);
    }
    const plain = await keptAnswer(
      askedBy({ headers: { 'accept-encoding': 'identity' } }),
      records,
      async () => new Response(LONG)
    );
    expect(await plain.text()).toBe(LONG);
  });
});
