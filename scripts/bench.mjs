/** npm run bench: the performance table; fails when a target is missed. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureReady } from './building.mjs';
import { ROOT } from './preflight.mjs';

await ensureReady({ tests: true });
const { status } = spawnSync(
  process.execPath,
  [join(ROOT, 'node_modules/tsx/dist/cli.mjs'), join(ROOT, 'bench/run.ts')],
  {
    cwd: ROOT,
    stdio: 'inherit'
  }
);
process.exit(status ?? 1);
