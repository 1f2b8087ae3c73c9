import type { Page } from '@playwright/test';
import { NEXT_DAY, NEXT_MOLDS } from '../src/lib/server/demo/scenario';
import { accessible, expect, ready, test as base } from './brunkel';

/** Every page there is, on the demo's records. */
const PAGES = [
  '/',
  '/mix',
  '/temper',
  '/stock',
  '/stock/new',
  '/stock/1',
  '/stock/2/test',
  '/stock/2/test/moisture',
  '/stock/4/test/moisture',
  '/flasks?length=180&width=120&height=25',
  '/flasks/new',
  '/flasks/1',
  '/patterns',
  '/patterns/new',
  '/patterns/1',
  '/patterns/2/edit',
  '/patterns/6',
  '/mold',
  '/mold?pattern=3&metal=tin-bronze',
  `/mold/${NEXT_MOLDS[0]}`,
  `/mold/${NEXT_MOLDS[0]}/gating`,
  `/mold/${NEXT_MOLDS[0]}/freeze`,
  '/pour',
  '/shake-out',
  '/sessions/1',
  `/sessions/${NEXT_DAY}`,
  '/alloys',
  '/trials',
  '/trials/1',
  '/journal',
  '/handbook',
  '/records',
  '/hands',
  '/heaps/new',
  '/heaps/1',
  '/heaps/2',
  '/heaps/3',
  '/heaps/1/mix',
  '/heaps/2/mix',
  '/heaps/1/log',
  '/heaps/1/ledger',
  '/heaps/1/entries/2',
  '/heaps/1/renew',
  '/heaps/1/recondition',
  '/heaps/2/recondition',
  '/heaps/1/drying',
  '/heaps/1/temper-curve',
  '/heaps/1/learned',
  '/heaps/1/charts',
  '/heaps/1/what-if',
  '/plan',
  '/trainer',
  '/trainer?training=mold',
  '/trainer?training=word',
  '/year',
  '/handbook/temper',
  '/handbook/shake-out',
  '/handbook/mold#how-uneven-pattern',
  '/handbook/pour#how-melt',
  '/year?defect=misrun',
  '/journal?view=wall',
  '/journal?words=misrun',
  '/heaps/1/settings',
  '/heaps/1/test',
  '/heaps/1/test/squeeze',
  '/heaps/2/test/squeeze',
  '/heaps/1/test/moisture',
  '/heaps/1/test/permeability',
  '/heaps/1/test/sieve',
  '/heaps/1/test/methylene-blue',
  '/heaps/compare?first=1&second=3'
];

const LOOKS = [
  { size: 'desk', units: 'metric' },
  { size: 'phone', units: 'us' }
] as const;

/** Pages that are looked at one after the other, so that both workers have some. */
const AT_A_TIME = 6;
const stretches = Array.from({ length: Math.ceil(PAGES.length / AT_A_TIME) }, (_, i) =>
  PAGES.slice(i * AT_A_TIME, (i + 1) * AT_A_TIME)
);

/** Nothing reaches beyond the page, nor out of the ticket that it lies on. */
async function withinItsBounds(page: Page): Promise<void> {
  const beyond = await page.evaluate(() => {
    const out: string[] = [];
    if (document.documentElement.scrollWidth > window.innerWidth + 1)
      out.push(`the page is ${document.documentElement.scrollWidth} px wide`);
    for (const ticket of document.querySelectorAll('.ticket'))
      if (ticket.scrollWidth > ticket.clientWidth + 1)
        out.push(`${ticket.getAttribute('aria-label')}: ${ticket.scrollWidth} px on ${ticket.clientWidth}`);
    return out;
  });
  expect(beyond).toEqual([]);
}

/** Words of the craft as its books have them; each that stands on any page is explained in the handbook. */
const CRAFT = [
  'activator',
  'bars',
  'basin',
  'bentonite',
  'binder',
  'blow',
  'bottom board',
  'butt',
  'choke',
  'clay wash',
  'cold shut',
  'compactability',
  'contraction',
  'cope',
  'core',
  'crucible',
  'dead clay',
  'draft',
  'drag',
  'drop-out',
  'dross',
  'facing',
  'backing',
  'fineness',
  'fines',
  'flask',
  'gate',
  'green compression',
  'green strength',
  'heel',
  'ignition',
  'ingate',
  'liquidus',
  'lifeless',
  'methylene blue',
  'misrun',
  'modulus',
  'moisture',
  'mull',
  'organoclay',
  'parting',
  'pattern',
  'peen',
  'permeability',
  'pins',
  'rap',
  'renewal',
  'riddle',
  'riser',
  'runner',
  'scab',
  'shake out',
  'shatter',
  'shrinkage',
  'solidus',
  'splash',
  'sprue',
  'squeeze',
  'strike off',
  'superheat',
  'temper',
  'trap',
  'undercut',
  'vent'
];

/** Figures of a page, but those said twice to the eye alone, that neither lead to the handbook themselves nor stand in a row or table whose name does. */
const unexplained = () =>
  [...document.querySelectorAll<HTMLElement>('main .figure')]
    .filter(
      (figure) =>
        figure.offsetParent && !figure.closest('a, button, summary, label, [role=timer], [aria-hidden=true]')
    )
    .map((figure) => ({ figure, row: figure.closest('dl > div, li, tr, p') ?? figure.parentElement! }))
    .filter(
      ({ figure, row }) =>
        !row.querySelector('a[href^="/handbook"]') &&
        !figure.closest('table')?.querySelector('th a[href^="/handbook"]')
    )
    .map(({ row }) => (row.textContent ?? '').replace(/\s+/g, ' ').slice(0, 80));

/** What the handbook explains, and the places that one may be led to in it. */
interface Handbook {
  explained: string;
  places: ReadonlySet<string>;
}

const test = base.extend<object, { handbook: Handbook }>({
  handbook: [
    async ({ browser, shed }, use) => {
      const page = await browser.newPage();
      const places = new Set<string>();
      let explained = '';
      for (const chapter of ['', '/mix', '/temper', '/mold', '/pour', '/shake-out', '/recondition']) {
        await page.goto(`${shed.url}/handbook${chapter}`);
        const ids = await page.locator('[id]').evaluateAll((all) => all.map(({ id }) => id));
        for (const id of ids) places.add(`/handbook${chapter}#${id}`);
        // The names and meanings of words, tests and defects; not whatever else may mention them.
        const texts = await page.locator('dt, dd, [id^=test-], [id^=defect-]').allTextContents();
        explained += texts.join('\n').toLowerCase();
      }
      await page.close();
      await use({ explained, places });
    },
    { scope: 'worker' }
  ]
});

// No server of their own: one that serves the demo to all of them.
test.use({ baseURL: async ({ shed }, use) => use(shed.url) });

/** Every word of the craft and every figure on a page is explained in the handbook, and each link into it leads somewhere. */
async function allExplained(page: Page, { explained, places }: Handbook): Promise<void> {
  const text = (await page.locator('main').innerText()).toLowerCase();
  const unknown = CRAFT.filter(
    (word) =>
      new RegExp(`\\b${word}(s|es)?\\b`).test(text) &&
      !new RegExp(`\\b${word}(s|es|ed|ing)?\\b`).test(explained)
  );
  expect(unknown).toEqual([]);
  expect(await page.evaluate(unexplained)).toEqual([]);
  const leads = await page
    .locator('a[href^="/handbook"][href*="#"]')
    .evaluateAll((all) => all.map((each) => each.getAttribute('href')!));
  expect(leads.filter((href) => !places.has(href))).toEqual([]);
}

for (const { size, units } of LOOKS)
  for (const pages of stretches)
    test(`${size}, ${units} units, nothing for axe, nothing out of bounds, all explained: ${pages.join(' ')}`, async ({
      page,
      shed,
      handbook
    }) => {
      // Colours that are still on their way from one theme to the other are nobody's colours.
      await page.emulateMedia({ reducedMotion: 'reduce' });
      await page.setViewportSize(
        size === 'desk' ? { width: 1280, height: 800 } : { width: 390, height: 844 }
      );
      const cookie = encodeURIComponent(JSON.stringify({ units, mode: 'light' }));
      await page.context().addCookies([{ name: 'preferences', value: cookie, url: shed.url }]);
      for (const [i, path] of pages.entries())
        await test.step(path, async () => {
          const answer = await page.goto(path);
          expect(answer!.status()).toBe(200);
          await ready(page);
          // The phone lays out anew what the desk shows, in its colours: of each stretch one page is enough for them.
          const colours = size === 'desk' || i === 0;
          await accessible(page, colours ? 'all' : 'but-colours');
          await withinItsBounds(page);
          if (size === 'desk' && !path.startsWith('/handbook')) await allExplained(page, handbook);
          if (!colours) return;
          // Between the two themes only the colours differ.
          await page.evaluate(() => (document.documentElement.dataset.mode = 'dark'));
          await accessible(page, 'colours');
        });
    });

test('what is explained is looked for where it stands: words, figures and links of the heap page', async ({
  page,
  handbook
}) => {
  // A check that finds none of them checks nothing.
  await page.goto('/heaps/1');
  await ready(page);
  const text = (await page.locator('main').innerText()).toLowerCase();
  expect(CRAFT.filter((word) => text.includes(word)).length).toBeGreaterThan(5);
  expect(CRAFT.filter((word) => handbook.explained.includes(word)).length).toBeGreaterThan(50);
  expect(await page.locator('main .figure').count()).toBeGreaterThan(5);
  expect(await page.locator('a[href^="/handbook"][href*="#"]').count()).toBeGreaterThan(2);
});

test('what lies over a page: palette, places, keys and an explained word', async ({ page }) => {
  await page.goto('/heaps/1/mix');
  await ready(page);
  const word = page.getByRole('link', { name: 'What is “Parts per 100 of dry sand”?' });
  await word.click();
  const explained = page.getByRole('dialog', { name: 'Parts per 100 (phs)' });
  await expect(explained).toContainText('8 kg on 100 kg of sand');
  await accessible(page);
  await page.keyboard.press('Escape');
  await expect(explained).toHaveCount(0);
  await expect(word).toBeFocused();
  for (const [key, name] of [
    ['/', 'Go anywhere'],
    ['?', 'Keys']
  ] as const) {
    await page.keyboard.press(key);
    const open = page.getByRole('dialog');
    await expect(open, name).toBeVisible();
    await accessible(page);
    await page.keyboard.press('Escape');
    await expect(open).toHaveCount(0);
  }
});

test('without a script a word leads to the handbook', async ({ browser, shed }) => {
  const context = await browser.newContext({ javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto(`${shed.url}/heaps/1/mix`);
  await page.getByRole('link', { name: 'What is “Parts per 100 of dry sand”?' }).click();
  await expect(page).toHaveURL(/handbook#word-phs$/);
  await context.close();
});
