import { dayIn, yearIn } from '../src/core/time/day';
import { machineZone } from '../src/core/time/zone';
import { expect, hoursAgo, made, mixedHeap, open, ready, test } from './brunkel';

/** Where the reader is; the server goes by the machine's zone. */
const READER = process.env.BRUNKEL_ZONE ?? 'Europe/London';
const DAY_MS = 86_400_000;

test('what was just written down lies in the reader’s day of the journal, on the page and as a table, and in the shed’s year', async ({
  page,
  request
}) => {
  // A while ago: where a day is set, each program has a clock of its own, and they differ by minutes.
  const at = hoursAgo(0.25);
  const heap = await made(request, '/heaps', { name: 'New Year heap', system: 'water' });
  await made(request, `/heaps/${heap.id}/entries`, {
    kind: 'bought',
    at,
    kg: 40,
    moisture_percent: 3.2,
    active_clay_percent: 8
  });
  await made(request, `/heaps/${heap.id}/entries`, { kind: 'spilled', at, kg: 1.5 });
  const today = dayIn(at, READER);
  const yesterday = dayIn(new Date(Date.parse(at) - DAY_MS).toISOString(), READER);
  const line = page.getByRole('main').getByRole('link', { name: /New Year heap/ });
  const between = async (from: string, to: string) => {
    await page.getByLabel('From', { exact: true }).fill(from);
    await page.getByLabel('To', { exact: true }).fill(to);
    await page.getByRole('button', { name: 'Search' }).click();
    await page.waitForURL(new RegExp(`to=${to}`));
    await ready(page);
  };
  await open(page, '/journal');
  await between(yesterday, yesterday);
  await expect(page.getByText('Nothing in the journal fits that.')).toBeVisible();
  await between(today, today);
  await expect(line).toHaveCount(2);
  const table = await page.getByRole('link', { name: /CSV/ }).getAttribute('href');
  expect((await (await request.get(table!)).text()).trim().split('\n')).toHaveLength(3);

  const year = yearIn(at, machineZone());
  await open(page, '/year');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`The year ${year}`);
  await expect(page.getByRole('region', { name: 'By months' })).toContainText('1.50 kg');
  await open(page, `/year?year=${year - 1}`);
  await expect(page.getByText(`Nothing was cast or mixed in ${year - 1}.`)).toBeVisible();
});

test('a wait goes by the page’s clock: it runs to its last second, rings at its end, and says so after a sleep', async ({
  page,
  request
}) => {
  const heap = await mixedHeap(request);
  await page.clock.install();
  await open(page, `/heaps/${heap}/test/clay-wash`);
  await page.getByRole('button', { name: /5:00 start/ }).click();
  await page.clock.runFor(4 * 60_000 + 50_000);
  await expect(page.getByRole('button', { name: /0:(10|0\d) running/ })).toBeVisible();
  await expect(page.getByText(/time is up/)).toHaveCount(0);
  await page.clock.runFor(11_000);
  await expect(page.getByText(/: time is up\./)).toBeVisible();
  await page.getByRole('button', { name: /time is up/ }).click();
  // The phone sleeps in a pocket for an hour: nothing ran in between, and yet it is over.
  await page.getByRole('button', { name: /5:00 start/ }).click();
  await page.clock.fastForward(3_600_000);
  await expect(page.getByRole('button', { name: /0:00 time is up/ })).toBeVisible();
});
