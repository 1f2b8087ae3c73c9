/** The application, built from its sources. */
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureDriver, ensurePackages } from './installing.mjs';
import { PREPARED, ROOT } from './preflight.mjs';
import { orStop, working } from './working.mjs';

/** What the build is made of. */
const SOURCES = [
  'src',
  'static',
  'package-lock.json',
  'svelte.config.js',
  'scripts/node-adapter.js',
  'vite.config.ts',
  'tsconfig.json'
];

/**
 * Packages, driver and build: the one compiles while the other builds.
 *
 * @param tests what only the tests and the bench need, too
 * @param compiled what else needs the driver alone, and may begin before the build is there
 */
export async function ensureReady({ tests = false, compiled = async () => undefined } = {}) {
  await ensurePackages({ tests });
  await Promise.all([ensureDriver().then(compiled), ensureBuilt()]);
}

/** Builds the application, unless what was built is from these very sources. */
async function ensureBuilt() {
  if (PREPARED) return;
  const sources = sourcesHash();
  const mark = join(ROOT, 'build', '.brunkel-built');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === sources) return;
  await working('building', process.execPath, [join(ROOT, 'node_modules/vite/bin/vite.js'), 'build'], {
    timeHint: 'one to two minutes'
  });
  orStop('building', () => writeFileSync(mark, sources));
}

function sourcesHash() {
  const hash = createHash('sha256');
  const add = (path) => {
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) add(join(path, name));
    else if (!path.endsWith('.test.ts')) hash.update(path.slice(ROOT.length)).update(readFileSync(path));
  };
  SOURCES.forEach((name) => add(join(ROOT, name)));
  return hash.digest('hex');
}
