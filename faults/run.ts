/** npm run faults: kills, full disks, hostile requests; --short is what npm test runs, --soak [minutes] an hour of use alone. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { clockJumps } from './clock';
import { fuzzForms } from './forms';
import { foreign, fuzz, heavy } from './hostile';
import { hostileMeshes } from './hostile-meshes';
import { hostileUploads } from './hostile-uploads';
import { SHORT } from './in-time';
import { inADay } from './in-a-day';
import { inKeeping, inStarting, inWriting, restores } from './kills';
import { fullDisk, goneFolder, lockedFile, secondServer } from './store';
import { soak } from './soak';
import { print, type Found } from './table';

const seed = Number(process.env.BRUNKEL_SEED ?? (SHORT ? 7 : Date.now() % 1e6));

/** A small generator (mulberry32), so that a run can be had again by its seed. */
let state = seed;
function chance(): number {
  state = (state + 0x6d2b79f5) | 0;
  let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
  mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
  return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
}

const folder = mkdtempSync(join(tmpdir(), 'brunkel-faults-'));
const found: Found[] = [];
const began = performance.now();
/** Minutes of the soak; null where that is not asked for. */
const soaking = process.argv.indexOf('--soak');
try {
  if (soaking >= 0)
    found.push(await soak(join(folder, 'soak'), Number(process.argv[soaking + 1] ?? 60), chance));
  else await all();
} finally {
  rmSync(folder, { recursive: true, force: true });
}

async function all(): Promise<void> {
  const many = (full: number, few: number) => (SHORT ? few : full);
  found.push(await inWriting(join(folder, 'writing'), many(8, 1), chance));
  found.push(await inADay(join(folder, 'day'), many(330, 30), many(6, 2), chance));
  found.push(await clockJumps(folder));
  found.push(await inStarting(folder, many(12, 2), chance, false));
  found.push(await inStarting(folder, many(8, 1), chance, true));
  found.push(...(await inKeeping(folder, many(6, 1), chance)));
  found.push(await restores(folder, many(20, 2)));
  found.push(await fullDisk(folder));
  found.push(await lockedFile(folder));
  found.push(await goneFolder(folder));
  found.push(await secondServer(folder));
  found.push(await heavy(folder));
  found.push(await hostileMeshes(folder, many(150, 24), chance));
  found.push(await hostileUploads(folder));
  found.push(await foreign(folder));
  found.push(await fuzz(folder, many(24_000, 500), seed));
  found.push(await fuzzForms(folder, many(6000, 100), seed));
}
console.log(`\nfaults, seed ${seed}, ${Math.round((performance.now() - began) / 1000)} s\n`);
process.exit(print(found) ? 0 : 1);
