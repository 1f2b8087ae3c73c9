/** npm run screenshots: draws the main views from the demo, at desk and phone size. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureReady } from './building.mjs';
import { ensureChromium } from './installing.mjs';
import { ROOT } from './preflight.mjs';

await ensureReady({ tests: true });
await ensureChromium();
const tsx = join(ROOT, 'node_modules/tsx/dist/cli.mjs');
const { status } = spawnSync(process.execPath, [tsx, 'scripts/screenshots.ts', ...process.argv.slice(2)], {
  cwd: ROOT,
  stdio: 'inherit'
});
process.exit(status ?? 1);
