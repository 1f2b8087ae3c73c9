import type { RequestEvent } from '@sveltejs/kit';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { calculators } from '$lib/schema/calculator';
import { entries } from '$lib/schema/entry';
import type { Database } from '../database/database';
import { Refusal } from '../refusal';
import { createMaterial, listMaterials } from '../stock/stock';
import { temporaryDatabase } from '../testing/temporary-database';
import { LARGEST_BODY_BYTES, jsonBody } from './body';
import { byKind, pathId, queryTime, queryWhole } from './endpoint';
import { answeredOnce } from './idempotency';
import { jsonSchema, openapi } from './openapi';
import { problemOf } from './problem';

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
    expect(queryWhole(event({ path: '/?limit=7' }), 'limit', 50, 1, 500)).toBe(7);
    expect(queryWhole(event(), 'limit', 50, 1, 500)).toBe(50);
    expect(
      (await refusal(() => queryWhole(event({ path: '/?limit=900' }), 'limit', 50, 1, 500))).errors[0]
    ).toEqual({
      path: 'limit',
      message: 'must be a whole number, 1 to 500'
    });
  });
  it('bring times to UTC', async () => {
    expect(queryTime(event({ path: '/?at=2026-05-01T09:30:00%2B02:00' }), 'at')).toBe(
      '2026-05-01T07:30:00.000Z'
    );
    expect(queryTime(event(), 'at')).toBeUndefined();
    for (const at of ['soon', '5', '+999999-01-01']) {
      expect(
        (await refusal(() => queryTime(event({ path: `/?at=${encodeURIComponent(at)}` }), 'at'))).status
      ).toBe(422);
    }
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
  const keyed = (key: string) => event({ headers: { 'idempotency-key': key } });
  const make = async () => ({
    status: 201,
    body: await createMaterial(db, { kind: 'olivine' }),
    location: '/x'
  });

  it('answers a retry as the first time, and stores one record', async () => {
    const [first, again] = await Promise.all([
      answeredOnce(db, keyed('k'), '{}', make),
      answeredOnce(db, keyed('k'), '{}', make)
    ]);
    expect(again).toEqual(first);
    expect(await listMaterials(db)).toHaveLength(1);
  });
  it('does not mix up requests, nor keep a refusal', async () => {
    await answeredOnce(db, keyed('k'), '{}', make);
    expect((await refusal(answeredOnce(db, keyed('k'), '{"other":1}', make))).status).toBe(409);
    const failing = async () => Promise.reject(new Refusal(422, 'no'));
    expect((await refusal(answeredOnce(db, keyed('f'), '{}', failing))).status).toBe(422);
    expect((await answeredOnce(db, keyed('f'), '{}', make)).status).toBe(201);
  });
  it('runs every time without a key, and refuses an absurd one', async () => {
    await answeredOnce(db, event(), '{}', make);
    await answeredOnce(db, event(), '{}', make);
    expect(await listMaterials(db)).toHaveLength(2);
    expect((await refusal(answeredOnce(db, keyed('x'.repeat(300)), '{}', make))).status).toBe(422);
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
    const paths = openapi().paths as Record<
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
