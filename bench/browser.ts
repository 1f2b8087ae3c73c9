import { existsSync } from 'node:fs';
import type { LaunchOptions } from '@playwright/test';

/** How the benches start Chromium; without a path there is none. */
export const LAUNCH: LaunchOptions = {
  executablePath: [process.env.BRUNKEL_CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find(
    (path) => path && existsSync(path)
  ),
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
