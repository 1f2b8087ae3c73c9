import { nowIso } from '$core/time/now';
import type { FreezeAnswer } from '$lib/schema/freeze';
import { KEPT_AT, PAGES } from '$lib/workers/kept-pages';

/** How a mold freezes, as this device last saw it worked out. */
export interface KeptFreezing {
  answer: FreezeAnswer;
  kept_at: string;
}

const keyOf = (mold_id: number) => `/mold/${mold_id}/freeze/answer`;

/** Keeps it with the pages of this device, and as long as they are; where the page is not secure, nothing is kept. */
export async function keepFreezing(mold_id: number, answer: FreezeAnswer): Promise<void> {
  if (!('caches' in globalThis)) return;
  const kept = new Response(JSON.stringify(answer), { headers: { [KEPT_AT]: nowIso() } });
  // A full device still shows what it was just told.
  await caches
    .open(PAGES)
    .then((pages) => pages.put(keyOf(mold_id), kept))
    .catch(() => undefined);
}

/** The last one of a mold; null where none was kept. */
export async function keptFreezing(mold_id: number): Promise<KeptFreezing | null> {
  if (!('caches' in globalThis)) return null;
  const kept = await caches.match(keyOf(mold_id), { cacheName: PAGES }).catch(() => undefined);
  if (!kept) return null;
  return { answer: (await kept.json()) as FreezeAnswer, kept_at: kept.headers.get(KEPT_AT)! };
}
