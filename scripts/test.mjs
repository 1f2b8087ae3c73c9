/** npm test: everything that proves it, from a fresh clone: lint, types, unit tests, faults, end-to-end tests. */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureReady } from './building.mjs';
import { ensureChromium } from './installing.mjs';
import { ROOT } from './preflight.mjs';

await ensureReady({ tests: true });
await ensureChromium();

const results = join(ROOT, 'test-results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results);

let failed = false;
function run(title, args) {
  console.log(`\n── ${title}`);
  const bin = join(ROOT, 'node_modules/.bin', args[0]);
  const { status } = spawnSync(bin, args.slice(1), { cwd: ROOT, stdio: 'inherit' });
  if (status !== 0) {
    failed = true;
    console.error(`✗ ${title}`);
  }
  return status === 0;
}

run('getting ready', ['svelte-kit', 'sync']);
run('lint', ['eslint', '.']);
run('format', ['prettier', '--check', '--log-level', 'warn', '.']);
run('types', ['svelte-check', '--tsconfig', './tsconfig.json', '--fail-on-warnings']);
run('unit tests', [
  'vitest',
  'run',
  '--reporter=default',
  '--reporter=json',
  '--outputFile.json=test-results/unit.json'
]);
process.env.BRUNKEL_PREPARED = '1';
run('faults, in short', ['tsx', 'faults/run.ts', '--short']);
run('end-to-end tests', ['playwright', 'test']);

const read = (name) => JSON.parse(readFileSync(join(results, name), 'utf8'));
const unit = existsSync(join(results, 'unit.json'))
  ? read('unit.json')
  : { numPassedTests: 0, numFailedTests: 1 };
const ends = existsSync(join(results, 'e2e.json'))
  ? read('e2e.json').stats
  : { expected: 0, unexpected: 1, flaky: 0 };
const passed = unit.numPassedTests + ends.expected;
const broken = unit.numFailedTests + ends.unexpected + ends.flaky;
console.log(`\n${passed} passed, ${broken} failed`);
process.exit(failed || broken > 0 || passed === 0 ? 1 : 0);
