import { expect, hoursAgo, made, mixedHeap, state, test } from './brunkel';

test('calculators answer with the published figures', async ({ request }) => {
  const calc = async (name: string, data: object) =>
    (await request.post(`/api/v1/calc/${name}`, { data })).json();
  expect(await calc('moisture', { pan_g: 120, wet_g: 220, dry_g: 216.5 })).toEqual({
    moisture_percent: 3.5,
    dry_basis_percent: expect.closeTo(3.6269, 4)
  });
  const batch = await calc('batch', {
    system: 'water',
    dry_sand_kg: 25,
    binder_phs: 10,
    binder_as: 'product',
    moisture_percent: 3.8,
    sand: { moisture_percent: 1.2 },
    binder: { moisture_percent: 9, active_percent: 100 },
    splashes: 5
  });
  expect(batch.additions).toEqual([
    { ingredient: 'sand', kg: expect.closeTo(25.3036, 4) },
    { ingredient: 'binder', kg: expect.closeTo(2.7473, 4) },
    { ingredient: 'water', kg: expect.closeTo(0.5354, 4) }
  ]);
  expect(batch.moisture_percent).toBeCloseTo(3.8, 9);
  expect(batch.splashes_kg).toHaveLength(5);
  const correction = await calc('correction', {
    heap: { total_kg: 60, moisture_percent: 2.2, active_clay_percent: 6.1 },
    target: { moisture_percent: 3.6, active_clay_percent: 8 },
    binder: { active_percent: 85, moisture_percent: 9 }
  });
  expect(correction).toMatchObject({
    binder_kg: expect.closeTo(1.562, 4),
    water_kg: expect.closeTo(0.7839, 4),
    dry_mix_kg: 0
  });
  expect(correction.result).toMatchObject({
    moisture_percent: expect.closeTo(3.6, 9),
    active_clay_percent: expect.closeTo(8, 9)
  });
  const wet = await calc('correction', {
    heap: { total_kg: 52, moisture_percent: 4.5, active_clay_percent: 8 },
    target: { moisture_percent: 3.5 }
  });
  expect(wet).toMatchObject({
    water_kg: 0,
    dry_mix_kg: expect.closeTo(14.857, 3),
    water_to_lose_kg: expect.closeTo(0.5389, 4)
  });
  expect(
    await calc('squeeze', { holds: true, shrinks: true, breaks: 'crisp', palm: 'clean', prints: 'sharp' })
  ).toMatchObject({ grade: 3, suspects: [] });
});

test('refuses what is wrong with a problem that says what would be right', async ({ request }) => {
  const post = (path: string, options: Parameters<typeof request.post>[1]) =>
    request.post(`/api/v1${path}`, options);
  const json = { 'content-type': 'application/json' };
  const batch = {
    system: 'water',
    dry_sand_kg: 25,
    binder_phs: 10,
    binder_as: 'product',
    moisture_percent: 3.8
  };
  const cases: [string, Awaited<ReturnType<typeof post>>, number][] = [
    ['not JSON', await post('/calc/batch', { headers: json, data: Buffer.from('{oops') }), 400],
    [
      'an infinite number',
      await post('/calc/batch', { headers: json, data: Buffer.from('{"dry_sand_kg":1e999}') }),
      422
    ],
    [
      'another type',
      await post('/calc/batch', { headers: { 'content-type': 'text/plain' }, data: 'x' }),
      415
    ],
    ['no body', await post('/calc/batch', { headers: json }), 400],
    ['10 MB', await post('/calc/batch', { headers: json, data: Buffer.alloc(10_000_000, 32) }), 413],
    ['an unknown calculator', await post('/calc/nothing', { data: {} }), 404],
    ['an unknown path', await post('/nothing', { data: {} }), 404],
    [
      'an unknown heap',
      await post('/heaps/99/entries', { data: { kind: 'water', at: hoursAgo(1), kg: 1 } }),
      404
    ],
    ['an id that is no number', await request.get('/api/v1/heaps/abc'), 404],
    ['a wrong method', await request.put('/api/v1/heaps', { data: {} }), 405],
    ['an unknown kind', await post('/heaps/1/entries', { data: { kind: 'exploded' } }), 422],
    ['a wrong time', await request.get('/api/v1/heaps/1/state?at=soon'), 422],
    ['2 t of sand', await post('/calc/batch', { data: { ...batch, dry_sand_kg: 2000 } }), 422],
    ['140 % moisture', await post('/calc/batch', { data: { ...batch, moisture_percent: 140 } }), 422],
    ['dry over wet', await post('/calc/moisture', { data: { pan_g: 1, wet_g: 2, dry_g: 3 } }), 422],
    ['an array', await post('/heaps', { data: [] }), 422],
    ['null', await post('/heaps', { headers: json, data: Buffer.from('null') }), 422]
  ];
  for (const [what, response, status] of cases) {
    expect(response.status(), what).toBe(status);
    expect(response.headers()['content-type'], what).toContain('application/problem+json');
    const body = await response.json();
    expect(body, what).toMatchObject({ status, title: expect.any(String), detail: expect.any(String) });
    if (status === 422) expect(body.errors.length, what).toBeGreaterThan(0);
  }
  const range = await post('/calc/batch', { data: { ...batch, moisture_percent: 140, colour: 1 } });
  expect((await range.json()).errors).toEqual([
    { path: 'moisture_percent', message: 'must be 0 to 30 %' },
    { path: 'colour', message: 'is not a known field' }
  ]);
});

test('records: created at a place, amended, undone, and created once for a key', async ({ request }) => {
  const heap = await request.post('/api/v1/heaps', {
    data: { name: 'Bin', system: 'water', binder: 'calcium-bentonite' }
  });
  expect(heap.status()).toBe(201);
  const { id, targets } = await heap.json();
  expect(heap.headers().location).toBe(`/api/v1/heaps/${id}`);
  expect(targets.moisture_percent).toEqual({ min: 3, max: 4.5, source: 'handbook' });

  const body = { kind: 'bought', at: hoursAgo(2), kg: 30, moisture_percent: 3, active_clay_percent: 8 };
  const headers = { 'idempotency-key': 'a-retry' };
  const [first, again] = await Promise.all([
    request.post(`/api/v1/heaps/${id}/entries`, { data: body, headers }),
    request.post(`/api/v1/heaps/${id}/entries`, { data: body, headers })
  ]);
  expect([first.status(), again.status()]).toEqual([201, 201]);
  const entry = await first.json();
  expect(await again.json()).toEqual(entry);
  expect((await state(request, id)).total_kg).toBeCloseTo(30, 2);
  const misused = await request.post(`/api/v1/heaps/${id}/entries`, { data: { ...body, kg: 5 }, headers });
  expect(misused.status()).toBe(409);

  const place = first.headers().location!;
  expect((await (await request.get(place)).json()).kg).toBe(30);
  expect((await request.put(place, { data: { ...body, kg: 25, version: 1 } })).status()).toBe(200);
  expect((await request.put(place, { data: { ...body, kg: 20, version: 1 } })).status()).toBe(409);
  expect(
    (await (await request.get(`${place}/versions`)).json()).map((version: { kg: number }) => version.kg)
  ).toEqual([30, 25]);
  expect((await request.delete(place)).status()).toBe(200);
  expect((await state(request, id)).verdict).toBe('empty');
  expect((await request.post(`${place}/restore`)).status()).toBe(200);
  expect((await state(request, id)).total_kg).toBeCloseTo(25, 2);

  const test_ = await made(request, `/heaps/${id}/tests`, {
    kind: 'moisture',
    at: hoursAgo(1),
    method: 'oven',
    pan_g: 100,
    wet_g: 200,
    dry_g: 196.5
  });
  expect(test_).toMatchObject({ kind: 'moisture', pan_g: 100, result: { moisture_percent: 3.5 } });
  expect((await (await request.get(`/api/v1/heaps/${id}/tests?kind=moisture`)).json()).total).toBe(1);
  expect((await request.get(`/api/v1/heaps/${id}/tests/${entry.id}`)).status()).toBe(404);

  const material = await made(request, '/materials', { kind: 'olivine', name: 'Green olivine' });
  const lot = await made(request, '/lots', {
    material_id: material.id,
    bought_kg: 25,
    moisture_percent: 0.3
  });
  expect(lot).toMatchObject({
    name: 'Green olivine',
    on_hand_kg: 25,
    moisture_percent: { value: 0.3, source: 'your entry' }
  });
  await made(request, `/heaps/${id}/entries`, {
    kind: 'added',
    at: hoursAgo(0.5),
    ingredient: 'olivine',
    lot_id: lot.id,
    kg: 4
  });
  expect((await (await request.get(`/api/v1/lots/${lot.id}`)).json()).on_hand_kg).toBe(21);
});

test('a state forecasts the drying until a later time', async ({ request }) => {
  const heap = await made(request, '/heaps', {
    name: 'Open',
    system: 'water',
    container: { cover: 'open', exposed_area_m2: 0.4 }
  });
  await made(request, `/heaps/${heap.id}/entries`, {
    kind: 'bought',
    at: hoursAgo(1),
    kg: 30,
    moisture_percent: 4,
    active_clay_percent: 8
  });
  const now = await state(request, heap.id);
  const later = await (await request.get(`/api/v1/heaps/${heap.id}/state?at=${hoursAgo(-96)}`)).json();
  expect(later.moisture_percent.value).toBeLessThan(now.moisture_percent.value - 0.3);
  expect(now.prescription).toMatchObject({
    water_kg: expect.any(Number),
    binder_kg: expect.any(Number),
    splashes_kg: expect.any(Array)
  });
});

interface Described {
  $ref?: string;
  type?: string | string[];
  enum?: unknown[];
  required?: string[];
  properties?: Record<string, Described>;
  items?: Described;
}

/** Where a value is not what a schema says, by path. */
function amiss(value: unknown, schema: Described, schemas: Record<string, Described>, at = '$'): string[] {
  if (schema.$ref) return amiss(value, schemas[schema.$ref.split('/').at(-1)!]!, schemas, at);
  if (schema.enum) return schema.enum.includes(value) ? [] : [at];
  // What has no type may be anything.
  if (!schema.type) return [];
  const kind = value === null ? 'null' : Array.isArray(value) ? 'array' : typeof value;
  const kinds = [schema.type ?? []].flat();
  const fits =
    kinds.includes(kind) || (kind === 'number' && kinds.includes('integer') && Number.isInteger(value));
  if (!fits) return [`${at} is ${kind}`];
  if (Array.isArray(value))
    return value.flatMap((each, i) => amiss(each, schema.items ?? {}, schemas, `${at}[${i}]`));
  if (kind !== 'object') return [];
  const fields = value as Record<string, unknown>;
  const missing = (schema.required ?? []).filter((name) => !(name in fields)).map((name) => `${at}.${name}`);
  const wrong = Object.entries(schema.properties ?? {}).flatMap(([name, each]) =>
    name in fields ? amiss(fields[name], each, schemas, `${at}.${name}`) : []
  );
  return [...missing, ...wrong];
}

test('the OpenAPI document lists every route and what each takes', async ({ request }) => {
  await mixedHeap(request);
  const document = await (await request.get('/api/v1/openapi.json')).json();
  expect(document.openapi).toMatch(/^3\.1/);
  expect(Object.keys(document.paths)).toEqual(
    expect.arrayContaining([
      '/heaps/{id}/entries',
      '/heaps/{id}/state',
      '/heaps/{id}/tests',
      '/materials',
      '/lots',
      '/calc/batch',
      '/calc/squeeze'
    ])
  );
  const batch = document.paths['/calc/batch'].post.requestBody.content['application/json'].schema;
  expect(batch).toMatchObject({
    type: 'object',
    additionalProperties: false,
    required: expect.arrayContaining(['dry_sand_kg'])
  });
  expect(batch.properties.dry_sand_kg).toEqual({ type: 'number', exclusiveMinimum: 0, maximum: 1000 });
  const session = await made(request, '/sessions', { at: hoursAgo(1), zone: 'Europe/London' });
  await made(request, `/sessions/${session.id}/molds`, { backing_heap_id: 1 });
  await made(request, '/members', { name: 'Ottla' });
  await made(request, '/lots', { kind: 'washed-silica', bought_kg: 25 });
  // What is read at these paths is what the document says it is.
  for (const path of [
    '/heaps',
    '/heaps/{id}',
    '/heaps/{id}/state',
    '/heaps/{id}/story',
    '/heaps/{id}/entries',
    '/heaps/{id}/entries/{entryId}',
    '/acts/{id}',
    '/sessions',
    '/sessions/{id}',
    '/sessions/{id}/molds',
    '/members',
    '/members/{id}',
    '/lots',
    '/lots/{id}',
    '/materials',
    '/materials/{id}'
  ]) {
    const { schema } = document.paths[path].get.responses['200'].content['application/json'];
    const body = await (await request.get(`/api/v1${path.replace(/\{\w+\}/g, '1')}`)).json();
    expect(amiss(body, schema, document.components.schemas), path).toEqual([]);
  }
  // Every path without parameters answers to a read, so the document promises nothing that is not there.
  for (const [path, methods] of Object.entries<Record<string, unknown>>(document.paths)) {
    if (methods.get && !path.includes('{'))
      expect((await request.get(`/api/v1${path}`)).status(), path).toBe(200);
  }
});

test('tests of heaps, batches and lots, and what was learned: records, refusals, nothing stored of those', async ({
  request
}) => {
  const heap = await mixedHeap(request);
  const lot = await made(request, '/lots', { kind: 'washed-silica', bought_kg: 25 });
  const at = hoursAgo(0.2);
  const [batch] = (await (await request.get(`/api/v1/heaps/${heap}/entries`)).json()).items;
  const moisture = {
    kind: 'moisture',
    at,
    method: 'oven',
    scale_g: 0.1,
    pan_g: 100,
    wet_g: 200,
    dry_g: 196.2
  };
  const ofBatch = await made(request, `/heaps/${heap}/tests`, { ...moisture, batch_entry_id: batch.id });
  expect(ofBatch).toMatchObject({ batch_entry_id: batch.id, result: { moisture_percent: 3.8 } });
  expect((ofBatch.result as { sd: number }).sd).toBeCloseTo(0.1945, 3);
  const sieved = await made(request, `/lots/${lot.id}/tests`, {
    kind: 'sieve',
    at,
    retained: [
      { mesh: { wires_per_10_mm: 15, wire_mm: 0.32 }, grams: 9 },
      { sieve: '70', grams: 22 },
      { sieve: 'pan', grams: 12 }
    ]
  });
  expect((sieved.result as { retained_percent: { sieve: string }[] }).retained_percent[0]!.sieve).toBe(
    'mesh 0.35 mm'
  );
  const entry = { at };
  for (const [path, data, field] of [
    [`/heaps/${heap}/tests`, { ...moisture, batch_entry_id: 999 }, 'batch_entry_id'],
    [`/heaps/${heap}/tests`, { kind: 'probe', at, moisture_percent: 99 }, 'moisture_percent'],
    [`/heaps/${heap}/tests`, { kind: 'sieve', at, retained: [{ grams: 5 }] }, 'retained[0]'],
    [
      `/heaps/${heap}/tests`,
      { kind: 'sieve', at, retained: [{ mesh: { wires_per_10_mm: 30, wire_mm: 0.4 }, grams: 5 }] },
      'retained[0].mesh'
    ],
    [`/lots/${lot.id}/tests`, { kind: 'squeeze', at }, 'holds'],
    [`/lots/${lot.id}/tests`, { ...moisture, batch_entry_id: batch.id }, 'batch_entry_id'],
    [`/heaps/${heap}/entries`, { kind: 'poured', ...entry }, 'burnt_kg'],
    [`/heaps/${heap}/entries`, { kind: 'poured', ...entry, metal_kg: -1 }, 'metal_kg'],
    [`/heaps/${heap}/entries`, { kind: 'returned', ...entry }, 'kg'],
    [`/heaps/${heap}/entries`, { kind: 'drawn', ...entry, kg: 3, rammed_l: 0 }, 'rammed_l'],
    [`/heaps/${heap}/entries`, { kind: 'learning', ...entry, of: 'spill', value: 90 }, 'value'],
    [`/heaps/${heap}/entries`, { kind: 'learning', ...entry, of: 'luck' }, 'of'],
    [
      `/heaps/${heap}/entries`,
      { kind: 'moved', ...entry, container: { cover: 'lid', exposed_area_m2: 1, place: 'attic' } },
      'container.place'
    ],
    [`/lots`, { kind: 'olivine', bought_kg: 5, bag_kg: 0 }, 'bag_kg']
  ] as const) {
    const refused = await request.post(`/api/v1${path}`, { data });
    expect(refused.status(), JSON.stringify(data)).toBe(422);
    const { errors } = await refused.json();
    expect(
      errors.map((error: { path: string }) => error.path),
      JSON.stringify(data)
    ).toContain(field);
  }
  expect((await (await request.get(`/api/v1/heaps/${heap}/entries`)).json()).total).toBe(2);
  expect((await (await request.get(`/api/v1/lots/${lot.id}/tests`)).json()).items).toHaveLength(1);
  expect((await request.delete(`/api/v1/lots/${lot.id}/tests/${sieved.id}`)).status()).toBe(200);
  expect((await (await request.get(`/api/v1/lots/${lot.id}`)).json()).fineness_number).toBeNull();
  expect((await request.get(`/api/v1/lots/${lot.id}/tests/77`)).status()).toBe(404);

  const learned = (await (await request.get(`/api/v1/heaps/${heap}/learned`)).json()).items;
  expect(learned.map(({ of }: { of: string }) => of)).toEqual(['drying', 'rammed-density', 'spill', 'burn']);
  const now = await state(request, heap);
  expect(now.rests_on[0]).toMatchObject({ kind: 'moisture', entry_id: ofBatch.id });
  expect(now.container).toEqual({ cover: 'sealed', exposed_area_m2: 0.1 });
  const document = await (await request.get('/api/v1/openapi.json')).json();
  for (const path of [
    '/lots/{id}/tests',
    '/heaps/{id}/learned',
    '/heaps/{id}/ledger.csv',
    '/heaps/{id}/compare/{other}'
  ])
    expect(Object.keys(document.paths)).toContain(path);
});

test('blends in whole bags, and rounded to the scale', async ({ request }) => {
  const blend = async (fields: object) =>
    request.post('/api/v1/calc/blend', {
      data: {
        stock: [
          { name: 'coarse', available_kg: 50, fineness_number: 55, fines_percent: 1, bag_kg: 10 },
          { name: 'fine', available_kg: 25, fineness_number: 140, fines_percent: 6 }
        ],
        total_kg: 30,
        fineness_number: { min: 80, max: 100 },
        ...fields
      }
    });
  const answer = await (await blend({ resolution_g: 100 })).json();
  const kg = answer.parts.map((part: { kg: number }) => part.kg);
  expect(kg[0] % 10).toBeCloseTo(0, 9);
  expect(kg[0] + kg[1]).toBeCloseTo(30, 9);
  expect(answer.off_after_rounding).toEqual([]);
  expect(answer.fineness_number).toBeGreaterThanOrEqual(80);
  expect((await blend({ resolution_g: 0 })).status()).toBe(422);
});
