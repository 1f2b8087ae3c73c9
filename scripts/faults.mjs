/** npm run faults: tries to lose records, and to bring the server down; an hour at most. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureReady } from './building.mjs';
import { ROOT } from './preflight.mjs';

await ensureReady({ tests: true });
const tsx = join(ROOT, 'node_modules/tsx/dist/cli.mjs');
const { status } = spawnSync(process.execPath, [tsx, join(ROOT, 'faults/run.ts'), ...process.argv.slice(2)], {
  cwd: ROOT,
  stdio: 'inherit',
  // A soak takes as long as it was asked to.
  ...(!process.argv.includes('--soak') && { timeout: 3_600_000 })
});
process.exit(status ?? 1);
