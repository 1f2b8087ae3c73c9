import { nowIso } from '../src/core/time/now';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  LOG,
  accessible,
  expect,
  made,
  mixedHeap,
  open,
  ready,
  serve,
  squeezed,
  state,
  test
} from './brunkel';

const count = async (request: Parameters<typeof state>[0], heap: number) =>
  ((await (await request.get(`/api/v1/heaps/${heap}/entries?limit=500`)).json()) as { total: number }).total;

test('half-answered tests and half-typed entries survive a reload, and can be thrown away', async ({
  page,
  request
}) => {
  const heap = await mixedHeap(request);
  await open(page, `/heaps/${heap}/test/squeeze`);
  await page.getByText('It holds').click();
  await page.getByText('Crumbles').click();
  await expect(page.getByText('2 of 4 answered').first()).toBeVisible();
  await page.reload();
  await ready(page);
  await expect(page.getByText('2 of 4 answered').first()).toBeVisible();
  await expect(page.getByText('Restored: you typed this at')).toBeVisible();
  await accessible(page);
  // Away and back, by other pages.
  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  await open(page, `/heaps/${heap}/test/squeeze`);
  await expect(page.getByText('2 of 4 answered').first()).toBeVisible();
  await page.getByRole('button', { name: 'Throw it away' }).click();
  await expect(page.getByText('0 of 5 answered').first()).toBeVisible();
  await page.reload();
  await ready(page);
  await expect(page.getByText('0 of 5 answered').first()).toBeVisible();

  await open(page, `/heaps/${heap}/test/moisture`);
  await page.getByLabel('1. The empty pan').fill('120');
  await page.getByLabel('2. Pan and damp sand').fill('220');
  await page.reload();
  await ready(page);
  await expect(page.getByLabel('2. Pan and damp sand')).toHaveValue('220');

  await open(page, `/heaps/${heap}/log?kind=noted`);
  await page.getByLabel('Note').fill('Rust from the old drum.');
  await page.reload();
  await ready(page);
  await expect(page.getByLabel('Note')).toHaveValue('Rust from the old drum.');
  await page.getByRole('button', { name: 'Log this entry' }).click();
  await expect(page.getByText('Rust from the old drum.').first()).toBeVisible();
  // Taken: it is no draft any more.
  await open(page, `/heaps/${heap}/log?kind=noted`);
  await expect(page.getByLabel('Note')).toHaveValue('');
});

test('splashes that were ticked stay ticked for as long as the heap stands as it did', async ({
  page,
  request
}) => {
  const heap = await mixedHeap(request, 'Dry heap', 0.05);
  await squeezed(request, heap, 'dry', 0.2);
  await open(page, `/heaps/${heap}`);
  const dose = page.getByRole('region', { name: 'To temper Dry heap' });
  await dose.getByRole('checkbox').first().check();
  await page.reload();
  await ready(page);
  await expect(dose.getByRole('checkbox').first()).toBeChecked();
  await made(request, `/heaps/${heap}/entries`, {
    kind: 'noted',
    at: nowIso(),
    note: 'Riddled.'
  });
  await expect(page.getByText('was changed elsewhere')).toBeVisible();
  await expect(dose.getByRole('checkbox').first()).not.toBeChecked();
});

test('a lost answer and a second press log once', async ({ page, request }) => {
  const heap = await mixedHeap(request);
  const before = await count(request, heap);
  await open(page, `/heaps/${heap}/log?kind=noted`);
  await page.getByLabel('Note').fill('Logged, but nobody heard.');
  // The first time the server takes it and its answer is lost.
  let lost = 0;
  await page.route(`**/api/v1/heaps/${heap}/entries`, async (route) => {
    if (route.request().method() !== 'POST' || lost++ > 0) return route.continue();
    await route.fetch();
    return route.abort();
  });
  await page.getByRole('button', { name: 'Log this entry' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Shed heap');
  expect(lost).toBeGreaterThan(1);
  expect(await count(request, heap)).toBe(before + 1);
});

test('without a server entries wait in the outbox, over a reload of it, and go in order', async ({
  page
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'brunkel-outbox-'));
  let server = await serve(folder);
  const { port } = new URL(server.url);
  const heap = await page.request
    .post(`${server.url}/api/v1/heaps`, { data: { name: 'Gate heap', system: 'water', binder: 'natural' } })
    .then((response) => response.json() as Promise<{ id: number }>);
  await page.goto(`${server.url}/heaps/${heap.id}/log?kind=noted`);
  await ready(page);
  // What comes after the page is awake (its strips, what is said in passing) is there before the server goes.
  await page.waitForLoadState('networkidle');
  await server.end();
  await page.getByLabel('Note').fill('First, while nobody was there.');
  await page.getByRole('button', { name: 'Log this entry' }).click();
  await expect(page.getByText('One entry waits in the outbox.')).toBeVisible();
  await expect(page.getByText('No connection.')).toBeVisible();
  await accessible(page);
  server = await serve(folder, { PORT: port });
  await expect(page.getByText('First, while nobody was there.').first()).toBeVisible();
  await expect(page.getByText('in the outbox')).toHaveCount(0);
  const entries = await page.request.get(`${server.url}/api/v1/heaps/${heap.id}/entries`);
  expect(((await entries.json()) as { total: number }).total).toBe(1);
  await server.end();
  rmSync(folder, { recursive: true, force: true });
});

test('two tabs: the second press on the same ticket doses nothing, and says what happened', async ({
  page,
  context,
  request
}) => {
  const heap = await mixedHeap(request, 'Dry heap', 0.05);
  await squeezed(request, heap, 'dry', 0.2);
  await open(page, `/heaps/${heap}`);
  const other = await context.newPage();
  // The other tab does not hear of changes: its press comes with the old amounts.
  await other.route('**/changes', (route) => route.abort());
  await open(other, `/heaps/${heap}`);
  await page.getByRole('button', { name: LOG }).click();
  await expect(page.getByText('of water is in the heap')).toBeVisible();
  const once = (await state(request, heap)).total_kg;
  await other.getByRole('button', { name: LOG }).click();
  await expect(other.locator('[data-scope=toast][data-part=root]')).toContainText('has changed since');
  expect((await state(request, heap)).total_kg).toBeCloseTo(once, 3);
});

test('what is logged at a device bears the name of who works there', async ({ page, request }) => {
  const heap = await mixedHeap(request);
  const ottla = await made(request, '/members', { name: 'Ottla' });
  await open(page, '/hands');
  await page.getByLabel('Who works at this device?').selectOption({ label: 'Ottla' });
  await expect(page.getByRole('link', { name: 'Ottla works at this device' })).toBeVisible();
  await accessible(page);
  await open(page, `/heaps/${heap}/log?kind=noted`);
  await page.getByLabel('Note').fill('Riddled twice.');
  await page.getByRole('button', { name: 'Log this entry' }).click();
  await expect(page.getByText('Riddled twice.').first()).toBeVisible();
  const { items } = await (await request.get(`/api/v1/heaps/${heap}/entries`)).json();
  expect(items[0]).toMatchObject({ kind: 'noted', member: ottla.id });
});
