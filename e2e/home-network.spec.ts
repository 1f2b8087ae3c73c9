import { mkdtempSync, rmSync } from 'node:fs';
import { get } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { writeStl } from '../src/core/pattern/file/write-stl';
import { nowIso, nowMs } from '../src/core/time/now';
import { plate, rectangle } from '../src/core/pattern/shape/bodies';
import { Door } from '../src/lib/server/access/door';
import { LOG, accessible, expect, ready, serve, test } from './brunkel';

/** As a phone sees it: plain http, under a name that is not this machine's own. */
const NAME = 'shed.test';
const PASSPHRASE = 'green sand at dawn';

test.use({
  viewport: { width: 390, height: 844 },
  launchOptions: async ({ launchOptions }, use) =>
    use({
      ...launchOptions,
      args: [...(launchOptions.args ?? []), `--host-resolver-rules=MAP ${NAME} 127.0.0.1`]
    })
});

let folder: string;
let server: Awaited<ReturnType<typeof serve>>;
let far: string;

test.beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'brunkel-home-'));
  await new Door(folder).setPassphrase(PASSPHRASE);
  server = await serve(folder, { HOST: '0.0.0.0', BRUNKEL_NAMES: NAME });
  far = `http://${NAME}:${new URL(server.url).port}`;
});
test.afterEach(async () => {
  await server.end();
  rmSync(folder, { recursive: true, force: true });
});

test('a phone signs in by plain http under another name, and everything can be saved from it', async ({
  page
}) => {
  await page.goto(`${far}/stock`);
  await expect(page.getByLabel('Passphrase')).toBeVisible();
  await accessible(page);
  expect(await page.evaluate(() => isSecureContext)).toBe(false);
  await page.getByLabel('Passphrase').fill('a wrong one');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toContainText('not the passphrase');
  // The next guess has to wait a moment; then the right one leads to where one wanted to go.
  const stock = page.getByRole('heading', { level: 1, name: 'Stock' });
  await expect(async () => {
    // Let in already, a little after one looked: there is no passphrase to fill in any more.
    if (await stock.isVisible()) return;
    await page.getByLabel('Passphrase').fill(PASSPHRASE, { timeout: 2000 });
    await page.getByRole('button', { name: 'Sign in' }).click({ timeout: 2000 });
    await expect(stock).toBeVisible({ timeout: 5000 });
  }).toPass();
  await ready(page);
  await page.goto(`${far}/heaps/new`);
  await ready(page);
  await page.getByLabel('What do you call it?').fill('Gate heap');
  await page.getByRole('button', { name: 'Make the heap' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Mix for Gate heap');
  await page.getByRole('button', { name: LOG }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Gate heap');
  await page.goto(`${far}/heaps/1/test/squeeze`);
  await ready(page);
  for (const answer of ['It holds', 'It gave and packed', 'Crumbles']) await page.getByText(answer).click();
  await page.getByText('Clean', { exact: true }).click();
  await page.getByRole('button', { name: 'Log the squeeze' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Gate heap');
  // A mesh is worked out on the phone itself, and a photo goes along.
  await page.goto(`${far}/patterns/new`);
  await ready(page);
  await page.getByLabel('What do you call it?').fill('Latch');
  await page.locator('input[type=file]').setInputFiles({
    name: 'latch.stl',
    mimeType: '',
    buffer: Buffer.from(writeStl(plate(rectangle(0.12, 0.04), 0.012, [], 0.05)))
  });
  await expect(page.getByText('It draws', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Add it to the library' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Latch');
  const picture = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#b4441e' } })
    .png()
    .toBuffer();
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'latch.png', mimeType: 'image/png', buffer: picture });
  await expect(page.getByRole('img', { name: 'Latch, as it is' })).toBeVisible();
  await page.goto(`${far}/records`);
  await expect(page.getByRole('img', { name: /^Code for http/ })).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Sign this device out' }).click();
  await expect(page.getByLabel('Passphrase')).toBeVisible();
});

test('nobody else is let in: no passphrase, a foreign name, a foreign page', async ({ request }) => {
  const { port } = new URL(server.url);
  const asked = (headers: Record<string, string>, method = 'GET', path = '/api/v1/heaps') =>
    request.fetch(`http://127.0.0.1:${port}${path}`, {
      method,
      headers,
      maxRedirects: 0,
      failOnStatusCode: false
    });
  expect((await asked({ host: NAME })).status()).toBe(401);
  expect((await asked({ host: NAME, authorization: 'Bearer brunkel_guess' })).status()).toBe(401);
  expect((await asked({ host: 'evil.test' })).status()).toBe(421);
  const page = await asked({ host: NAME }, 'GET', '/');
  expect([page.status(), page.headers().location]).toEqual([303, '/sign-in?to=%2F']);
  for (const origin of ['http://evil.test', 'null'])
    expect((await asked({ origin }, 'POST', '/api/v1/heaps/1/restore')).status()).toBe(403);
  expect((await asked({ 'sec-fetch-site': 'cross-site' }, 'POST', '/api/v1/heaps/1/restore')).status()).toBe(
    403
  );
  // A token lets a device in until it is revoked.
  const made = await request.post(`http://127.0.0.1:${port}/api/v1/tokens`, { data: { name: 'scale' } });
  const { id, token } = (await made.json()) as { id: number; token: string };
  const shown = { host: NAME, authorization: `Bearer ${token}` };
  expect((await asked(shown)).status()).toBe(200);
  expect((await asked({}, 'DELETE', `/api/v1/tokens/${id}`)).status()).toBe(204);
  expect((await asked(shown)).status()).toBe(401);
});

test('before the passphrase nobody learns who works here, nor is led out of the house', async ({
  request
}) => {
  const here = server.url;
  const { port } = new URL(here);
  await request.post(`${here}/api/v1/members`, { data: { name: 'Ottoline' } });
  const at = new Date(nowMs() + 86_400_000).toISOString();
  await request.post(`${here}/api/v1/sessions`, { data: { name: 'Sundials', at, zone: 'Europe/London' } });
  const told = async (path: string, host?: string) =>
    (await request.get(`http://127.0.0.1:${port}${path}`, host ? { headers: { host } } : {})).text();
  // At the desk both are told; from the network neither, on the page or in its figures.
  expect(await told('/')).toContain('Ottoline');
  for (const path of ['/sign-in', '/sign-in/__data.json', '/sign-in?to=/members'])
    expect(await told(path, NAME)).not.toMatch(/Ottoline|Sundials/);
  const signedIn = await request.post(`http://127.0.0.1:${port}/sign-in?to=/%09/elsewhere/x`, {
    headers: { host: NAME, origin: `http://${NAME}`, accept: 'text/html' },
    form: { passphrase: PASSPHRASE, to: '/\t/elsewhere/x' },
    maxRedirects: 0
  });
  expect([signedIn.status(), signedIn.headers().location]).toEqual([303, '/']);
  const odd = await request.post(`${here}/plan?/__proto__`, { headers: { origin: here }, form: { x: '1' } });
  expect(odd.status()).toBe(404);
});

test('signed out, a device keeps nothing, and asks before it throws away what was never sent', async ({
  page
}) => {
  await page.goto(`${far}/sign-in`);
  await page.getByLabel('Passphrase').fill(PASSPHRASE);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByLabel('Passphrase')).toHaveCount(0);
  await page.goto(`${far}/heaps/new`);
  await ready(page);
  await page.getByLabel('What do you call it?').fill('Never made');
  // Out of reach of the server something was logged here.
  await page.route('**/api/v1/patterns', (route) => route.abort());
  await page.evaluate((item) => localStorage.setItem('brunkel:outbox', JSON.stringify([item])), {
    key: 'a',
    path: '/patterns',
    body: {},
    words: 'Never sent',
    put_in_at: nowIso(),
    refused: null
  });
  const kept = () =>
    page.evaluate(() => Object.keys(localStorage).filter((key) => key.startsWith('brunkel:')));
  expect((await kept()).length).toBeGreaterThan(0);
  await page.goto(`${far}/records`);
  await ready(page);
  await page.getByRole('button', { name: 'Sign this device out' }).click();
  await expect(page.getByRole('alert')).toContainText('not been sent');
  await accessible(page);
  await page.getByRole('button', { name: 'Stay signed in' }).click();
  await page.getByRole('button', { name: 'Sign this device out' }).click();
  await page.getByRole('button', { name: /throw it away/ }).click();
  await expect(page.getByLabel('Passphrase')).toBeVisible();
  expect(await kept()).toEqual([]);
});

test('a token does what it is for, and who listens by it hears no more once it is revoked', async ({
  request
}) => {
  const { port } = new URL(server.url);
  const made = async (data: object) =>
    (await (await request.post(`${server.url}/api/v1/tokens`, { data })).json()) as {
      id: number;
      token: string;
    };
  const by = (token: string) => ({ host: NAME, authorization: `Bearer ${token}` });
  const at = `http://127.0.0.1:${port}/api/v1`;
  const scale = await made({ name: 'scale', only: 'readings' });
  const sent = await request.post(`${at}/readings`, {
    headers: by(scale.token),
    data: { device: 'shed-scale', kind: 'scale', value: 3.2, at: nowIso() }
  });
  expect(sent.status()).toBe(201);
  for (const path of ['readings', 'heaps', 'records/export.jsonl'])
    expect((await request.get(`${at}/${path}`, { headers: by(scale.token) })).status()).toBe(401);
  // A calendar's opens the plan that it is of: another one's, and the one of all days, are shut to it.
  const calendar = await made({ name: 'calendar of plan 1', only: 'calendar', plan_id: 1 });
  const asked = async (path: string) =>
    (
      await request.get(`${at}/${path}calendar.ics?token=${calendar.token}`, { headers: { host: NAME } })
    ).status();
  // There is no such plan here: whoever is let in hears that.
  expect([await asked('plans/1/'), await asked('plans/2/'), await asked('')]).toEqual([404, 401, 401]);
  expect((await made({ name: 'scale', only: 'readings', plan_id: 1 })).token).toBeUndefined();
  const display = await made({ name: 'display' });
  const ended = new Promise<void>((resolve, reject) =>
    get(`${at}/devices/shed-scale/stream`, { headers: by(display.token) }, (response) => {
      expect(response.statusCode).toBe(200);
      response.resume().once('end', resolve).once('error', reject);
      void request.delete(`${at}/tokens/${display.id}`);
    }).once('error', reject)
  );
  await ended;
});

test('pages hold what guards them: nonces, no sniffing, no framing', async ({ request }) => {
  const response = await request.get(server.url);
  const headers = response.headers();
  expect(headers['content-security-policy']).toMatch(/script-src 'self' 'nonce-[^']+'/);
  expect(headers['content-security-policy']).not.toMatch(/script-src[^;]*unsafe-inline/);
  expect(headers['content-security-policy']).toContain("frame-ancestors 'none'");
  expect([headers['x-content-type-options'], headers['x-frame-options']]).toEqual(['nosniff', 'DENY']);
  const nonce = /'nonce-([^']+)'/.exec(headers['content-security-policy']!)![1]!;
  for (const script of (await response.text()).match(/<script[^>]*>/g) ?? []) expect(script).toContain(nonce);
});
