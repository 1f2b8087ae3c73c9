import { clear } from 'idb-keyval';
import { PAGES } from '$lib/workers/kept-pages';
import { deviceStorage, type DeviceStorage } from '../draft/storage';

/** Lets go of the pages that this device keeps: whoever holds it is not signed in. */
export async function keepNoPages(): Promise<void> {
  if ('serviceWorker' in navigator) navigator.serviceWorker.controller?.postMessage('forget');
  if ('caches' in globalThis) await caches.delete(PAGES).catch(() => false);
}

/** Lets go of everything of the records that this device keeps: pages, what was typed and what waits, files. */
export async function keepNothing(storage: DeviceStorage = deviceStorage()): Promise<void> {
  await keepNoPages();
  storage.clear();
  await clear().catch(() => undefined);
}
