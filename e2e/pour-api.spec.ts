import { nowIso } from '../src/core/time/now';
import { expect, hoursAgo, made, mixedHeap, squeezed, test } from './brunkel';
import { tickedSteps } from '../src/core/session/pour-day';

const now = () => nowIso();

test('sessions, pours and castings as records: created, refused by name, amended, undone', async ({
  request
}) => {
  const heap = await mixedHeap(request, 'Gate heap');
  await squeezed(request, heap, 'temper');
  const flask = await made(request, '/flasks', {
    name: 'A',
    length_mm: 300,
    width_mm: 200,
    cope_mm: 90,
    drag_mm: 80,
    cope_kg: 2,
    drag_kg: 2
  });
  const pattern = await made(request, '/patterns', {
    name: 'Latch',
    known_by: 'displacement',
    volume_l: 0.06,
    length_mm: 110,
    width_mm: 45,
    height_mm: 16
  });
  const day = await made(request, '/sessions', {
    at: now(),
    zone: 'Europe/London',
    melt: { charged_kg: 2, melt_c: 735, melt_at: now() }
  });
  const mold = await made(request, `/sessions/${day.id}/molds`, {
    backing_heap_id: heap,
    flask_id: flask.id,
    metal: 'aluminium',
    patterns: [{ pattern_id: pattern.id, count: 1 }]
  });
  const pour = { mold_id: mold.id, at: now(), pour_c: 735, seconds: 4 };
  const pours = `/api/v1/sessions/${day.id}/pours`;
  const early = await request.post(pours, { data: pour });
  expect(early.status()).toBe(422);
  expect((await early.json()).errors).toEqual([{ path: 'mold_id', message: 'is not rammed yet' }]);
  await made(request, '/acts', {
    entries: [
      { heap_id: heap, kind: 'drawn', at: hoursAgo(0.3), kg: 14, session_id: day.id, mold_id: mold.id }
    ],
    molds: [{ id: mold.id, state: 'rammed' }]
  });
  const unchecked = await request.post(pours, { data: pour });
  expect(unchecked.status()).toBe(422);
  expect((await unchecked.json()).errors.map(({ path }: { path: string }) => path)).toContain(
    'checks.ground-dry'
  );
  for (const step of tickedSteps([mold.id]))
    await made(request, `/sessions/${day.id}/steps`, {
      ...step,
      state: 'done',
      at: now()
    });
  await made(request, `/sessions/${day.id}/steps`, {
    id: `${mold.id}:close`,
    kind: 'close',
    state: 'done',
    at: hoursAgo(0.1),
    mold_id: mold.id
  });
  expect(
    (
      await request.post('/api/v1/castings', {
        data: { mold_id: mold.id, pattern_id: pattern.id, result: 'good' }
      })
    ).status()
  ).toBe(422);
  // A retry with the same key pours once.
  const key = { 'idempotency-key': 'a-pour-of-mine' };
  const [first, again] = [
    await request.post(pours, { data: pour, headers: key }),
    await request.post(pours, { data: pour, headers: key })
  ];
  expect([first.status(), again.status()]).toEqual([201, 201]);
  const made_pour = await first.json();
  expect(await again.json()).toEqual(made_pour);
  expect((await request.post(pours, { data: pour })).status()).toBe(409);
  expect(made_pour.heat.open_s).toBeGreaterThan(made_pour.heat.solid_s);
  const { items } = await (await request.get(`/api/v1/heaps/${heap}/entries?kind=poured`)).json();
  expect(items[0]).toMatchObject({
    kind: 'poured',
    alloy: 'aluminium',
    burnt_source: 'learned',
    modelled_kg: expect.any(Number)
  });
  const casting = await made(request, '/castings', {
    mold_id: mold.id,
    pattern_id: pattern.id,
    result: 'usable',
    defects: [{ defect: 'blow', x: 0.2, y: 0.5 }]
  });
  expect(
    (
      await request.post('/api/v1/castings', {
        data: { mold_id: mold.id, pattern_id: pattern.id, result: 'good' }
      })
    ).status()
  ).toBe(422);
  const { items: told } = await (await request.get(`/api/v1/castings/${casting.id}/diagnosis`)).json();
  expect(told[0].defect).toBe('blow');
  expect(told[0].diagnosis.suspects.length).toBeGreaterThan(3);
  const amended = await request.patch(`/api/v1/castings/${casting.id}`, {
    data: { result: 'scrap', cause: 'wet', version: casting.version }
  });
  expect(await amended.json()).toMatchObject({ result: 'scrap', cause: 'wet' });
  const stale = { data: { result: 'good', version: casting.version } };
  expect((await request.patch(`/api/v1/castings/${casting.id}`, stale)).status()).toBe(409);
  expect((await request.patch(`/api/v1/castings/${casting.id}`, { data: { kg: 1 } })).status()).toBe(422);
  expect((await request.delete(`/api/v1/castings/${casting.id}`)).status()).toBe(204);
  expect((await request.get(`/api/v1/castings/${casting.id}`)).status()).toBe(404);
  expect((await request.post(`/api/v1/castings/${casting.id}/restore`)).status()).toBe(200);
  expect((await (await request.get(`/api/v1/castings?session_id=${day.id}`)).json()).total).toBe(1);
  expect((await (await request.get('/api/v1/castings?pattern_id=999')).json()).total).toBe(0);
  // What it gave was judged: that goes back first. Then the pour undone is as if it had not been.
  expect((await request.post(`/api/v1/acts/${made_pour.act_id}/undo`)).status()).toBe(409);
  expect((await request.delete(`/api/v1/castings/${casting.id}`)).status()).toBe(204);
  expect((await request.post(`/api/v1/acts/${made_pour.act_id}/undo`)).status()).toBe(200);
  const back = await (await request.get(`/api/v1/sessions/${day.id}`)).json();
  expect(back.molds[0]).toMatchObject({ state: 'closed', poured: null });
});

test('calculators of metal and heat, alloys, and a furnace that is not there', async ({ request }) => {
  const calc = async (name: string, data: object) =>
    (await request.post(`/api/v1/calc/${name}`, { data })).json();
  const melt = await calc('melt', {
    castings_kg: 1.2,
    gating_kg: 0.48,
    loss_percent: 4,
    heel_percent: 8,
    liquid_kg_l: 2.4,
    crucible_l: 0.9
  });
  expect(melt.charge_kg).toBeCloseTo(1.89, 6);
  expect(melt.melts).toBe(2);
  const gating = await calc('gating', {
    poured_kg: 1.8,
    liquid_kg_m3: 2400,
    pour_s: 5,
    sprue_mm: 100,
    casting_mm: 20,
    casting_in_cope_mm: 0,
    gate: 'top'
  });
  expect(gating.choke_mm2).toBeCloseTo(133.9, 1);
  const heat = await calc('sand-heat', {
    metal: 'tin-bronze',
    volume_cm3: 100,
    area_cm2: 150,
    pour_c: 1140,
    sand_moisture_percent: 3.5,
    binder: 'sodium-bentonite',
    sand_thickness_mm: 40
  });
  expect(heat.burnt_layer_mm).toBeGreaterThan(1);
  expect(heat.steam_kg).toBeGreaterThan(0);
  const alloy = await made(request, '/alloys', {
    name: 'Shed bronze',
    based_on: 'tin-bronze',
    liquidus_c: 1010
  });
  const wrong = await request.patch(`/api/v1/alloys/${alloy.id}`, {
    data: { pour_low_c: 1005, version: alloy.version }
  });
  expect(wrong.status()).toBe(422);
  expect((await request.delete(`/api/v1/alloys/${alloy.id}`)).status()).toBe(204);
  expect((await request.post(`/api/v1/alloys/${alloy.id}/restore`)).status()).toBe(200);
  expect((await (await request.get('/api/v1/alloys')).json()).total).toBe(1);
  const set = await request.post('/api/v1/devices/simulated-thermocouple/bench', { data: { load: 740 } });
  expect(await set.json()).toMatchObject({ kind: 'thermocouple', simulated: true });
  const far = await request.post('/api/v1/devices/simulated-scale/bench', { data: { load: 900 } });
  expect(far.status()).toBe(422);
  const real = { device: 'kiln-1', kind: 'thermocouple', value: 715, at: now() };
  expect((await request.post('/api/v1/readings', { data: real })).status()).toBe(201);
  expect((await request.post('/api/v1/readings', { data: { ...real, value: 3 * 715 } })).status()).toBe(422);
  expect((await request.post('/api/v1/readings', { data: { ...real, kind: 'scale' } })).status()).toBe(422);
});
