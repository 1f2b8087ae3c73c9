/**
 * Walks every page of a Brunkel that is served at an address, as somebody would who follows every link: `tsx
 * scripts/walk.ts URL [empty | files]`, where the records are empty, or their files alone are asked for. Ends with 1, and says where, when anything is not answered, a picture does not show, a
 * page complains in the console, a file that the records name is not served whole, or a page is led to from nowhere.
 */
import { createHash } from 'node:crypto';
import { readdirSync } from 'node:fs';
import { chromium, type BrowserContext, type Page } from '@playwright/test';
import { DRAWING } from './chromium';

const [url, how] = process.argv.slice(2) as [string, string | undefined];
const empty = how === 'empty';
/** Of pages that differ by their record alone, as many are looked at. */
const ALIKE = 2;
const AT_ONCE = 2;

const wrong: string[] = [];

/** The pages there are, as patterns of their addresses. */
const routes = readdirSync('src/routes', { recursive: true, encoding: 'utf8' })
  .filter((path) => path.endsWith('+page.svelte'))
  .map((path) => `/${path.replace(/\/?\+page\.svelte$/, '')}`.replace(/\/\([^)]*\)/g, ''))
  .map((path) => ({ path, pattern: new RegExp(`^${path.replace(/\[[^\]]+\]/g, '[^/]+')}$`) }))
  // Where an address fits two, the one that names it.
  .sort((a, b) => a.path.split('[').length - b.path.split('[').length);
const routeOf = (pathname: string) => routes.find(({ pattern }) => pattern.test(pathname));

// One is sent to the second, never led there.
const waiting = ['/', '/sign-in'];
const known = new Set(waiting);
const reached = new Map(waiting.map((path) => [`${path}?`, 1]));

/** Which pages count as alike: the same route, asked with the same words. */
function kindOf(address: string): string {
  const { pathname, searchParams } = new URL(address, url);
  return `${routeOf(pathname)?.path ?? pathname}?${[...searchParams.keys()].sort().join('&')}`;
}

function hear(address: string): void {
  const { origin, pathname, search } = new URL(address, url);
  const path = pathname + search;
  if (origin !== new URL(url).origin || known.has(path)) return;
  known.add(path);
  const kind = kindOf(path);
  const times = (reached.get(kind) ?? 0) + 1;
  reached.set(kind, times);
  if (times <= ALIKE) waiting.push(path);
}

/** A pair of eyes: one page that goes from address to address, and hears what each complains of. */
async function walker(context: BrowserContext): Promise<(path: string) => Promise<void>> {
  const page = await context.newPage();
  let at = '';
  page.on('pageerror', (error) => wrong.push(`${at}: ${error.message}`));
  page.on('console', (message) => {
    if (message.type() === 'error') wrong.push(`${at} complains: ${message.text()}`);
  });
  page.on('response', (answer) => {
    if (answer.status() >= 400) wrong.push(`${at}: ${answer.url()} answers ${answer.status()}`);
  });
  return async (path) => {
    at = path;
    try {
      if (routeOf(new URL(path, url).pathname)) await look(page, path);
      else await take(context, path);
    } catch (thrown) {
      wrong.push(`${path}: ${(thrown as Error).message.split('\n')[0]}`);
    }
  };
}

/** What is no page is only taken. */
async function take(context: BrowserContext, path: string): Promise<void> {
  const answer = await context.request.get(url + path);
  if (!answer.ok()) wrong.push(`${path} answers ${answer.status()}`);
}

/** Every picture shows, those further down too; a body is drawn where there is one. */
async function look(page: Page, path: string): Promise<void> {
  await page.goto(url + path);
  await page.waitForFunction(() => document.documentElement.dataset.ready === 'yes');
  for (const href of await page
    .locator('a[href]')
    .evaluateAll((all) => all.map((each) => (each as HTMLAnchorElement).href)))
    hear(href);
  const blind = await page.evaluate(async () => {
    const pictures = [...document.images];
    for (const each of pictures) each.loading = 'eager';
    await Promise.all(pictures.map((each) => each.decode().catch(() => undefined)));
    return pictures.filter((each) => each.naturalWidth === 0).map((each) => each.currentSrc || each.src);
  });
  for (const src of blind) wrong.push(`${path}: the picture ${src} does not show`);
  pictures += await page.locator('img').count();
  const body = page.getByRole('button', { name: 'Show it in three dimensions' });
  if ((await body.count()) === 0) return;
  await body.click();
  await page.getByLabel('Which way up').waitFor();
  await page.locator('canvas').first().waitFor();
  bodies += 1;
}
let pictures = 0;
let bodies = 0;

/** Every file that the records name is served, and is what its name says. */
async function takeFiles(): Promise<number> {
  const text = await (await fetch(`${url}/api/v1/records/export.jsonl`)).text();
  const files = text
    .trim()
    .split('\n')
    .slice(1)
    .map((line) => JSON.parse(line) as { table: string; row: { hash: string; media: string } })
    .filter(({ table }) => table === 'files');
  for (const { row } of files) {
    const answer = await fetch(`${url}/api/v1/files/${row.hash}`);
    const content = Buffer.from(await answer.arrayBuffer());
    if (createHash('sha256').update(content).digest('hex') !== row.hash)
      wrong.push(`file ${row.hash.slice(0, 12)} (${row.media}) is not what its name says (${answer.status})`);
  }
  return files.length;
}

/** From the first page on, wherever links lead. */
async function walkAll(): Promise<void> {
  const browser = await chromium.launch(DRAWING);
  try {
    const context = await browser.newContext({ serviceWorkers: 'block', reducedMotion: 'reduce' });
    const visits = await Promise.all(Array.from({ length: AT_ONCE }, () => walker(context)));
    let seen = 0;
    const walk = async (visit: (path: string) => Promise<void>) => {
      for (let path = waiting.shift(); path !== undefined; path = waiting.shift()) {
        seen += 1;
        await visit(path);
      }
    };
    // Alone at first: what the others are to look at is led to from there.
    await visits[0]!(waiting.shift()!);
    await Promise.all(visits.map(walk));
    console.log(
      `walked ${seen + 1} pages and what they offer: ${pictures} pictures, ${bodies} bodies in three dimensions`
    );
  } finally {
    await browser.close();
  }
  if (empty) return;
  const paths = new Set([...reached.keys()].map((kind) => kind.split('?')[0]));
  for (const { path } of routes) if (!paths.has(path)) wrong.push(`no link leads to ${path}`);
  if (pictures === 0) wrong.push('no page shows a picture');
  if (bodies === 0) wrong.push('no pattern was seen in three dimensions');
}

const files = await takeFiles();
if (files === 0 && !empty) wrong.push('no photo and no mesh is on record');
else console.log(`took ${files} photos and meshes`);
if (how !== 'files') await walkAll();
for (const each of new Set(wrong)) console.error(`✗ ${each}`);
process.exitCode = wrong.length === 0 ? 0 : 1;
