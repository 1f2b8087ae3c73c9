import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { start } from '../scripts/served';
import { likely } from '../src/lib/server/testing/likely';
import { BODY, KEY } from '../src/lib/schema/posted-form';
import { ask } from './ask';
import { late } from './in-time';
import type { Found } from './table';

type Json = Record<string, unknown>;

const ROUTES = 'src/routes';
const SLOWEST_MS = 2000;

/** The page of a form and the name of its action. */
interface Form {
  path: string;
  action: string;
}

/** Every action of every page, as their files name them. */
export function formsOf(routes = ROUTES): Form[] {
  return readdirSync(routes, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('+page.server.ts'))
    .flatMap((file) => {
      const [, actions] = readFileSync(join(routes, file), 'utf8').split('export const actions: Actions = {');
      if (actions === undefined) return [];
      // One in the same line, or each in a line of its own, as the formatter sets them.
      const names = [...actions.split('\n};')[0]!.matchAll(/^ {1,2}(\w+): /gm)].map(([, name]) => name!);
      if (names.length === 0) throw new Error(`The actions of ${file} are not understood.`);
      const path = `/${file.slice(0, -'+page.server.ts'.length)}`.replace(/(.)\/$/, '$1');
      return names.map((action) => ({ path, action }));
    });
}

const ID = fc.constantFrom('1', '1', '1', '2', '999', '0', 'abc', '1e999', '%00', '..%2f..');
const WORD = fc.constantFrom('squeeze', 'moisture', 'sieve', 'mold', 'pour', 'nothing', '__proto__');
const TEXT = fc.oneof(
  fc.string({ maxLength: 30 }),
  fc.constantFrom(
    '',
    '1',
    '-1',
    '½',
    '2 lb 6 oz',
    '1e308',
    'NaN',
    '\u0000',
    '\ud800',
    '{}',
    '[',
    'null',
    'yes'
  )
);

/** Fields of a form: a body that is mostly right, its key, and fields beside it that are typed in. */
const fields = (schemas: readonly Json[]) =>
  fc.record(
    {
      [BODY]: fc.oneof(
        fc
          .constantFrom(...schemas)
          .chain((schema) => likely(schema).map((body) => JSON.stringify(body) ?? '')),
        TEXT
      ),
      [KEY]: fc.oneof(fc.uuid(), TEXT),
      name: TEXT,
      passphrase: TEXT,
      id: TEXT,
      setting: TEXT,
      on: TEXT,
      to: TEXT,
      'q~kg~mass~kg~1': TEXT,
      'q~additions.0.kg~mass~g~1000~12': TEXT,
      'q~__proto__.kg~mass~kg~1': TEXT,
      't~note': TEXT,
      't~constructor.name': TEXT,
      'q~kg~weight': TEXT
    },
    { requiredKeys: [] }
  );

/** Every form action with fields that are mostly right and partly not, page and figures: no 5xx but 503, none slow. */
export async function fuzzForms(folder: string, runs: number, seed: number): Promise<Found> {
  const server = await start(join(folder, 'forms'));
  const wrong: string[] = [];
  await ask(`${server.url}/api/v1/heaps`, 'POST', { name: 'Gate heap', system: 'water', binder: 'natural' });
  await ask(`${server.url}/api/v1/lots`, 'POST', { kind: 'damp-sand', bought_kg: 40 });
  const { paths } = (await ask(`${server.url}/api/v1/openapi.json`, 'GET')).body as {
    paths: Record<string, Json>;
  };
  const schemas = Object.values(paths).flatMap((methods) =>
    Object.values(methods).flatMap((operation) => {
      const { requestBody } = operation as { requestBody?: { content?: Record<string, { schema: Json }> } };
      const schema = requestBody?.content?.['application/json']?.schema;
      return schema ? [schema] : [];
    })
  );
  const request = fc.constantFrom(...formsOf()).chain(({ path, action }) =>
    fc.record({
      path: fc
        .tuple(fc.array(ID, { minLength: 4, maxLength: 4 }), WORD)
        .map(([ids, word]) =>
          path.replace(/\[(\w+)\]/g, (_, name) => (/id$/i.test(String(name)) ? ids.pop()! : word))
        ),
      action: fc.constant(action),
      fields: fields(schemas)
    })
  );
  for (const each of fc.sample(request, { seed, numRuns: runs })) {
    const where = `${each.path}${each.action === 'default' ? '' : `?/${each.action}`}`;
    const began = performance.now();
    const { status } = await posted(`${server.url}${where}`, server.url, each.fields);
    const ms = performance.now() - began;
    const said = `${where} ${JSON.stringify(each.fields).slice(0, 160)}`;
    if (status === 0 || (status >= 500 && status !== 503)) wrong.push(`${status}: ${said}`);
    if (late(said, ms, SLOWEST_MS)) wrong.push(`${Math.round(ms)} ms: ${said}`);
  }
  await server.end();
  return { what: 'form actions: no 5xx but 503, all in time', tried: runs, wrong };
}

/** As a browser posts a form without a script. */
async function posted(url: string, origin: string, of: Record<string, string | undefined>) {
  const body = new URLSearchParams(
    Object.entries(of).flatMap(([name, value]) => (value === undefined ? [] : [[name, value]]))
  );
  return fetch(url, {
    method: 'POST',
    body,
    headers: { origin, accept: 'text/html' },
    redirect: 'manual',
    signal: AbortSignal.timeout(20_000)
  }).then(
    async (response) => {
      await response.arrayBuffer();
      return { status: response.status };
    },
    () => ({ status: 0 })
  );
}
