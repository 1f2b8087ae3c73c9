/** npm run demo: installs, builds, makes the demo records and serves them; the second time in seconds. */
import { existsSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import {
  DEMO_DATA,
  ROOT,
  ensureBuilt,
  ensureFreePort,
  ensureInstalled,
  ensureWritable,
  working
} from './preflight.mjs';
import { serve } from './serve.mjs';

await ensureFreePort();
ensureWritable(DEMO_DATA);
await ensureInstalled();
await ensureBuilt();
await fillDemo(DEMO_DATA);
await serve(DEMO_DATA, `Brunkel, with fourteen months of a made-up society’s sand (in ${DEMO_DATA})`);

/** Fills beside and moves into place, so that an interrupted fill is never served. */
async function fillDemo(folder) {
  if (existsSync(join(folder, 'brunkel.sqlite'))) return;
  const draft = join(folder, 'in-the-making');
  rmSync(draft, { recursive: true, force: true });
  await working(
    'making the demo records',
    process.execPath,
    [join(ROOT, 'node_modules/tsx/dist/cli.mjs'), join(ROOT, 'scripts/fill-demo.ts'), draft],
    {
      timeHint: 'a few seconds'
    }
  );
  renameSync(join(draft, 'brunkel.sqlite'), join(folder, 'brunkel.sqlite'));
  rmSync(draft, { recursive: true, force: true });
}
