import { nowIso, nowMs, setNow } from '../src/core/time/now';
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { AxeBuilder } from '@axe-core/playwright';
import { expect, test as base, type APIRequestContext, type Page } from '@playwright/test';
import { start } from '../scripts/served';
import { madeOnce } from '../src/lib/server/testing/made-once';

/** A production server of its own, on a free port with an empty data folder, for each test that asks. */
export interface Brunkel {
  url: string;
  folder: string;
}

export { start as serve } from '../scripts/served';

// The servers, which are given the same, and with them their pages go by this clock too.
if (process.env.BRUNKEL_NOW) setNow(process.env.BRUNKEL_NOW);

/** A folder of one's own with an empty file of records in it: its tables need not be made in each test. */
const emptyRecords = () => madeOnce('served-empty', async (folder) => (await start(folder)).end());

/** The demo's records, filled once for all tests of a run. */
const demoRecords = () =>
  madeOnce(`demo-${nowIso().slice(0, 10)}`, async (folder) => {
    const filled = spawnSync('node_modules/.bin/tsx', ['scripts/fill-demo.ts', folder], { encoding: 'utf8' });
    expect(filled.status, filled.stderr).toBe(0);
  });

/** Serves a copy of records, until it was used. */
async function served(records: string, use: (brunkel: Brunkel) => Promise<void>): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'brunkel-e2e-'));
  cpSync(records, folder, { recursive: true });
  const server = await start(folder);
  await use({ url: server.url, folder });
  await server.end();
  rmSync(folder, { recursive: true, force: true });
}

export const test = base.extend<{ brunkel: Brunkel; noErrors: undefined }, { shed: Pick<Brunkel, 'url'> }>({
  // eslint-disable-next-line no-empty-pattern -- Playwright reads the fixtures wanted off this pattern
  brunkel: async ({}, use) => served(await emptyRecords(), use),
  // The demo, for those who look and change nothing.
  // eslint-disable-next-line no-empty-pattern -- as above
  shed: [async ({}, use) => served(await demoRecords(), use), { scope: 'worker' }],
  baseURL: async ({ brunkel }, use) => use(brunkel.url),
  noErrors: [
    async ({ page }, use) => {
      const errors: string[] = [];
      page.on('pageerror', (error) => errors.push(error.message));
      await use(undefined);
      expect(errors).toEqual([]);
    },
    { auto: true }
  ]
});

export { expect };

/** The button that writes down what went into a heap: its words carry the amount. */
export const LOG = /^Log (it$|this batch$|what went in$|[\d.½¼¾⅓⅔].* of )/;

/**
 * Nothing that axe calls serious or critical, by WCAG 2.2 AA.
 *
 * @param what of a page as it opens: all that axe finds, moderate and minor too, with the size of targets; all but colours,
 *   or these alone
 */
export async function accessible(page: Page, what?: 'all' | 'but-colours' | 'colours'): Promise<void> {
  const all = what !== undefined;
  const axe = new AxeBuilder({ page }).setLegacyMode().options({
    // What passed is not written out: nobody reads it, and it is most of what would be.
    resultTypes: ['violations'],
    ...(what === 'colours'
      ? { runOnly: { type: 'rule', values: ['color-contrast'] } }
      : {
          rules: {
            // What one reads on a control is what one says to it.
            'label-content-name-mismatch': { enabled: true },
            // Of every page as it opens; what is open on it besides is held to 48 px by `reading-it`.
            'target-size': { enabled: all },
            'color-contrast': { enabled: what !== 'but-colours' }
          }
        })
  });
  const { violations } = await axe.analyze();
  const serious = violations.filter(({ impact }) => all || impact === 'serious' || impact === 'critical');
  const found: string[] = [];
  for (const { id, nodes } of serious) {
    const wrong = [];
    for (const { html, target } of nodes)
      if (id !== 'target-size' || !(await isHitAround(page, String(target[0])))) wrong.push(html);
    if (wrong.length > 0) found.push(`${id}: ${wrong.join(' | ')}`);
  }
  expect(found).toEqual([]);
}

/** A word in a line is hit all around it, by what lies over it: axe sees its letters alone. */
function isHitAround(page: Page, selector: string): Promise<boolean> {
  return page.evaluate((of) => {
    const element = document.querySelector(of);
    if (!element) return false;
    const over = getComputedStyle(element, '::after');
    return over.content !== 'none' && over.position === 'absolute' && parseFloat(over.height) >= 24;
  }, selector);
}

/** The page is wired up: what is typed before that would be lost. */
export async function ready(page: Page): Promise<void> {
  await page.waitForFunction(() => document.documentElement.dataset.ready === 'yes');
}

export async function open(page: Page, path: string): Promise<void> {
  await page.goto(path);
  await ready(page);
}

/** A record made through the interface for scripts. */
export async function made(
  request: APIRequestContext,
  path: string,
  data: object
): Promise<{ id: number } & Record<string, unknown>> {
  const response = await request.post(`/api/v1${path}`, { data });
  expect(response.status(), await response.text()).toBe(201);
  return response.json();
}

/** A water-bonded heap of 28.6 kg at 3.8 % moisture and 9.1 % active clay, mixed an hour ago. */
export async function mixedHeap(
  request: APIRequestContext,
  name = 'Shed heap',
  moisture_kg = 0.5354
): Promise<number> {
  const heap = await made(request, '/heaps', {
    name,
    system: 'water',
    binder: 'sodium-bentonite',
    container: { cover: 'sealed', exposed_area_m2: 0.1 }
  });
  await made(request, `/heaps/${heap.id}/entries`, {
    kind: 'mixed',
    at: hoursAgo(1),
    confirmed: true,
    additions: [
      { ingredient: 'sand', kg: 25.3036, moisture_percent: 1.2 },
      { ingredient: 'binder', kg: 2.7473, moisture_percent: 9 },
      { ingredient: 'water', kg: moisture_kg }
    ]
  });
  return heap.id;
}

/** Somebody squeezes it and finds it crumbling, in temper, or smearing. */
export async function squeezed(
  request: APIRequestContext,
  heap: number,
  found: 'dry' | 'temper' | 'wet',
  hours = 0.4
): Promise<void> {
  const answers = {
    dry: { holds: false, shrinks: false, breaks: 'crumbles', palm: 'clean', prints: 'none' },
    temper: { holds: true, shrinks: true, breaks: 'crisp', palm: 'clean', prints: 'sharp' },
    wet: { holds: true, shrinks: true, breaks: 'bends', palm: 'smeared', prints: 'sharp' }
  }[found];
  await made(request, `/heaps/${heap}/tests`, { kind: 'squeeze', at: hoursAgo(hours), ...answers });
}

export const hoursAgo = (hours: number) => new Date(nowMs() - hours * 3_600_000).toISOString();

export async function state(request: APIRequestContext, heap: number) {
  return (await request.get(`/api/v1/heaps/${heap}/state`)).json();
}
