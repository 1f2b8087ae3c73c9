/// <reference types="@sveltejs/kit" />
/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
/**
 * What makes Brunkel work without its server where the page is secure: its parts are kept with each version, and the last
 * state of every page that matters is kept as it was read. Nothing is ever written here: what is typed waits in the outbox.
 */
import { nowMs } from '$core/time/now';
import { build, files, version } from '$service-worker';
import { LISTS, keepable, pageOf, pagesToKeep, plainKey } from '$lib/workers/kept-pages';

// The types of a service worker's own scope are not those of a window.
const worker = self as unknown as ServiceWorkerGlobalScope;
const PARTS = `parts-${version}`;
const PAGES = 'pages';
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
  event.respondWith(
    fetch(request).then(
      (response) => {
        if (
          request.mode === 'navigate' &&
          response.redirected &&
          new URL(response.url).pathname === '/sign-in'
        )
          event.waitUntil(forget());
        else if (response.ok && !response.redirected) event.waitUntil(keep(pageOf(url)));
        return response;
      },
      async () => {
        const kept = await (await caches.open(PAGES)).match(plainKey(url));
        return kept ?? (request.mode === 'navigate' ? unreachable() : Response.error());
      }
    )
  );
});

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
    return response?.ok ? ((await response.json()) as { items: { id: number }[] }).items : [];
  };
  const heaps = await read('/api/v1/heaps');
  const sessions = await read('/api/v1/sessions?limit=3');
  for (const list of LISTS) await keep(list);
  for (const path of pagesToKeep(
    heaps.map(({ id }) => id),
    sessions.map(({ id }) => id)
  ))
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
    if (!response?.ok || response.redirected) continue;
    const cache = await caches.open(PAGES);
    if (forgotten === before) await cache.put(each, response);
  }
}

/** Where nothing was kept. */
function unreachable(): Response {
  const html = `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Out of reach · Brunkel</title><body style="font:1.1rem system-ui;background:#efe8db;color:#2b2622;margin:2rem;max-width:34rem">
<h1>Out of reach of Brunkel</h1><p>This page was never opened here, so it is not kept on this device. These are:</p>
<p><a href="/">Bench</a> · <a href="/temper">Temper</a> · <a href="/pour">Pour</a> · <a href="/plan">Plan</a> · <a href="/handbook">Handbook</a></p>`;
  return new Response(html, { status: 503, headers: { 'content-type': 'text/html; charset=utf-8' } });
}
