/** npm run screenshots: draws the main views from the demo records, at desk and phone size. */
import { fork, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureReady } from './building.mjs';
import { ROOT, stop } from './preflight.mjs';

const VIEWS = [
  { name: 'bench', path: '/' },
  { name: 'heap', path: '/heaps/1' },
  { name: 'mix', path: '/heaps/1/mix' },
  { name: 'patterns', path: '/patterns' },
  { name: 'pattern', path: '/patterns/2', press: 'Show it in three dimensions' },
  { name: 'mold', path: '/mold?pattern=1&count=3' },
  { name: 'mold-phone', path: '/mold/8', phone: true },
  { name: 'gating', path: '/mold/8/gating' },
  { name: 'plan', path: '/plan' },
  { name: 'what-if', path: '/heaps/1/what-if' },
  { name: 'year', path: '/year' },
  { name: 'trainer', path: '/trainer?training=mold' },
  { name: 'handbook', path: '/handbook/temper' },
  { name: 'recondition', path: '/heaps/1/recondition' },
  { name: 'record', path: '/sessions/6' },
  { name: 'journal', path: '/journal' },
  { name: 'bench-phone', path: '/', phone: true },
  { name: 'wait-phone', path: '/pour', phone: true, before: pour },
  { name: 'shake-out', path: '/shake-out?mold=8', before: judge }
];

/** Both molds of the day are poured. */
async function pour(call) {
  const at = (minutes) => new Date(Date.now() - minutes * 60_000).toISOString();
  const { steps } = await call('GET', '/sessions/6');
  for (const { id, kind } of steps)
    await call('POST', '/sessions/7/steps', { id, kind, state: 'done', at: at(9) });
  for (const [i, mold_id] of [8, 9].entries()) {
    const entries = [{ heap_id: 1, kind: 'drawn', at: at(90), kg: 12, session_id: 7, mold_id }];
    await call('POST', '/acts', { entries, molds: [{ id: mold_id, state: 'rammed' }] });
    const close = { id: `${mold_id}:close`, kind: 'close', state: 'done', at: at(30), mold_id };
    await call('POST', '/sessions/7/steps', close);
    await call('PATCH', '/sessions/7', { melt: { charged_kg: 1.6, melt_c: 752, melt_at: at(0) } });
    await call('POST', '/sessions/7/pours', {
      mold_id,
      at: at(i === 0 ? 1 : 0.2),
      pour_c: 742,
      seconds: 4.2
    });
  }
}
/** One casting of the first mold has a seam. */
async function judge(call) {
  await call('POST', '/castings', {
    mold_id: 8,
    pattern_id: 1,
    result: 'scrap',
    defects: [{ defect: 'cold-shut', x: 0.75, y: 0.3 }],
    seen: { 'sprue-emptied': true, 'stream-broke': true }
  });
}

const wanted = process.argv.slice(2);
await ensureReady({ tests: true });
const { chromium } = await import('@playwright/test');
const executablePath = [process.env.BRUNKEL_CHROMIUM, '/usr/bin/chromium'].find(
  (path) => path && existsSync(path)
);
if (!executablePath) stop('screenshots need Chromium.');

const folder = mkdtempSync(join(tmpdir(), 'brunkel-shots-'));
const filled = spawnSync(
  process.execPath,
  [join(ROOT, 'node_modules/tsx/dist/cli.mjs'), join(ROOT, 'scripts/fill-demo.ts'), folder],
  {
    cwd: ROOT,
    stdio: 'inherit'
  }
);
if (filled.status !== 0) stop('the demo records could not be made.');
const server = fork(join(ROOT, 'scripts/start.mjs'), {
  env: { ...process.env, PORT: '0', HOST: '127.0.0.1', BRUNKEL_DATA: folder },
  silent: true
});
const { port } = await new Promise((done) => server.once('message', done));
const browser = await chromium.launch({
  executablePath,
  args: [
    '--no-sandbox',
    // Three dimensions are drawn by the processor.
    '--use-angle=swiftshader',
    '--enable-unsafe-swiftshader',
    '--ignore-gpu-blocklist',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync'
  ]
});
try {
  for (const { name, path, phone = false, mode = 'light', press, before } of VIEWS.filter(
    (view) => wanted.length === 0 || wanted.includes(view.name)
  )) {
    const context = await browser.newContext({
      serviceWorkers: 'block',
      viewport: phone ? { width: 390, height: 844 } : { width: 1280, height: 800 },
      colorScheme: mode,
      timezoneId: 'Europe/London',
      locale: 'en-GB',
      reducedMotion: 'reduce'
    });
    const page = await context.newPage();
    await before?.(async (method, at, body) => {
      const answer = await page.request.fetch(`http://127.0.0.1:${port}/api/v1${at}`, {
        method,
        ...(body && { data: body })
      });
      if (!answer.ok()) throw new Error(`${method} ${at}: ${await answer.text()}`);
      return answer.json();
    });
    await page.goto(`http://127.0.0.1:${port}${path}`);
    await page.waitForFunction(() => document.documentElement.dataset.ready === 'yes');
    await page.evaluate(() => document.fonts.ready);
    if (await page.locator('.chart').count()) await page.locator('.chart canvas').first().waitFor();
    if (press) {
      await page.getByRole('button', { name: press }).click();
      await page.getByLabel('Which way up').waitFor();
    }
    await page.waitForLoadState('networkidle');
    await page.screenshot({ path: join(process.env.SHOTS ?? join(ROOT, 'docs/screenshots'), `${name}.png`) });
    await context.close();
    console.log(`✓ ${name}`);
  }
} finally {
  await browser.close();
  server.kill('SIGTERM');
  rmSync(folder, { recursive: true, force: true });
}
