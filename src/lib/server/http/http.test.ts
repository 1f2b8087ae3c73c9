import type { RequestEvent } from '@sveltejs/kit';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { isSchema, type AnySchema } from 'yup';
import { calculators } from '$lib/schema/calculator';
import { entries } from '$lib/schema/entry';
import { check } from '$lib/schema/validate';
import type { Database } from '../database/database';
import { Refusal } from '../refusal';
import { createMaterial, listMaterials } from '../stock/stock';
import { likely } from '../testing/likely';
import { temporaryDatabase } from '../testing/temporary-database';
import { LARGEST_BODY_BYTES, jsonBody, mustBeModest } from './body';
import { paging, storyQuery } from '$lib/schema/query';
import { byKind, pathId } from './endpoint';
import { answeredOnce } from './idempotency';
import { jsonSchema, openapi, type RouteModule } from './openapi';
import { operationOf } from './operation';
import { problemOf } from './problem';
import { queryOf, queryText, utc } from './query';

const request = (
  body: BodyInit | null,
  headers: Record<string, string> = { 'content-type': 'application/json' }
) => new Request('http://127.0.0.1/api/v1/x', { method: 'POST', body, headers });
const event = (fields: { path?: string; params?: object; headers?: Record<string, string> } = {}) =>
  ({
    request: request('{}', { 'content-type': 'application/json', ...fields.headers }),
    url: new URL(`http://127.0.0.1${fields.path ?? '/api/v1/materials'}`),
    params: fields.params ?? {}
  }) as unknown as RequestEvent;
const modules = import.meta.glob<RouteModule>('/src/routes/api/v1/**/+server.ts', { eager: true });
const routes = Object.entries(modules).map(
  ([file, module]) => [file.replace(/^.*\/api\/v1/, '').replace(/\/\+server\.ts$/, ''), module] as const
);
const refusal = async (work: Promise<unknown> | (() => unknown)) => {
  try {
    await (typeof work === 'function' ? work() : work);
  } catch (thrown) {
    if (thrown instanceof Refusal) return thrown;
    throw thrown;
  }
  throw new Error('was not refused');
};

describe('jsonBody', () => {
  it('reads JSON, whatever charset it names', async () => {
    expect(
      (await jsonBody(request('{"a":1}', { 'content-type': 'application/json; charset=utf-8' }))).value
    ).toEqual({ a: 1 });
  });
  it('says what it was sent instead', async () => {
    expect((await refusal(jsonBody(request('{')))).status).toBe(400);
    expect((await refusal(jsonBody(request(null)))).status).toBe(400);
    expect((await refusal(jsonBody(request('{}', { 'content-type': 'text/plain' })))).status).toBe(415);
    expect((await refusal(jsonBody(request('{}', {})))).status).toBe(415);
  });
  it('takes what a record needs and refuses what no record does', async () => {
    const fits = JSON.stringify('x'.repeat(LARGEST_BODY_BYTES - 10));
    expect((await jsonBody(request(fits))).text).toHaveLength(fits.length);
    expect((await refusal(jsonBody(request('x'.repeat(LARGEST_BODY_BYTES + 1))))).status).toBe(413);
  });
});

describe('path and query', () => {
  it('take whole numbers only', async () => {
    expect(pathId(event({ params: { id: '12' } }))).toBe(12);
    for (const id of ['0', '-1', '1.5', '1e3', 'abc', '', '9'.repeat(30)]) {
      expect((await refusal(() => pathId(event({ params: { id } }), 'id', 'heap'))).status).toBe(404);
    }
  });
  const query = (text: string) => queryOf(paging, new URL(`http://127.0.0.1/x${text}`));
  it('take figures as figures, and refuse what is unknown, twice there, or no text', async () => {
    expect(query('?limit=7')).toEqual({ limit: 7 });
    expect(query('')).toEqual({});
    const wrong: [string, string][] = [
      ['?limit=900', 'must be'],
      ['?limit=1e2', 'must be a number'],
      ['?limit=', 'must be a number'],
      ['?limit=7&limit=8', 'twice'],
      ['?colour=red', 'not a known field'],
      ['?offset=%00', 'no text'],
      ['?toString=1', 'not a known field']
    ];
    for (const [text, message] of wrong)
      expect((await refusal(() => query(text))).errors[0]?.message, text).toContain(message);
    expect(queryOf(paging, new URL('http://127.0.0.1/x?limit='), true)).toEqual({});
  });
  it('goes back into an address as it came, without what was not asked', () => {
    const asked = { limit: 5, offset: undefined };
    expect(queryText(asked)).toBe('?limit=5');
    expect(queryText({ limit: undefined })).toBe('');
    expect(queryText({ words: 'lip & low' })).toBe('?words=lip+%26+low');
  });
  it('bring times to UTC', async () => {
    const at = (text: string) =>
      queryOf(storyQuery, new URL(`http://127.0.0.1/x?at=${encodeURIComponent(text)}`)).at;
    expect(utc(at('2026-05-01T09:30:00+02:00'))).toBe('2026-05-01T07:30:00.000Z');
    expect(utc(undefined)).toBeUndefined();
    for (const text of ['soon', '5', '+999999-01-01', '2026-02-30'])
      expect((await refusal(() => at(text))).status, text).toBe(422);
  });
  it('pick a schema by kind, or list the kinds', async () => {
    expect(byKind(entries)({ kind: 'water' })).toBe(entries.water);
    for (const value of [null, {}, { kind: 3 }, { kind: 'toString' }, { kind: '__proto__' }]) {
      expect((await refusal(() => byKind(entries)(value))).message).toContain(
        'must be one of mixed, water, added'
      );
    }
  });
});

describe('a body', () => {
  const nested = (depth: number): unknown => (depth === 0 ? 1 : [nested(depth - 1)]);
  it('is looked over before any schema is asked: how deep, how many, and what its fields are called', async () => {
    expect(() => mustBeModest({ additions: [{ kg: 1 }] })).not.toThrow();
    const errors = async (body: unknown) => (await refusal(() => mustBeModest(body))).errors[0];
    expect(await errors(nested(30))).toMatchObject({ message: 'is nested deeper than 12 levels' });
    expect(await errors(JSON.parse(`${'['.repeat(5000)}${']'.repeat(5000)}`))).toMatchObject({
      message: 'is nested deeper than 12 levels'
    });
    expect(await errors({ a: Array.from({ length: 30_000 }, () => 0) })).toMatchObject({
      message: 'holds more than 25000 values'
    });
    const many = Object.fromEntries(Array.from({ length: 20_000 }, (_, i) => [`f${i}`, 1]));
    expect(await errors(many)).toMatchObject({ message: 'has more than 200 fields' });
    expect(await errors({ pan_g: { toString: 1 } })).toEqual({
      path: 'pan_g.toString',
      message: 'is not a known field'
    });
    expect(await errors(JSON.parse('{"a":[{"__proto__":{"x":1}}]}'))).toMatchObject({
      path: 'a[0].__proto__'
    });
  });
  it('with a list that is too long is refused before its items are looked at', () => {
    const points = Array.from({ length: 20_000 }, () => ({ wrong: true }));
    const checked = check(calculators['temper-curve'], { points });
    expect(checked).toEqual({
      ok: false,
      errors: [{ path: 'points', message: expect.stringContaining('at most') }]
    });
  });
});

describe('problemOf', () => {
  it('turns a refusal into its own status and fields', async () => {
    const response = problemOf(new Refusal(422, 'no', [{ path: 'kg', message: 'must be more' }]));
    expect(response.headers.get('content-type')).toBe('application/problem+json');
    expect(await response.json()).toEqual({
      type: 'about:blank',
      title: 'Impossible or out of range',
      status: 422,
      detail: 'no',
      errors: [{ path: 'kg', message: 'must be more' }]
    });
  });
  it('keeps what the framework found too large', () => expect(problemOf({ status: 413 }).status).toBe(413));
});

describe('answeredOnce', () => {
  let db: Database;
  let remove: () => Promise<void>;
  beforeEach(async () => ({ db, remove } = await temporaryDatabase()));
  afterEach(() => remove());
  const asked = (key: string | null, body = '{}') => ({ key, what: 'POST /api/v1/materials', body });
  const make = async () => ({
    status: 201,
    body: await createMaterial(db, { kind: 'olivine' }),
    location: '/x'
  });

  it('answers a retry as the first time, and stores one record', async () => {
    const [first, again] = await Promise.all([
      answeredOnce(db, asked('k'), make),
      answeredOnce(db, asked('k'), make)
    ]);
    expect(again).toEqual(first);
    expect(await listMaterials(db)).toHaveLength(1);
  });
  it('does not mix up requests, nor keep a refusal', async () => {
    await answeredOnce(db, asked('k'), make);
    expect((await refusal(answeredOnce(db, asked('k', '{"other":1}'), make))).status).toBe(409);
    const failing = async () => Promise.reject(new Refusal(422, 'no'));
    expect((await refusal(answeredOnce(db, asked('f'), failing))).status).toBe(422);
    expect((await answeredOnce(db, asked('f'), make)).status).toBe(201);
  });
  it('runs every time without a key, and refuses an absurd one', async () => {
    await answeredOnce(db, asked(null), make);
    await answeredOnce(db, asked(null), make);
    expect(await listMaterials(db)).toHaveLength(2);
    expect((await refusal(answeredOnce(db, asked('x'.repeat(300)), make))).status).toBe(422);
  });
});

describe('openapi', () => {
  it('says of each field what its schema says', () => {
    expect(jsonSchema(calculators.moisture)).toEqual({
      type: 'object',
      additionalProperties: false,
      required: ['pan_g', 'wet_g', 'dry_g'],
      properties: {
        pan_g: { type: 'number', minimum: 0, maximum: 20000 },
        wet_g: { type: 'number', exclusiveMinimum: 0, maximum: 20000 },
        dry_g: { type: 'number', exclusiveMinimum: 0, maximum: 20000 }
      }
    });
    const mixed = jsonSchema(entries.mixed) as { properties: Record<string, Record<string, unknown>> };
    expect(mixed.properties.kind).toEqual({ type: 'string', enum: ['mixed'] });
    expect(mixed.properties.additions).toMatchObject({ type: 'array', minItems: 1, maxItems: 20 });
    expect(mixed.properties.at).toMatchObject({ type: 'string', format: 'date-time' });
  });
  it('has an answer and a problem for every operation', () => {
    // No endpoint is left out: each says what it is.
    for (const [route, module] of routes)
      for (const method of Object.keys(module).filter((name) => /^[A-Z]+$/.test(name) && name !== 'HEAD'))
        expect(operationOf(module[method]), `${method} ${route}`).toBeDefined();
    const paths = openapi(Object.fromEntries(routes)).paths as Record<
      string,
      Record<string, { responses?: Record<string, unknown>; summary?: string }>
    >;
    for (const [path, operations] of Object.entries(paths)) {
      for (const [method, operation] of Object.entries(operations).filter(
        ([name]) => name !== 'parameters'
      )) {
        expect(operation.summary, `${method} ${path}`).toBeTruthy();
        expect(Object.keys(operation.responses ?? {}), `${method} ${path}`).toContain('4XX');
      }
      const named = [...path.matchAll(/\{(\w+)\}/g)].map((match) => match[1]);
      const told = ((operations as unknown as { parameters?: { name: string }[] }).parameters ?? []).map(
        (each) => each.name
      );
      expect(told, path).toEqual(named);
    }
  });
});

describe('what comes in', () => {
  it('is taken or refused, and never throws', () => {
    const bodies = routes.flatMap(([path, module]) =>
      Object.entries(module).flatMap(([method, handler]) => {
        const { body, each, query } = operationOf(handler) ?? {};
        return [body, query, ...Object.values(each ?? {}).map((one) => one.body)]
          .filter((schema) => isSchema(schema))
          .map((schema) => ({ what: `${method} ${path}`, schema: schema as AnySchema }));
      })
    );
    expect(bodies.length).toBeGreaterThan(60);
    for (const { what, schema } of bodies)
      for (const value of fc.sample(likely(jsonSchema(schema)), { seed: 11, numRuns: 400 }))
        expect(() => check(schema, value), `${what} ${JSON.stringify(value)}`).not.toThrow();
  });
});
