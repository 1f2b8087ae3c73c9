/** npm run demo: installs, builds, makes the demo records and serves them; the second time in seconds. */
import { cpSync, existsSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureReady } from './building.mjs';
import { DEMO_DATA, ROOT, ensureFreePort, ensureWritable } from './preflight.mjs';
import { orStop, working } from './working.mjs';

await ensureFreePort();
ensureWritable(DEMO_DATA);
await ensureReady({ compiled: () => fillDemo(DEMO_DATA) });
// Only now: it needs packages, and on a fresh machine there were none before.
const { serve } = await import('./serve.mjs');
await serve(DEMO_DATA, `Brunkel, with fourteen months of a made-up society’s sand (in ${DEMO_DATA})`);

/**
 * Fills beside and moves into place, so that an interrupted fill is never served. Records whose photos and meshes
 * were left behind by an earlier version get them back: the same demo has the same files on every day.
 */
async function fillDemo(folder) {
  const records = join(folder, 'brunkel.sqlite');
  const files = join(folder, 'files');
  const filled = existsSync(records);
  if (filled && existsSync(files)) return;
  const draft = join(folder, 'in-the-making');
  rmSync(draft, { recursive: true, force: true });
  await working(
    filled ? 'bringing back the demo’s photos and meshes' : 'making the demo records',
    process.execPath,
    [join(ROOT, 'node_modules/tsx/dist/cli.mjs'), join(ROOT, 'scripts/fill-demo.ts'), draft],
    { timeHint: 'less than a minute' }
  );
  orStop('making the demo records', () => {
    // Files first: records that name a file are never there without it.
    if (existsSync(files)) cpSync(join(draft, 'files'), files, { recursive: true });
    else renameSync(join(draft, 'files'), files);
    if (!filled) renameSync(join(draft, 'brunkel.sqlite'), records);
    rmSync(draft, { recursive: true, force: true });
  });
}
