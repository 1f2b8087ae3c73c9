/** npm run backup, restore, export, import, passphrase: what is done with the records as a whole. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureInstalled } from './installing.mjs';
import { DATA, ROOT } from './preflight.mjs';

const [what, ...rest] = process.argv.slice(2);
await ensureInstalled();
const tsx = join(ROOT, 'node_modules/tsx/dist/cli.mjs');
const script = what === 'passphrase' ? 'passphrase.ts' : 'keep.ts';
const words = what === 'passphrase' ? [DATA] : [what, DATA, ...rest];
const { status } = spawnSync(process.execPath, [tsx, join(ROOT, 'scripts', script), ...words], {
  stdio: 'inherit',
  // Names of files are meant from where the command was given.
  env: { ...process.env, BRUNKEL_FROM: process.env.INIT_CWD ?? process.cwd() }
});
process.exit(status ?? 1);
