import { existsSync } from 'node:fs';
import type { LaunchOptions, Page } from '@playwright/test';

/** Debian's Chromium, wherever it is; BRUNKEL_CHROMIUM names another. */
const executablePath = [process.env.BRUNKEL_CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find(
  (path) => path && existsSync(path)
);

const ARGS = [
  '--no-sandbox',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync'
];
const started = (...more: string[]): LaunchOptions => ({
  ...(executablePath && { executablePath }),
  args: [...ARGS, ...more]
});

/** How tests and benches start Chromium; without a path there is none. */
export const LAUNCH = started('--disable-gpu');

/** The same, where bodies are drawn in three dimensions: by the processor. */
export const DRAWING = started(
  '--use-angle=swiftshader',
  '--enable-unsafe-swiftshader',
  '--ignore-gpu-blocklist'
);

/** From now on the page is on a phone at the far end of the garden: 400 ms there and back, 50 kB in a second. */
export async function atTheFarEnd(page: Page): Promise<void> {
  const session = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  await session.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: 400,
    downloadThroughput: 50_000,
    uploadThroughput: 50_000
  });
}
