import { join } from 'node:path';
import { request as raw } from 'node:http';
import fc from 'fast-check';
import { start } from '../scripts/served';
import { likely } from '../src/lib/server/testing/likely';
import { ask } from './ask';
import { late } from './in-time';
import type { Found } from './table';

type Json = Record<string, unknown>;

const SLOWEST_MS = 2000;
const NEIGHBOUR_MS = 1000;

const ID = fc.constantFrom(
  '1',
  '1',
  '1',
  '2',
  '3',
  '999',
  '0',
  '-1',
  'abc',
  '1e999',
  '%00',
  '9'.repeat(40),
  '..%2f..'
);

/** Requests of every path of the interface document, mostly right and partly not: no 5xx but 503, none slow. */
export async function fuzz(folder: string, runs: number, seed: number): Promise<Found> {
  const server = await start(join(folder, 'fuzz'));
  const wrong: string[] = [];
  let tried = 0;
  await ask(`${server.url}/api/v1/heaps`, 'POST', { name: 'Gate heap', system: 'water', binder: 'natural' });
  const at = new Date().toISOString();
  await ask(`${server.url}/api/v1/heaps/1/entries`, 'POST', { kind: 'bought', at, kg: 30, confirmed: true });
  await ask(`${server.url}/api/v1/lots`, 'POST', { kind: 'damp-sand', bought_kg: 40 });
  await ask(`${server.url}/api/v1/sessions`, 'POST', { at, zone: 'Europe/London' });
  const document = (await ask(`${server.url}/api/v1/openapi.json`, 'GET')).body as {
    paths: Record<string, Json>;
  };
  const operations = Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.entries(methods as Record<string, Json>)
      .filter(
        ([method, { responses = {} }]) =>
          method !== 'parameters' && !JSON.stringify(responses).includes('text/event-stream')
      )
      .map(([method, operation]) => ({ path, method: method.toUpperCase(), operation }))
  );
  const request = fc.constantFrom(...operations).chain(({ path, method, operation }) => {
    const parameters = ((operation.parameters ?? []) as { name: string; in: string; schema: Json }[]).filter(
      (each) => each.in === 'query'
    );
    const content = (operation.requestBody as { content?: Json } | undefined)?.content as
      { 'application/json'?: { schema: Json } } | undefined;
    const schema = content?.['application/json']?.schema;
    return fc.record({
      path: fc
        .array(ID, { minLength: 4, maxLength: 4 })
        .map((ids) => path.replace(/\{\w+\}/g, () => ids.pop()!)),
      method: fc.constant(method),
      query: fc.option(
        fc.record(Object.fromEntries(parameters.map(({ name, schema: each }) => [name, likely(each)])), {
          requiredKeys: []
        }),
        { nil: {} }
      ),
      body: schema ? likely(schema) : fc.constant(undefined)
    });
  });
  const samples = fc.sample(request, { seed, numRuns: runs });
  for (const { path, method, query, body } of samples) {
    tried += 1;
    const search = new URLSearchParams(
      Object.entries(query as Record<string, unknown>).map(([name, value]) => [
        name,
        String(typeof value === 'object' ? JSON.stringify(value) : value)
      ])
    );
    const where = `${path}${search.size > 0 ? `?${search}` : ''}`;
    const { status, ms } = await ask(`${server.url}/api/v1${where}`, method, body);
    const said = `${method} ${where} ${JSON.stringify(body)?.slice(0, 160) ?? ''}`;
    if (status === 0 || (status >= 500 && status !== 503)) wrong.push(`${status}: ${said}`);
    if (late(said, ms, SLOWEST_MS)) wrong.push(`${Math.round(ms)} ms: ${said}`);
  }
  // Pages, with ids that are none.
  for (const id of ['abc', '1e999', '0', '999', '%00', '1'])
    for (const page of [
      '',
      '/log',
      '/ledger',
      '/ledger?kind=%00&page=1e99',
      '/test/squeeze',
      '/test/nothing',
      '/renew',
      '/settings',
      '/drying',
      '/entries/abc',
      '/learned',
      '/temper-curve'
    ]) {
      tried += 1;
      const { status, ms } = await ask(`${server.url}/heaps/${id}${page}`, 'GET');
      if (status === 0 || (status >= 500 && status !== 503))
        wrong.push(`${status}: page /heaps/${id}${page}`);
      if (late(`page /heaps/${id}${page}`, ms, SLOWEST_MS))
        wrong.push(`${Math.round(ms)} ms: page /heaps/${id}${page}`);
    }
  await server.end();
  return { what: 'fuzz: no 5xx but 503, all in time', tried, wrong };
}

/** Requests that were made to be heavy: refused or answered in time, and others are served meanwhile. */
export async function heavy(folder: string): Promise<Found> {
  const server = await start(join(folder, 'heavy'));
  const wrong: string[] = [];
  const post = (path: string, body: unknown) => ask(`${server.url}/api/v1${path}`, 'POST', body);
  const nested = `${'['.repeat(5000)}${']'.repeat(5000)}`;
  const sand = (i: number) => ({
    name: `sand ${i}`,
    available_kg: 25 + (i % 7) * 12.5,
    bag_kg: 7 + ((i * 104_729) % 1009) / 613,
    fineness_number: 50 + ((i * 37) % 90),
    fines_percent: ((i * 13) % 40) / 10,
    cost_per_kg: 0.2 + ((i * 7919) % 101) / 97
  });
  const cases: [string, string, unknown][] = [
    ['objects where numbers belong', '/calc/moisture', { pan_g: { toString: 1 }, wet_g: 2, dry_g: 1 }],
    ['arrays 5,000 deep', '/calc/moisture', nested],
    ['60,000 points', '/calc/temper-curve', { points: Array.from({ length: 60_000 }, () => ({})) }],
    [
      '20,000 unknown keys',
      '/heaps',
      Object.fromEntries(Array.from({ length: 20_000 }, (_, i) => [`k${i}`, 1]))
    ],
    [
      '50 bagged sands',
      '/calc/blend',
      {
        stock: Array.from({ length: 50 }, (_, i) => sand(i)),
        total_kg: 333.33,
        fineness_number: { min: 71.1, max: 71.3 },
        fines_percent: { min: 1.1, max: 1.2 }
      }
    ],
    ['a body for an action', '/heaps/1/restore', 'x'.repeat(3_000_000)]
  ];
  for (const [name, path, body] of cases) {
    const beside = setInterval(
      () =>
        void ask(`${server.url}/api/v1/heaps`, 'GET').then(
          ({ status, ms }) =>
            (status !== 200 || late(`a neighbour of ${name}`, ms, NEIGHBOUR_MS)) &&
            wrong.push(`${name}: a neighbour waited ${Math.round(ms)} ms (${status})`)
        ),
      100
    );
    const { status, ms, body: said } = await post(path, body);
    clearInterval(beside);
    if (status === 0 || (status >= 500 && status !== 503)) wrong.push(`${name}: ${status}`);
    if (late(name, ms, SLOWEST_MS)) wrong.push(`${name}: ${Math.round(ms)} ms`);
    if (JSON.stringify(said).length > 100_000)
      wrong.push(`${name}: answered ${JSON.stringify(said).length} characters`);
  }
  // A stream of nothing is refused, and takes nobody's place, however often it is asked for.
  for (let n = 0; n < 220; n++) {
    const { status } = await ask(`${server.url}/api/v1/heaps/999/changes`, 'GET');
    if (status !== 404) {
      wrong.push(`a stream of no heap: ${status}`);
      break;
    }
  }
  const head = await ask(`${server.url}/api/v1/devices/scale/stream`, 'HEAD');
  if (head.status !== 200 || late('HEAD of a stream', head.ms, SLOWEST_MS))
    wrong.push(`HEAD of a stream: ${head.status}`);
  const bad = await ask(`${server.url}/%E0%A4%A`, 'GET');
  if (bad.status !== 400 || bad.body.status !== 400) wrong.push(`an unreadable address: ${bad.status}`);
  await server.end();
  return { what: 'heavy requests: in time, and others are served', tried: cases.length + 2, wrong };
}

/** Nothing that changes anything obeys a foreign page, and nothing at all a foreign name. */
export async function foreign(folder: string): Promise<Found> {
  const server = await start(join(folder, 'foreign'));
  const wrong: string[] = [];
  let tried = 0;
  const { port } = new URL(server.url);
  // Node's fetch does not let a host be chosen: this does.
  const asked = (path: string, method: string, headers: Record<string, string>) =>
    new Promise<number>((resolve) => {
      const sent = raw({ host: '127.0.0.1', port, path, method, headers }, (response) => {
        response.resume();
        resolve(response.statusCode ?? 0);
        response.destroy();
      });
      sent.on('error', () => resolve(0));
      sent.end();
    });
  const document = (await ask(`${server.url}/api/v1/openapi.json`, 'GET')).body as {
    paths: Record<string, Json>;
  };
  for (const [path, methods] of Object.entries(document.paths))
    for (const method of Object.keys(methods)
      .filter((name) => name !== 'parameters')
      .map((name) => name.toUpperCase())) {
      const where = `/api/v1${path.replace(/\{\w+\}/g, '1')}`;
      tried += 1;
      const named = await asked(where, method, { host: 'evil.test' });
      if (named !== 421) wrong.push(`${method} ${path} under a foreign name: ${named}`);
      if (method === 'GET') continue;
      tried += 1;
      const paged = await asked(where, method, { origin: 'http://evil.test', 'content-type': 'text/plain' });
      if (paged !== 403) wrong.push(`${method} ${path} from a foreign page: ${paged}`);
    }
  await server.end();
  return { what: 'foreign pages and names: refused', tried, wrong };
}
