import { nowMs } from '../src/core/time/now';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, request as forward } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { request as apiRequest, type Page } from '@playwright/test';
import { pagesToKeep } from '../src/lib/workers/kept-pages';
import { expect, made, mixedHeap, open, ready, serve, squeezed, test } from './brunkel';

/** Opens the start page, and waits until all that is to be kept is. */
async function openAndKept(page: Page, url: string): Promise<void> {
  const kept = page.waitForFunction(
    () =>
      new Promise((done) =>
        navigator.serviceWorker.addEventListener('message', ({ data }) => data === 'kept' && done(true))
      )
  );
  await page.goto(`${url}/`);
  await ready(page);
  await kept;
}

test.describe('where the page is secure', () => {
  test.use({ serviceWorkers: 'allow' });

  test('the server gone, heaps, handbook and calculators still open, and what is entered waits for it', async ({
    page
  }) => {
    const folder = mkdtempSync(join(tmpdir(), 'brunkel-offline-'));
    let server = await serve(folder);
    const port = new URL(server.url).port;
    const post = (path: string, data: object) =>
      fetch(`${server.url}/api/v1${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(data)
      });
    await post('/heaps', { name: 'Gate heap', system: 'water', binder: 'sodium-bentonite' });
    await post('/heaps/1/entries', {
      kind: 'bought',
      at: new Date(nowMs() - 3_600_000).toISOString(),
      kg: 30,
      moisture_percent: 2.9,
      active_clay_percent: 8,
      confirmed: true
    });
    await openAndKept(page, server.url);
    await server.end('SIGKILL');
    await page.reload();
    await ready(page);
    await expect(page.getByRole('link', { name: /^Gate heap/ })).toBeVisible();
    // From page to page, as with the server.
    await page.getByRole('link', { name: /^Gate heap/ }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Gate heap');
    await page.goto(`${server.url}/handbook/pour`);
    await expect(page.getByText('A = W/(ρ·t·C·√(2gH))')).toBeVisible();
    await page.goto(`${server.url}/heaps/1/log`);
    await ready(page);
    await page.goto(`${server.url}/heaps/1/ledger?words=never-opened`);
    await expect(page.getByRole('heading', { name: 'Out of reach of Brunkel' })).toBeVisible();
    // What is entered waits, over a reload, and is sent once the server is back.
    await page.goto(`${server.url}/`);
    await ready(page);
    await page.keyboard.press('/');
    await page.getByRole('combobox').fill('water 200 g');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/waits/i).first()).toBeVisible();
    await page.reload();
    await ready(page);
    await expect(page.getByText(/waits/i).first()).toBeVisible();
    server = await serve(folder, { PORT: port });
    const water = async () =>
      ((await (await fetch(`${server.url}/api/v1/heaps/1/entries?kind=water`)).json()) as { total: number })
        .total;
    await expect.poll(water).toBe(1);
    await page.goto('about:blank');
    await server.end();
    rmSync(folder, { recursive: true, force: true });
  });

  test('all that a casting day needs opens without the server and says as of when; changes and answers wait', async ({
    page
  }) => {
    const folder = mkdtempSync(join(tmpdir(), 'brunkel-offline-'));
    let server = await serve(folder);
    const port = new URL(server.url).port;
    const request = await apiRequest.newContext({ baseURL: server.url });
    const heap = await mixedHeap(request, 'Gate heap');
    const flask = await made(request, '/flasks', {
      name: 'Oak',
      length_mm: 300,
      width_mm: 200,
      cope_mm: 75,
      drag_mm: 75
    });
    const pattern = await made(request, '/patterns', {
      name: 'Latch',
      kind: 'flat-back',
      length_mm: 90,
      width_mm: 40,
      height_mm: 12
    });
    const day = await made(request, '/sessions', {
      at: new Date(nowMs()).toISOString(),
      zone: 'Europe/London'
    });
    const mold = await made(request, `/sessions/${day.id}/molds`, {
      backing_heap_id: heap,
      flask_id: flask.id,
      patterns: [{ pattern_id: pattern.id, count: 1 }]
    });
    const freezes = page.getByRole('region', { name: 'What comes of it' });
    await openAndKept(page, server.url);
    await page.goto(`${server.url}/mold/${mold.id}/freeze`);
    await expect(freezes).toContainText('until you may open it', { timeout: 60_000 });
    const bar = page.getByRole('status').filter({ hasText: /^As of/ });
    await expect(bar).toHaveCount(0);
    await server.end('SIGKILL');
    const wanted = pagesToKeep({ heaps: [heap], sessions: [day.id], molds: [mold.id] });
    expect(wanted.length).toBeGreaterThan(40);
    for (const path of wanted) {
      await page.goto(server.url + path);
      await expect(page.getByRole('heading', { level: 1 }), path).not.toHaveText('Out of reach of Brunkel');
      await ready(page);
      await expect(bar, path).toBeVisible();
    }
    // How a mold freezes is there as it was last worked out.
    await page.goto(`${server.url}/mold/${mold.id}/freeze`);
    await expect(freezes).toContainText('until you may open it');
    await expect(freezes.getByRole('status')).toContainText(/^Worked out /);
    // From page to page it stays in sight, over an amount too.
    await page.goto(`${server.url}/`);
    await ready(page);
    await page.getByRole('link', { name: /^Gate heap/ }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Gate heap');
    await expect(bar).toBeInViewport();
    // What was never opened names what is kept.
    await page.goto(`${server.url}/journal?words=never-opened`);
    await expect(page.getByText('this device has not kept it')).toBeVisible();
    await page.getByRole('link', { name: 'Mold' }).click();
    await expect(bar).toBeVisible();

    // A change waits as a creation does, in words.
    await page.goto(`${server.url}/`);
    await ready(page);
    await page.getByRole('button', { name: 'End the day' }).click();
    const outbox = page.getByRole('region', { name: 'Outbox' });
    await expect(outbox).toContainText('The casting is over');
    // No amount on a page of before is added a second time for want of a word.
    await expect(bar).toContainText('do not add it twice');
    // So does an answer to the trainer, whose truth is told at once.
    await page.goto(`${server.url}/trainer?training=mold`);
    await ready(page);
    await page.getByText('It will come out sound').or(page.locator('fieldset label')).first().click();
    await page.getByRole('button', { name: 'Give this answer' }).click();
    await expect(page.getByText(/^(Right|Not quite)\.$/)).toBeVisible();
    await expect(outbox).toContainText('an answer to the trainer');
    // And a step of a mold, by its name.
    await page.goto(`${server.url}/mold/${mold.id}`);
    await ready(page);
    await page.getByRole('button', { name: /^Done/ }).first().click();
    await expect(outbox.getByText(/^done: /)).toBeVisible();

    server = await serve(folder, { PORT: port });
    const over = async () => {
      const { items } = (await (await fetch(`${server.url}/api/v1/sessions`)).json()) as {
        items: { stage: string }[];
      };
      return items[0]!.stage;
    };
    await expect.poll(over).toBe('done');
    await expect(outbox).toHaveCount(0);
    // What is shown is of now again, by itself.
    await expect(bar).toHaveCount(0);
    await page.goto('about:blank');
    await request.dispose();
    await server.end();
    rmSync(folder, { recursive: true, force: true });
  });

  test('a new version is taken over, and what was typed stays', async ({ page, brunkel }) => {
    // Between page and server, so that the parts can be of another version from one moment to the next.
    let newer = false;
    const between = createServer((asked, answer) => {
      const on = forward(
        brunkel.url + asked.url,
        { method: asked.method, headers: { ...asked.headers, host: new URL(brunkel.url).host } },
        (got) => {
          const worker = asked.url === '/service-worker.js';
          const { 'content-length': _, 'content-encoding': __, ...headers } = got.headers;
          answer.writeHead(got.statusCode!, worker ? headers : got.headers);
          if (worker) answer.write(newer ? '/* a newer one */' : '');
          got.pipe(answer);
        }
      );
      if (asked.url === '/service-worker.js') {
        on.setHeader('accept-encoding', 'identity');
        on.removeHeader('if-none-match');
        on.removeHeader('if-modified-since');
      }
      asked.pipe(on);
      on.on('error', () => answer.destroy());
    });
    await new Promise<void>((done) => between.listen(0, '127.0.0.1', done));
    const { port } = between.address() as AddressInfo;
    const url = `http://localhost:${port}`;
    await page.goto(`${url}/heaps/new`);
    await ready(page);
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
    const said = page.getByText('A new version of Brunkel is here.');
    await expect(said).toHaveCount(0);
    await page.getByLabel('What do you call it?').fill('Quay heap');
    newer = true;
    await page.evaluate(async () => (await navigator.serviceWorker.ready).update());
    await expect(said).toBeVisible();
    await expect(page.getByLabel('What do you call it?')).toHaveValue('Quay heap');
    await Promise.all([
      page.waitForEvent('load'),
      page.getByRole('button', { name: 'Take it over' }).click()
    ]);
    await ready(page);
    await expect(page.getByLabel('What do you call it?')).toHaveValue('Quay heap');
    await expect(said).toHaveCount(0);
    await page.goto('about:blank');
    between.closeAllConnections();
    between.close();
  });
});

test('it can be installed: a manifest with its icons, and the page of records says how it stands', async ({
  page,
  request
}) => {
  const manifest = await (await request.get('/manifest.webmanifest')).json();
  expect(manifest).toMatchObject({ start_url: '/', display: 'standalone' });
  for (const { src, type } of manifest.icons) {
    const icon = await request.get(src);
    expect([icon.status(), icon.headers()['content-type']]).toEqual([200, type]);
  }
  await open(page, '/');
  await expect(page.locator('link[rel=manifest]')).toHaveCount(1);
});

test('by a certificate of one’s own it is served by https, and by half of one not at all', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'brunkel-tls-'));
  const [cert, key] = [join(folder, 'cert.pem'), join(folder, 'key.pem')];
  const made = spawnSync('openssl', [
    'req',
    '-x509',
    '-newkey',
    'rsa:2048',
    '-nodes',
    '-days',
    '2',
    '-subj',
    '/CN=localhost',
    '-keyout',
    key,
    '-out',
    cert
  ]);
  expect(made.status).toBe(0);
  const server = await serve(join(folder, 'data'), { BRUNKEL_CERT: cert, BRUNKEL_KEY: key });
  const port = new URL(server.url).port;
  const said = spawnSync('curl', ['-sk', `https://127.0.0.1:${port}/api/v1/heaps`], { encoding: 'utf8' });
  expect(JSON.parse(said.stdout)).toMatchObject({ total: 0 });
  await server.end();
  await expect(serve(join(folder, 'half'), { BRUNKEL_CERT: cert })).rejects.toThrow(
    /name both in BRUNKEL_CERT and BRUNKEL_KEY/
  );
  rmSync(folder, { recursive: true, force: true });
});

test.describe('where the page is not secure', () => {
  test('the page of records says what is missing and how to get it', async ({ page, brunkel }) => {
    // Chromium takes loopback for secure under any name: the page is told otherwise, as plain http from a phone tells it.
    await page.addInitScript(() => Object.defineProperty(window, 'isSecureContext', { value: false }));
    await page.goto(`${brunkel.url}/records`);
    await ready(page);
    await expect(page.getByText('Not kept on this device.')).toBeVisible();
    await expect(page.getByText('BRUNKEL_CERT')).toBeVisible();
  });
});

test('a trainer’s question is answered, told the truth, and asked again later', async ({ page, request }) => {
  await made(request, '/members', { name: 'Orla' });
  await open(page, '/trainer');
  await expect(page.getByText('Not known yet: nothing was answered.')).toBeVisible();
  await page.getByRole('button', { name: /Look at the palm/ }).click();
  await page.getByRole('button', { name: 'Give this answer' }).click();
  await expect(page.getByText('Say what it is, and what it wants.')).toBeVisible();
  await page.getByText('1 dry', { exact: true }).click();
  await page.getByText('Water', { exact: true }).click();
  await page.getByRole('button', { name: 'Give this answer' }).click();
  await expect(page.getByText(/^(Right|Not quite)\.$/)).toBeVisible();
  await expect(page.getByText(/It comes again/)).toBeVisible();
  await page.getByRole('button', { name: 'The next one' }).click();
  await expect(page.getByText(/of 1 right/)).toBeVisible();
  await page.getByRole('link', { name: 'Molds before the pour' }).click();
  await expect(page.getByRole('img', { name: /Section of a mold/ })).toBeVisible();
});

test('what if is followed beside the heap left alone, made a plan of, and touches no ledger', async ({
  page,
  request
}) => {
  await mixedHeap(request, 'Gate heap');
  await squeezed(request, 1, 'temper');
  await made(request, '/flasks', { name: 'Board', length_mm: 300, width_mm: 200, cope_mm: 90, drag_mm: 80 });
  await made(request, '/patterns', {
    name: 'Latch',
    known_by: 'displacement',
    volume_l: 0.06,
    length_mm: 110,
    width_mm: 45,
    height_mm: 16
  });
  const before = await (await request.get('/api/v1/heaps/1')).json();
  await open(page, '/heaps/1/what-if');
  await page.getByRole('button', { name: 'Follow it' }).click();
  await expect(page.getByText('Say first what happens: add a step.')).toBeVisible();
  await page.getByLabel('Metal').fill('5 kg');
  await page.getByLabel('Of', { exact: true }).selectOption('tin-bronze');
  await page.getByLabel('How often').fill('2');
  await page.getByRole('button', { name: 'Add this step' }).click();
  await page.getByText('Stand', { exact: true }).click();
  await page.getByLabel('Days').fill('30');
  await page.getByRole('button', { name: 'Add this step' }).click();
  await page.getByText('Add', { exact: true }).click();
  await page.getByLabel('How much').fill('0.5 kg');
  await page.getByRole('button', { name: 'Add this step' }).click();
  await page.reload();
  await ready(page);
  await expect(page.getByRole('list', { name: 'What happens' }).getByRole('listitem')).toHaveCount(3);
  await page.getByLabel('What the branch is called').fill('Bronze twice');
  await page.getByRole('button', { name: 'Follow it' }).click();
  const branch = page.getByRole('region', { name: 'Bronze twice' });
  await expect(branch.getByRole('row', { name: /^Moisture/ })).toBeVisible();
  expect(await (await request.get('/api/v1/heaps/1')).json()).toEqual(before);
  await branch.getByRole('button', { name: /Throw it away/ }).click();
  await expect(branch).toHaveCount(0);
  await page
    .locator('[data-scope=toast][data-part=root]')
    .filter({ hasText: 'thrown away' })
    .getByRole('button', { name: 'Undo' })
    .click();
  await branch.getByRole('button', { name: /Make a plan of it/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Before Bronze twice');
  await expect(page.getByText(/With it, from the branch: add/)).toBeVisible();
});

test('the handbook is looked up by words, shows one’s own figures, and marks one’s own school', async ({
  page,
  request
}) => {
  await mixedHeap(request, 'Gate heap');
  await open(page, '/handbook');
  await page.getByLabel('Look it up').fill('cornstarch');
  await page.getByRole('button', { name: 'Look', exact: true }).click();
  await page.getByRole('link', { name: /Parting dust school/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Mold');
  await page.getByRole('button', { name: 'My way: Cornstarch' }).click();
  await expect(page.getByText('your way')).toBeVisible();
  await page.reload();
  await expect(page.getByText('your way')).toBeVisible();
  await open(page, '/handbook/temper');
  await expect(page.getByText(/^Gate heap: .* = 0\.\d\d$/)).toBeVisible();
  // One tap from a page with figures.
  await open(page, '/heaps/1');
  await page.getByRole('link', { name: 'This page in the handbook' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Temper');
});
