import { nowIso } from '../src/core/time/now';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { APIRequestContext, Page } from '@playwright/test';
import { tickedSteps } from '../src/core/session/pour-day';
import {
  accessible,
  expect,
  hoursAgo,
  made,
  mixedHeap,
  open,
  ready,
  serve,
  squeezed,
  state,
  test
} from './brunkel';

const board = {
  name: 'Shelf board',
  length_mm: 300,
  width_mm: 200,
  cope_mm: 90,
  drag_mm: 80,
  cope_kg: 2,
  drag_kg: 2
};
const now = () => nowIso();

/** A shed with a closed mold of two latches, rammed this hour of sand that was squeezed. */
async function closedMold(request: APIRequestContext, url = '') {
  const post = (path: string, data: object) =>
    url === ''
      ? made(request, path, data)
      : fetch(`${url}/api/v1${path}`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(data)
        }).then((answer) => answer.json() as Promise<{ id: number }>);
  const flask = await post('/flasks', board);
  const pattern = await post('/patterns', {
    name: 'Latch',
    known_by: 'displacement',
    volume_l: 0.06,
    length_mm: 110,
    width_mm: 45,
    height_mm: 16
  });
  const day = await post('/sessions', { name: 'Latches', at: now(), zone: 'Europe/London' });
  const mold = await post(`/sessions/${day.id}/molds`, {
    backing_heap_id: 1,
    flask_id: flask.id,
    metal: 'aluminium',
    patterns: [{ pattern_id: pattern.id, count: 2 }]
  });
  await post('/acts', {
    entries: [{ heap_id: 1, kind: 'drawn', at: hoursAgo(0.3), kg: 14, session_id: day.id, mold_id: mold.id }],
    molds: [{ id: mold.id, state: 'rammed' }]
  });
  await post(`/sessions/${day.id}/steps`, {
    id: `${mold.id}:close`,
    kind: 'close',
    state: 'done',
    at: hoursAgo(0.2),
    mold_id: mold.id
  });
  return { day: day.id, mold: mold.id, pattern: pattern.id };
}

const checks = (page: Page) => page.getByRole('region', { name: 'Go or no-go' });

async function tickAll(page: Page): Promise<void> {
  for (const box of await checks(page).getByRole('checkbox').all()) {
    await box.check();
    await expect(box).toBeChecked();
  }
}
async function meltDown(page: Page, kg: string, heat: string): Promise<void> {
  await page.getByLabel('Charged into the crucible').fill(kg);
  await page.getByLabel('How hot it is').fill(heat);
  await page.getByRole('button', { name: 'Log the melt' }).click();
  // The word of the melt before may still stand there.
  await expect(page.getByText('The melt is written down.').first()).toBeVisible();
}

test.describe('on the phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test('a whole turn: poured, left shut, shaken out, told why, and the sand put right', async ({
    page,
    request,
    context
  }) => {
    const heap = await mixedHeap(request, 'Gate heap');
    await squeezed(request, heap, 'temper');
    const { day } = await closedMold(request);
    await open(page, '/');
    await page
      .getByRole('link', { name: /pour mold 1/i })
      .first()
      .click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Pour');
    await ready(page);
    await expect(checks(page)).toContainText('Not known yet');
    await expect(page.getByRole('button', { name: 'It is poured' })).toBeDisabled();
    await accessible(page);
    // A word is no reason where water lies under metal.
    await page.getByRole('button', { name: /^Allow it: The ground/ }).click();
    const why = page.getByLabel('Why do you pour all the same?');
    await why.fill('it is fine');
    await expect(checks(page)).toContainText('That is no reason yet.');
    await expect(checks(page).getByRole('button', { name: 'Allow it', exact: true })).toBeDisabled();
    await why.fill('the slab was dried with the torch this morning');
    await checks(page).getByRole('button', { name: 'Allow it', exact: true }).click();
    await expect(checks(page)).toContainText('allowed: the slab was dried');
    await page.getByRole('button', { name: 'Take that back' }).click();
    await expect(checks(page)).not.toContainText('allowed:');
    await tickAll(page);
    await meltDown(page, '0.2 kg', '740');
    await expect(checks(page)).toContainText('Do not pour');
    await meltDown(page, '1.2 kg', '740');
    await expect(checks(page).getByText('Go', { exact: true })).toBeVisible();
    // The heat of it is worked out beside the page before a drop is poured.
    await expect(page.getByText(/of sand burns/)).toBeVisible();
    await page.getByRole('button', { name: 'First metal in' }).click();
    await page.getByRole('button', { name: 'Stream broke?' }).click();
    await page.getByRole('button', { name: 'It is full' }).click();
    await page.getByRole('button', { name: 'It is poured' }).click();
    const wait = page.getByRole('region', { name: 'Leave them shut' });
    await expect(wait).toContainText('mold 1');
    await accessible(page);
    const left = async () => {
      const [minutes = 0, seconds = 0] = ((await wait.getByRole('timer').textContent()) ?? '')
        .replace(/[^\d:]/g, '')
        .split(':')
        .map(Number);
      return minutes * 60 + seconds;
    };
    const before = await left();
    expect(before).toBeGreaterThan(20);
    // Neither a reload nor a second device loses it.
    await page.reload();
    await ready(page);
    expect(await left()).toBeLessThanOrEqual(before);
    expect(await left()).toBeGreaterThan(before - 60);
    const other = await context.newPage();
    await other.goto('/pour');
    await ready(other);
    await expect(other.getByRole('region', { name: 'Leave them shut' })).toBeVisible();
    await wait.getByRole('button', { name: 'I opened it early' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Shake out');
    // Told at the other device without a touch.
    await expect(other.getByRole('region', { name: 'Leave them shut' })).toHaveCount(0);
    await other.close();
    const [first, second] = [page.getByRole('article').first(), page.getByRole('article').nth(1)];
    await first.getByText('Scrap', { exact: true }).click();
    await first.getByText('What is wrong with it').click();
    await first.getByRole('button', { name: /cold shut/ }).click();
    await first
      .getByRole('button', { name: /upper right/ })
      .first()
      .click();
    await accessible(page);
    await first.getByRole('button', { name: 'Log the casting' }).click();
    const suspects = page.getByRole('region', { name: 'Why cold shut' });
    // The stream was noted as broken with the pour, and that is what speaks.
    await expect(suspects.getByRole('listitem').first()).toContainText('the stream broke');
    await expect(suspects.getByRole('listitem').first()).toContainText('for it: the stream');
    await suspects.getByRole('button', { name: 'This was the cause' }).first().click();
    await expect(suspects.getByRole('button', { name: 'Noted as the cause' })).toBeVisible();
    await second.getByText('Good', { exact: true }).click();
    await second.getByLabel('It weighs').fill('152 g');
    await second.getByRole('button', { name: 'Log the casting' }).click();
    await expect(page.getByText('1 of 2')).toBeVisible();
    await page.getByLabel('Black sand thrown out').fill('150 g');
    await page.getByRole('button', { name: 'Log it shaken out' }).click();
    await page.getByRole('button', { name: /on to the sand/ }).click();
    await page.getByRole('link', { name: 'On to the sand' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Recondition Gate heap');
    await accessible(page);
    await page.getByRole('button', { name: 'Begin', exact: true }).click();
    const due = page.getByRole('region', { name: 'The step that is due' });
    await expect(due).toContainText('Step 1 of');
    await due.getByRole('button', { name: 'Skip' }).click();
    await due.getByLabel('Why?').fill('one mold only');
    await due.getByRole('button', { name: 'Skip it' }).click();
    await expect(due).toContainText('Step 2 of');
    await page.reload();
    await ready(page);
    await expect(due).toContainText('Step 2 of');
    const splashed = (await state(request, heap)).composition_kg.water;
    const number = async () =>
      (await due.count()) === 0 ? 0 : Number(/Step (\d+) of/.exec((await due.textContent()) ?? '')?.[1] ?? 0);
    for (let at = await number(); at > 0; at = await number()) {
      await due.getByRole('button', { name: 'Done' }).click();
      await expect.poll(number).not.toBe(at);
    }
    await expect(page.getByRole('region', { name: 'What is left' })).toBeVisible();
    expect((await state(request, heap)).composition_kg.water).toBeGreaterThanOrEqual(splashed);
    await page.getByRole('button', { name: 'The casting is over' }).click();
    await open(page, `/sessions/${day}`);
    await expect(page.getByText('the stream broke while it was poured')).toBeVisible();
    await page.getByLabel('What the next casting should know').fill('Keep the lip low.');
    await page.getByRole('button', { name: 'Save the lessons' }).click();
    await expect(page.getByText('Kept with the day.')).toBeVisible();
    await accessible(page);
    await open(page, '/journal?words=lip+low');
    await expect(page.getByRole('link', { name: /Latches/ })).toBeVisible();
    await open(page, '/journal?words=cold-shut');
    await expect(page.getByRole('link', { name: /scrap, cold shut/ })).toBeVisible();
    await page.getByRole('link', { name: 'Wall of castings' }).click();
    await expect(page.getByRole('link', { name: /scrap: cold shut/ })).toBeVisible();
    await accessible(page);
    await open(page, '/journal?words=nothing-like-it');
    await expect(page.getByRole('link', { name: /Latches/ })).toHaveCount(0);
  });
});

test('gating of one’s own is judged as it is typed, in inches, and kept with the mold', async ({
  page,
  request,
  context,
  brunkel
}) => {
  const cookie = encodeURIComponent(JSON.stringify({ units: 'us', mode: 'light' }));
  await context.addCookies([{ name: 'preferences', value: cookie, url: brunkel.url }]);
  await mixedHeap(request, 'Gate heap');
  const { mold } = await closedMold(request);
  await open(page, `/mold/${mold}/gating`);
  await expect(page.getByText(/^\d\/\d+ in dowel$/).first()).toBeVisible();
  await page.getByLabel('Thinnest wall').fill('0.06 in');
  await expect(page.getByText(/thinner than this metal runs/)).toBeVisible();
  await page.getByLabel('Gates').fill('1');
  await page.getByLabel('Width of a gate').fill('0.1 in');
  await page.getByLabel('Height of a gate').fill('0.1 in');
  await expect(page.getByText(/Metal comes through the gates at/)).toBeVisible();
  await accessible(page);
  await page.reload();
  await ready(page);
  // What was typed is there still, though nobody wrote it down.
  await expect(page.getByLabel('Thinnest wall')).toHaveValue('0.06 in');
  await page.getByRole('button', { name: 'Save it with the mold' }).click();
  await expect(page.getByText('Written down with the mold.')).toBeVisible();
  const { items } = await (await request.get('/api/v1/sessions')).json();
  expect(items[0].molds[0].gating).toMatchObject({ wall_mm: 1.524, ingates: 1 });
  await page.getByLabel('Gates').fill('99');
  await page.getByRole('button', { name: 'Save it with the mold' }).click();
  await expect(page.getByText(/1 to 40/)).toBeVisible();
});

test('an alloy of one’s own melts as its parts say, and a furnace below the range never pours', async ({
  page,
  request
}) => {
  await mixedHeap(request, 'Gate heap');
  const { mold } = await closedMold(request);
  await open(page, '/alloys');
  await page.getByLabel('What it is called').fill('Shed bronze');
  await page.getByLabel('Poured from').fill('900');
  await page.getByRole('button', { name: 'Put it on the list' }).click();
  await expect(page.getByText(/above its melting range/)).toBeVisible();
  await page.getByLabel('Poured from').fill('1120');
  await page.getByLabel(/^Part 1\s*\(/).fill('Copper');
  await page.getByLabel('Part 1, %').fill('90');
  await page.getByLabel('Part 1 melts at').fill('1085');
  await page.getByLabel(/^Part 2\s*\(/).fill('Tin');
  await page.getByLabel('Part 2, %').fill('5');
  await page.getByLabel('Part 2 melts at').fill('232');
  await page.getByRole('button', { name: 'Put it on the list' }).click();
  await expect(page.getByText(/parts of an alloy make up 100/)).toBeVisible();
  await page.getByLabel('Part 2, %').fill('10');
  await page.getByRole('button', { name: 'Put it on the list' }).click();
  await expect(page.getByText('Shed bronze is on the list.')).toBeVisible();
  await accessible(page);
  await open(page, `/mold/${mold}/gating`);
  await page.getByLabel('Poured of').selectOption('Shed bronze');
  await page.getByRole('button', { name: 'Save it with the mold' }).click();
  await expect(page.getByText('Written down with the mold.')).toBeVisible();
  await open(page, '/pour');
  await expect(page.getByText(/of Copper, then .* of Tin/)).toBeVisible();
  await page.getByLabel('It is set to').fill('840');
  await expect(page.getByText(/it never melts/)).toBeVisible();
  await page.getByRole('combobox', { name: /Furnace/ }).selectOption('gas burner');
  await expect(page.getByText(/From cold about/)).toBeVisible();
  await page.getByRole('textbox', { name: /The crucible holds/ }).fill('0.05 L');
  await expect(page.getByText(/wants more than one crucible/)).toBeVisible();

  await page.getByText('What metal is this piece?').click();
  await page.getByRole('textbox', { name: /The piece weighs/ }).fill('178 g');
  await page.getByRole('textbox', { name: /The pot shows/ }).fill('100 g');
  await expect(page.getByText('Keep it out of the crucible.')).toBeVisible();
  await expect(page.getByText('magnesium', { exact: true })).toBeVisible();
  await page.getByRole('textbox', { name: /The crucible holds/ }).fill('1 L');
  await page.getByText('What is charged').click();
  await page.getByRole('textbox', { name: 'Chips and swarf, %' }).fill('100');
  await expect(page.getByText(/can lose up to 9\s?%: keep another/)).toBeVisible();
  await expect(page.getByText('Not for food.')).toBeVisible();
  // Cans are of aluminium: no bronze is made of them.
  await expect(page.getByRole('textbox', { name: 'Drink cans, %' })).toHaveCount(0);
  await accessible(page);

  // Bronze by the book, made up of its metals: the copper comes first, and so does its heat.
  const [latest] = (await (await request.get('/api/v1/sessions')).json()).items as { id: number }[];
  const { molds } = (await (await request.get(`/api/v1/sessions/${latest!.id}`)).json()) as {
    molds: { id: number; version: number }[];
  };
  const { version } = molds.find(({ id }) => id === mold)!;
  const changed = await request.patch(`/api/v1/sessions/${latest!.id}/molds/${mold}`, {
    data: { metal: 'tin-bronze', alloy_id: null, version }
  });
  expect(changed.ok(), await changed.text()).toBe(true);
  await open(page, '/pour');
  await page.getByText('Make it up from copper and tin').click();
  await expect(page.getByText(/of copper, then .* of tin/)).toBeVisible();
  await page.getByLabel('It is set to').fill('1100');
  await expect(page.getByText(/Too cold to melt its copper first/)).toBeVisible();
  await page.getByLabel('It is set to').fill('1240');
  await expect(page.getByText(/Right for this metal/)).toBeVisible();
  await page.getByRole('button', { name: 'Log the melt' }).click();
  await expect(page.getByText('The melt is written down.').first()).toBeVisible();
  await open(page, '/pour');
  await expect(page.getByText(/of copper, then .* of tin/)).toBeVisible();
});

test('a server that is killed in the middle loses no step and no wait', async ({ page, request }) => {
  const folder = mkdtempSync(join(tmpdir(), 'brunkel-turn-'));
  let server = await serve(folder);
  const port = new URL(server.url).port;
  await mixedHeapAt(server.url);
  const { day, mold } = await closedMold(request, server.url);
  const post = (path: string, data: object) =>
    fetch(`${server.url}/api/v1${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(data)
    });
  for (const ticked of tickedSteps([mold]))
    expect(
      (
        await post(`/sessions/${day}/steps`, {
          ...ticked,
          state: 'done',
          at: now()
        })
      ).status
    ).toBe(201);
  const { version } = await (await fetch(`${server.url}/api/v1/sessions/${day}`)).json();
  expect(
    (
      await fetch(`${server.url}/api/v1/sessions/${day}`, {
        method: 'PATCH',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ version, melt: { charged_kg: 1.2, melt_c: 740, melt_at: now() } })
      })
    ).status
  ).toBe(200);
  expect(
    (await post(`/sessions/${day}/pours`, { mold_id: mold, at: now(), pour_c: 740, seconds: 4 })).status
  ).toBe(201);
  await server.end('SIGKILL');
  server = await serve(folder, { PORT: port });
  await page.goto(`${server.url}/pour`);
  await ready(page);
  const wait = page.getByRole('region', { name: 'Leave them shut' });
  await expect(wait).toContainText('mold 1');
  await wait.getByRole('button', { name: 'Ring when it may be opened' }).click();
  // What comes last is there: of a server that is gone no page has more than what it has fetched.
  await expect(page.locator('[data-scope="toast"][data-part="group"]')).toBeAttached();
  await expect(page.getByRole('radio', { name: 'lb' }).first()).toBeAttached();
  await server.end('SIGKILL');
  server = await serve(folder, { PORT: port });
  await page.reload();
  await ready(page);
  await expect(wait.getByRole('button', { name: 'It will ring here' })).toBeVisible();
  const kept = (await (await fetch(`${server.url}/api/v1/sessions/${day}`)).json()) as {
    steps: { state: string }[];
  };
  expect(kept.steps.filter(({ state: is }) => is === 'done')).toHaveLength(1 + tickedSteps([mold]).length);
  await server.end();
  rmSync(folder, { recursive: true, force: true });
});

/** A heap of sand in temper, at a server of its own. */
async function mixedHeapAt(url: string): Promise<void> {
  const post = async (path: string, data: object) => {
    const answer = await fetch(`${url}/api/v1${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(data)
    });
    expect(answer.status, await answer.text()).toBe(201);
  };
  await post('/heaps', { name: 'Gate heap', system: 'water', binder: 'sodium-bentonite' });
  await post('/heaps/1/entries', {
    kind: 'bought',
    at: hoursAgo(1),
    kg: 30,
    moisture_percent: 2.9,
    active_clay_percent: 8,
    confirmed: true
  });
  await post('/heaps/1/tests', { kind: 'moisture', at: hoursAgo(0.5), pan_g: 0, wet_g: 100, dry_g: 97.1 });
}
