/// <reference types="@sveltejs/kit" />
/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
/**
 * What makes Brunkel work without its server where the page is secure: its parts are kept with each version, and the last
 * state of every page that matters is kept as it was read. Nothing is ever written here: what is typed waits in the outbox.
 */
import { nowIso, nowMs } from '$core/time/now';
import { build, files, version } from '$service-worker';
import {
  KEPT_AT,
  LISTS,
  PAGES,
  keepable,
  pageOf,
  pageOfData,
  pagesToKeep,
  plainKey,
  waysOn,
  type Given
} from '$lib/workers/kept-pages';

// The types of a service worker's own scope are not those of a window.
const worker = self as unknown as ServiceWorkerGlobalScope;
const PARTS = `parts-${version}`;
/** A page is not fetched again for keeping within this, ms: long enough for one visit, short enough for what is logged next. */
const FRESH_MS = 5000;
const fetched = new Map<string, number>();

worker.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(PARTS)
      .then((cache) => cache.addAll([...build, ...files]))
      // The parts of the version before stay for pages that are open: nothing typed there is lost.
      .then(() => worker.skipWaiting())
  );
});

worker.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      const parts = (await caches.keys()).filter((name) => name.startsWith('parts-'));
      for (const name of parts.slice(0, -2)) if (name !== PARTS) await caches.delete(name);
      await worker.clients.claim();
      await keepAll();
    })()
  );
});

worker.addEventListener('message', (event) => {
  if (event.data === 'keep') event.waitUntil(keepAll());
  if (event.data === 'forget') event.waitUntil(forget());
});

worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== worker.location.origin) return;
  if (
    build.includes(url.pathname) ||
    files.includes(url.pathname) ||
    url.pathname.startsWith('/_app/immutable/')
  ) {
    event.respondWith(caches.match(url.pathname).then((kept) => kept ?? fetch(request)));
    return;
  }
  if (!keepable(url, request.headers.get('accept') ?? '')) return;
  const navigates = request.mode === 'navigate';
  event.respondWith(
    fetch(request).then(
      (response) => {
        if (navigates && response.redirected && new URL(response.url).pathname === '/sign-in')
          event.waitUntil(forget());
        else if (response.ok && !response.redirected) event.waitUntil(keep(pageOf(url)));
        if (!navigates) event.waitUntil(tell(event.clientId, url, null));
        return response;
      },
      async () => {
        const kept = await (await caches.open(PAGES)).match(plainKey(url));
        if (!kept) return navigates ? unreachable() : Response.error();
        if (kept.status === 303) return kept;
        const kept_at = readAt(kept);
        if (navigates) return dated(kept, kept_at);
        await tell(event.clientId, url, kept_at);
        return kept;
      }
    )
  );
});

/** When a kept page was read; one that a version before kept says only when its server sent it. */
function readAt({ headers }: Response): string {
  return headers.get(KEPT_AT) ?? new Date(headers.get('date') ?? 0).toISOString();
}

/** Tells a page how old the figures are that it was given. */
async function tell(client: string, url: URL, kept_at: string | null): Promise<void> {
  const given: Given = { given: pageOfData(url), kept_at };
  (await worker.clients.get(client))?.postMessage(given);
}

/** A kept page that knows how old it is from its first line on. */
async function dated(kept: Response, kept_at: string): Promise<Response> {
  const html = (await kept.text()).replace('<html ', `<html data-kept="${kept_at}" `);
  return new Response(html, { status: kept.status, headers: kept.headers });
}

/** How often all was let go of: what was asked for before that is not kept after it. */
let forgotten = 0;

/** Lets go of all pages: this device is not signed in. */
async function forget(): Promise<void> {
  forgotten += 1;
  kept_all = -Infinity;
  fetched.clear();
  await caches.delete(PAGES);
}

/** All are looked at again after this, ms. */
const AGAIN_MS = 15 * 60_000;
let kept_all = -Infinity;

/** Keeps every page that is wanted without the server: the heaps and the casting that is on are asked for first. */
async function keepAll(): Promise<void> {
  if (nowMs() - kept_all < AGAIN_MS) return;
  kept_all = nowMs();
  const read = async (path: string) => {
    const response = await fetch(path).catch(() => null);
    return response?.ok ? ((await response.json()) as { items: { id: number; stage?: string }[] }).items : [];
  };
  const heaps = await read('/api/v1/heaps');
  const sessions = await read('/api/v1/sessions?limit=3');
  const molds: { id: number }[] = [];
  for (const { id, stage } of sessions)
    if (stage !== 'done') molds.push(...(await read(`/api/v1/sessions/${id}/molds`)));
  for (const list of LISTS) await keep(list);
  const ids = (of: readonly { id: number }[]) => of.map(({ id }) => id);
  for (const path of pagesToKeep({ heaps: ids(heaps), sessions: ids(sessions), molds: ids(molds) }))
    await keep(path);
  for (const client of await worker.clients.matchAll()) client.postMessage('kept');
}

/** Keeps a page and its figures, unless it was kept a moment ago. */
async function keep(path: string): Promise<void> {
  if (nowMs() - (fetched.get(path) ?? 0) < FRESH_MS) return;
  fetched.set(path, nowMs());
  const before = forgotten;
  const list = (LISTS as readonly string[]).includes(path);
  const [page = '/', search] = path.split('?');
  const data = `${page === '/' ? '' : page}/__data.json${search ? `?${search}` : ''}`;
  for (const each of list ? [path] : [path, data]) {
    const response = await fetch(each, {
      headers: { accept: each === path && !list ? 'text/html' : 'application/json' }
    }).catch(() => null);
    if (!response?.ok) continue;
    const to = new URL(response.url);
    if (response.redirected && to.pathname === '/sign-in') continue;
    const cache = await caches.open(PAGES);
    // With one heap its stages lead to it: the way is kept, and the page where it ends with its heap.
    if (response.redirected) {
      if (forgotten === before) await cache.put(each, Response.redirect(to.href, 303));
      continue;
    }
    // Compressed it came, and plain it is kept: its length and coding are no longer those of its head.
    const headers = new Headers(response.headers);
    for (const name of ['content-encoding', 'content-length']) headers.delete(name);
    headers.set(KEPT_AT, nowIso());
    if (forgotten === before)
      await cache.put(each, new Response(await response.blob(), { status: 200, headers }));
  }
}

/** Where nothing was kept: what to open instead is what this device has. */
async function unreachable(): Promise<Response> {
  const kept = (await (await caches.open(PAGES)).keys()).map(({ url }) => plainKey(new URL(url)));
  const ways = waysOn(kept).map(([path, name]) => `<a href="${path}">${name}</a>`);
  const html = `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Out of reach · Brunkel</title><body style="font:1.1rem/1.6 system-ui;background:#efe8db;color:#2b2622;margin:2rem;max-width:34rem">
<style>a{display:inline-block;padding:.6rem .4rem;color:inherit}@media(prefers-color-scheme:dark){body{background:#231f1c!important;color:#efe8db!important}}</style>
<h1>Out of reach of Brunkel</h1><p>This page was never opened here, so this device has not kept it.</p>
<p>${ways.length > 0 ? `It has kept these:</p><p>${ways.join(' ')}` : 'Nothing else is kept yet. Try again once Brunkel is back.'}</p>`;
  return new Response(html, { status: 503, headers: { 'content-type': 'text/html; charset=utf-8' } });
}
