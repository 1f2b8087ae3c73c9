/**
 * npm run dates: the tests that know days, on days of every kind: every weekday, ten minutes before midnight, both changes
 * of the clock, 29 February and 31 December, in three zones. What is worked out of the demo's records is tried on the odd
 * days alone; each of those fills them anew. On each day the pages that know days are walked in the browser, too.
 *
 *   npm run dates              all of them
 *   npm run dates -- Sunday    the days whose name has that
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureReady } from './building.mjs';
import { ensureChromium } from './installing.mjs';
import { ROOT } from './preflight.mjs';

const [LONDON, AUCKLAND, PORTLAND] = ['Europe/London', 'Pacific/Auckland', 'America/Los_Angeles'];

/** Suites that know days; those that begin from the demo apart. */
const SUITES = [
  'src/core/forecast',
  'src/core/heap/drying.test.ts',
  'src/core/plan',
  'src/core/session',
  'src/core/time',
  'src/lib/schema',
  'src/lib/server/calendar',
  'src/lib/server/heap/test-records.test.ts',
  'src/lib/server/heap/changes.test.ts',
  'src/lib/server/plan/ramming-pace.test.ts',
  'src/lib/server/session',
  'src/lib/server/settings',
  'src/lib/server/access',
  'src/lib/ui/bench',
  'src/lib/ui/date',
  'src/lib/ui/ledger',
  'src/lib/ui/plan',
  'src/lib/ui/session'
];
const OF_THE_DEMO = [
  'src/lib/server/branch',
  'src/lib/server/casting',
  'src/lib/server/heap/control-charts.test.ts',
  'src/lib/server/journal',
  'src/lib/server/plan',
  'src/lib/server/record/',
  'src/lib/server/year'
];

/** Walks in the browser that know days: server, core and page go by the day's clock and in its zone. */
const WALKS = ['plan.spec', 'turn.spec', 'bench-tests.spec', 'keeping.spec', 'days.spec'];

const WEEKDAYS = [1, 2, 3, 4, 5, 6, 7].map((day, i) => ({
  what: ['a Monday', 'a Tuesday', 'a Wednesday', 'a Thursday', 'a Friday', 'a Saturday', 'a Sunday'][i],
  now: `2027-03-0${day}T10:00:00Z`,
  zone: [LONDON, AUCKLAND, PORTLAND][i % 3],
  suites: SUITES
}));
const ODD = [
  { what: 'a Sunday, ten to midnight', now: '2027-03-07T10:50:00Z', zone: AUCKLAND },
  { what: 'a Saturday, ten to midnight in Greenwich', now: '2027-06-05T23:50:00Z', zone: LONDON },
  { what: 'clocks go forward', now: '2027-03-14T09:50:00Z', zone: PORTLAND },
  { what: 'clocks go back', now: '2027-10-31T00:30:00Z', zone: LONDON },
  { what: '29 February', now: '2028-02-29T12:00:00Z', zone: PORTLAND },
  { what: '31 December, ten to midnight', now: '2027-12-31T23:50:00Z', zone: LONDON },
  { what: '1 January already', now: '2027-12-31T11:10:00Z', zone: AUCKLAND },
  { what: '31 December still', now: '2028-01-01T07:50:00Z', zone: PORTLAND }
].map((day) => ({ ...day, suites: [...SUITES, ...OF_THE_DEMO] }));

await ensureReady({ tests: true });
await ensureChromium();
const wanted = process.argv.slice(2).join(' ');
let failed = 0;
for (const { what, now, zone, suites } of [...WEEKDAYS, ...ODD].filter((day) => day.what.includes(wanted))) {
  const scratch = mkdtempSync(join(tmpdir(), 'brunkel-dates-'));
  const env = {
    ...process.env,
    TMPDIR: scratch,
    TZ: zone,
    BRUNKEL_NOW: now,
    BRUNKEL_ZONE: zone,
    BRUNKEL_PREPARED: '1',
    BRUNKEL_RUN: `dates-${process.pid}`
  };
  const unit = run('vitest', ['run', '--passWithNoTests=false', ...suites], env);
  const walked = run('playwright', ['test', '--reporter=line', `--output=${scratch}/traces`, ...WALKS], env);
  rmSync(scratch, { recursive: true, force: true });
  tell(`${what}, ${zone}`, unit, /Tests\s+(.*)/, 'Failed Tests');
  tell(`${what}, ${zone}, in the browser`, walked, /(\d+ passed.*)/, '1) ');
}
process.exit(failed > 0 ? 1 : 0);

/** Runs one of the programs to its end: whether it is content, and what it said, without colours. */
function run(program, args, env) {
  const { status, stdout, stderr } = spawnSync(join(ROOT, 'node_modules/.bin', program), args, {
    cwd: ROOT,
    encoding: 'utf8',
    maxBuffer: 1e8,
    env
  });
  // eslint-disable-next-line no-control-regex -- an escape sequence begins with one
  return { content: status === 0, said: `${stdout}${stderr}`.replace(/\u001b\[\d+m/g, '') };
}

/** A line for what passed, and of what did not what it said. */
function tell(title, { content, said }, counted, fails_from) {
  console.log(`${content ? '✓' : '✗'} ${title}: ${counted.exec(said)?.[1] ?? 'nothing ran'}`);
  if (content) return;
  failed += 1;
  console.log(said.slice(said.indexOf(fails_from)).slice(0, 6000));
}
