import { existsSync } from 'node:fs';
import type { LaunchOptions } from '@playwright/test';

/** Debian's Chromium, wherever it is; BRUNKEL_CHROMIUM names another. */
const executablePath = [process.env.BRUNKEL_CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find(
  (path) => path && existsSync(path)
);

/** How tests and benches start Chromium; without a path there is none. */
export const LAUNCH: LaunchOptions = {
  ...(executablePath && { executablePath }),
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync'
  ]
};
