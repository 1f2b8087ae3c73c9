import type { RequestEvent, RequestHandler } from '@sveltejs/kit';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { newMaterial } from '$lib/schema/stock';
import { closeDatabase, database } from '../database/current';
import { notFound } from '../refusal';
import { createMaterial, listMaterials } from '../stock/stock';
import { act, create, download, pathId, read, respond } from './endpoint';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'brunkel-test-'));
  vi.stubEnv('BRUNKEL_DATA', folder);
});
afterEach(async () => {
  await closeDatabase();
  vi.unstubAllEnvs();
  rmSync(folder, { recursive: true, force: true });
});

const NAMED = { summary: 'For a test' };

interface Asked {
  body?: unknown;
  path?: string;
  params?: Record<string, string>;
  key?: string;
}
async function ask(handler: RequestHandler, { body, path = '/api/v1/materials', params = {}, key }: Asked) {
  const url = new URL(`http://127.0.0.1${path}`);
  const request = new Request(url, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...(key && { 'idempotency-key': key }) },
    body: typeof body === 'string' ? body : JSON.stringify(body ?? {})
  });
  const response = await handler({ request, url, params } as unknown as RequestEvent as never);
  const text = await response.text();
  return {
    status: response.status,
    type: response.headers.get('content-type'),
    headers: response.headers,
    text,
    json: () => JSON.parse(text) as Record<string, unknown>
  };
}
const stored = async () => listMaterials(await database());

describe('a record is made', () => {
  const make = create({ summary: 'A material', body: newMaterial }, createMaterial);
  it('with its place, and stored', async () => {
    const answer = await ask(make, { body: { kind: 'olivine' } });
    expect(answer.status).toBe(201);
    expect(answer.headers.get('location')).toBe(`/api/v1/materials/${String(answer.json().id)}`);
    expect(await stored()).toMatchObject([{ id: answer.json().id, kind: 'olivine' }]);
  });
  it('is amended once too, where that is said and the same request comes twice', async () => {
    let made = 0;
    const count = (once?: true) =>
      respond({ summary: 'Counts', body: newMaterial, ...(once && { once }) }, () => ({ made: ++made }));
    const twice = async (handler: ReturnType<typeof count>, key: string) => [
      (await ask(handler, { body: { kind: 'olivine' }, path: `/api/v1/${key}`, key })).json(),
      (await ask(handler, { body: { kind: 'olivine' }, path: `/api/v1/${key}`, key })).json()
    ];
    expect(await twice(count(true), 'amended')).toEqual([{ made: 1 }, { made: 1 }]);
    expect(await twice(count(), 'counted')).toEqual([{ made: 2 }, { made: 3 }]);
  });
  it('once, when the same request comes twice', async () => {
    const [first, again] = [
      await ask(make, { body: { kind: 'olivine' }, key: 'once' }),
      await ask(make, { body: { kind: 'olivine' }, key: 'once' })
    ];
    expect([again.status, again.text, again.headers.get('location')]).toEqual([
      first.status,
      first.text,
      first.headers.get('location')
    ]);
    expect(await stored()).toHaveLength(1);
  });
  it.each([
    ['an unknown field', { kind: 'olivine', colour: 'green' }, 'colour'],
    ['a kind that is none', { kind: 'gold' }, 'kind'],
    ['nothing', {}, 'kind']
  ])('not from %s: told at the field, and nothing stored', async (_, body, path) => {
    const answer = await ask(make, { body });
    expect(answer.status).toBe(422);
    expect(answer.type).toBe('application/problem+json');
    expect(answer.json().errors).toMatchObject([{ path }]);
    expect(await stored()).toEqual([]);
  });
  it('not from what is no JSON', async () =>
    expect(await ask(make, { body: '{"kind"' })).toMatchObject({
      status: 400,
      type: 'application/problem+json'
    }));
});

describe('an answer', () => {
  it('is computed from a checked body', async () => {
    const kindOf = respond({ summary: 'Its kind', body: newMaterial }, (_, input) => ({ was: input.kind }));
    expect((await ask(kindOf, { body: { kind: 'olivine' } })).json()).toEqual({ was: 'olivine' });
    expect((await ask(kindOf, { body: { kind: 7 } })).status).toBe(422);
  });
  it('may be checked by what the path names', async () => {
    const asked: string[] = [];
    const handler = respond(
      {
        summary: 'By its path',
        body: (_: unknown, event: RequestEvent) => {
          asked.push(event.url.pathname);
          return newMaterial;
        }
      },
      () => 'done'
    );
    expect((await ask(handler, { body: { kind: 'olivine' }, path: '/api/v1/calc/x' })).text).toBe('"done"');
    expect(asked).toEqual(['/api/v1/calc/x']);
  });
  it('is read from the records, or is a file with a name', async () => {
    expect((await ask(read(NAMED, listMaterials), {})).json()).toEqual([]);
    const file = await ask(
      download({ ...NAMED, type: 'text/csv; charset=utf-8' }, async () => ({
        name: 'ledger.csv',
        content: 'at,kind\n'
      })),
      {}
    );
    expect([file.type, file.headers.get('content-disposition'), file.text]).toEqual([
      'text/csv; charset=utf-8',
      'attachment; filename="ledger.csv"',
      'at,kind\n'
    ]);
  });
  it('of an action is 204 when there is nothing to say', async () => {
    expect(
      (
        await ask(
          act(NAMED, async () => undefined),
          {}
        )
      ).status
    ).toBe(204);
    expect(
      (
        await ask(
          act(NAMED, async () => ({ restored: true })),
          {}
        )
      ).json()
    ).toEqual({ restored: true });
  });
});

describe('what goes wrong', () => {
  it('is a problem with its own status when it was foreseen', async () => {
    const answer = await ask(
      read(NAMED, async (_, event) => pathId(event, 'id', 'heap')),
      { params: { id: 'x' } }
    );
    expect(answer.json()).toMatchObject({ status: 404, title: 'Not found' });
    const gone = await ask(
      act(NAMED, async () => Promise.reject(notFound('lot', 7))),
      {}
    );
    expect(gone.json().detail).toContain('7');
  });
  it('is our fault otherwise: logged here, and nothing of it told', async () => {
    const logged = vi.spyOn(console, 'error').mockImplementation(() => undefined);
    const answer = await ask(
      read(NAMED, async () => Promise.reject(new Error('no such column: secret'))),
      {}
    );
    expect(answer.status).toBe(500);
    expect(answer.text).not.toContain('secret');
    expect(logged).toHaveBeenCalledOnce();
    logged.mockRestore();
  });
});

describe('trouble with the store', () => {
  it('is 503 with how to go on, whatever it was wrapped in', async () => {
    for (const [code, words] of [
      ['SQLITE_FULL', 'disk is full'],
      ['SQLITE_BUSY', 'Another program'],
      ['SQLITE_IOERR', 'cannot be written'],
      ['SQLITE_CORRUPT', 'npm run restore'],
      ['ENOSPC', 'disk is full']
    ]) {
      const cause = Object.assign(new Error('deep'), { code });
      for (const thrown of [
        cause,
        Object.assign(new Error('x'), { original: cause }),
        new Error(`${code}: no`)
      ]) {
        const answer = await ask(
          act(NAMED, async () => Promise.reject(thrown)),
          {}
        );
        expect([answer.status, answer.headers.get('retry-after')]).toEqual([503, '5']);
        expect(answer.json().detail).toContain(words);
      }
    }
  });
  it('is told when the file is gone or another, and nothing is written then', async () => {
    const make = create({ summary: 'A material', body: newMaterial }, createMaterial);
    await ask(make, { body: { kind: 'olivine' } });
    rmSync(join(folder, 'brunkel.sqlite'));
    const answer = await ask(make, { body: { kind: 'olivine' } });
    expect(answer.status).toBe(503);
    expect(answer.json().detail).toContain('moved, deleted or swapped');
  });
});
