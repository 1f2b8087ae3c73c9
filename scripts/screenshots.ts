/** npm run screenshots: draws the main views from the demo records, at desk and phone size. */
import { fork } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { DRAWING } from './chromium';
import { ended } from './served';
import { tickedSteps } from '../src/core/session/pour-day';
import { LAST_DAY, NEXT_DAY, NEXT_MOLDS } from '../src/lib/server/demo/scenario';

type Call = (method: string, at: string, body?: object) => Promise<Record<string, unknown>>;
interface View {
  name: string;
  path: string;
  phone?: boolean;
  /** A button that is pressed first. */
  press?: string;
  /** Words that stand there once its work is done. */
  waits?: string;
  /** What is entered before it is looked at. */
  before?: (call: Call) => Promise<void>;
}

const VIEWS: readonly View[] = [
  { name: 'bench', path: '/' },
  { name: 'heap', path: '/heaps/1' },
  { name: 'mix', path: '/heaps/1/mix' },
  { name: 'pattern', path: '/patterns/2', press: 'Show it in three dimensions' },
  { name: 'mold', path: '/mold?pattern=1&count=3' },
  { name: 'mold-phone', path: `/mold/${NEXT_MOLDS[0]}`, phone: true },
  { name: 'gating', path: `/mold/${NEXT_MOLDS[0]}/gating` },
  { name: 'freeze', path: `/mold/${NEXT_MOLDS[1]}/freeze`, waits: 'until you may open it' },
  { name: 'plan', path: '/plan' },
  { name: 'what-if', path: '/heaps/1/what-if' },
  { name: 'year', path: '/year' },
  { name: 'trainer', path: '/trainer?training=mold' },
  { name: 'handbook', path: '/handbook/temper' },
  { name: 'recondition', path: '/heaps/1/recondition' },
  { name: 'record', path: `/sessions/${LAST_DAY}` },
  { name: 'journal', path: '/journal' },
  { name: 'bench-phone', path: '/', phone: true },
  { name: 'wait-phone', path: '/pour', phone: true, before: pour },
  { name: 'shake-out', path: `/shake-out?mold=${NEXT_MOLDS[0]}`, before: judge }
];

/** Both molds of the day are poured: the first is open by now, the second waits. */
async function pour(call: Call) {
  const at = (minutes: number) => new Date(Date.now() - minutes * 60_000).toISOString();
  for (const step of tickedSteps(NEXT_MOLDS))
    await call('POST', `/sessions/${NEXT_DAY}/steps`, { ...step, state: 'done', at: at(14) });
  for (const [i, mold_id] of NEXT_MOLDS.entries()) {
    const entries = [{ heap_id: 1, kind: 'drawn', at: at(90), kg: 12, session_id: NEXT_DAY, mold_id }];
    await call('POST', '/acts', { entries, molds: [{ id: mold_id, state: 'rammed' }] });
    const close = { id: `${mold_id}:close`, kind: 'close', state: 'done', at: at(30), mold_id };
    await call('POST', `/sessions/${NEXT_DAY}/steps`, close);
    const { version } = (await call('GET', `/sessions/${NEXT_DAY}`)) as { version: number };
    const melt = { charged_kg: 1.6, melt_c: 752, melt_at: at(i === 0 ? 12.5 : 0.5) };
    await call('PATCH', `/sessions/${NEXT_DAY}`, { melt, version });
    await call('POST', `/sessions/${NEXT_DAY}/pours`, {
      mold_id,
      at: at(i === 0 ? 12 : 0.2),
      pour_c: 742,
      seconds: 4.2
    });
  }
  const open = {
    id: `${NEXT_MOLDS[0]}:open`,
    kind: 'open',
    state: 'done',
    at: at(1),
    mold_id: NEXT_MOLDS[0]
  };
  await call('POST', `/sessions/${NEXT_DAY}/steps`, open);
}
/** One casting of the first mold has a seam. */
async function judge(call: Call) {
  await call('POST', '/castings', {
    mold_id: NEXT_MOLDS[0],
    pattern_id: 1,
    result: 'scrap',
    defects: [{ defect: 'cold-shut', x: 0.75, y: 0.3 }],
    seen: { 'sprue-emptied': true, 'stream-broke': true }
  });
}

const wanted = process.argv.slice(2);
const folder = mkdtempSync(join(tmpdir(), 'brunkel-shots-'));
// What a reader of the README starts, and nothing else.
const demo = fork('scripts/demo.mjs', {
  env: { ...process.env, PORT: '0', HOST: '127.0.0.1', BRUNKEL_DATA: folder },
  stdio: ['ignore', 'inherit', 'inherit', 'ipc']
});
const { port } = await new Promise<{ port: number }>((done, fail) => {
  demo.once('message', done);
  demo.once('exit', (code) => fail(new Error(`the demo ended with ${code}`)));
});
const browser = await chromium.launch(DRAWING);
try {
  for (const { name, path, phone = false, press, waits, before } of VIEWS.filter(
    (view) => wanted.length === 0 || wanted.includes(view.name)
  )) {
    const context = await browser.newContext({
      serviceWorkers: 'block',
      viewport: phone ? { width: 390, height: 844 } : { width: 1280, height: 800 },
      colorScheme: 'light',
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
    if (waits) await page.getByText(waits).waitFor({ timeout: 120_000 });
    if (press) {
      await page.getByRole('button', { name: press }).click();
      await page.getByLabel('Which way up').waitFor();
    }
    await page.waitForLoadState('networkidle');
    await page.screenshot({ path: join(process.env.SHOTS ?? 'docs/screenshots', `${name}.png`) });
    await context.close();
    console.log(`✓ ${name}`);
  }
} finally {
  await browser.close();
  await ended(demo, 'SIGTERM');
  rmSync(folder, { recursive: true, force: true });
}
