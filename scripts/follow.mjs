/** npm run follow: robots do exactly what they are told, from an empty shed to the third reconditioning; 200 casting days. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureReady } from './building.mjs';
import { ROOT } from './preflight.mjs';

await ensureReady({ tests: true });
const tsx = join(ROOT, 'node_modules/tsx/dist/cli.mjs');
const { status } = spawnSync(process.execPath, [tsx, join(ROOT, 'follow/run.ts'), ...process.argv.slice(2)], {
  cwd: ROOT,
  stdio: 'inherit'
});
process.exit(status ?? 1);
