/**
 * npm run follow: robots that know only what the pages and answers say and do exactly that, from an empty shed to the third
 * time its sand is put right, in sheds where sand, hands, scales, metal and people are as they really are.
 *
 *   npm run follow             200 casting days
 *   npm run follow -- 10       so many
 *   npm run follow -- 3 112    so many, from the shed of that number on, each step told
 */
import { availableParallelism } from 'node:os';
import { chance } from '../src/lib/server/demo/chance';
import { App } from './app';
import { HARMS, type HarmName } from './harm';
import { Keeper } from './keeper';
import { someShed } from './shed';

const DAYS_EACH = 3;
const AT = '2027-01-04T18:30:00.000Z';
const SEED = 20_270_104;
const GOAL_SOUND = 0.9;

const [days = 200, first = 0] = process.argv.slice(2).map(Number);
const aloud = process.argv.length > 3;
const sheds = Array.from({ length: Math.ceil(days / DAYS_EACH) }, (_, i) => ({
  number: first + i,
  days: Math.min(DAYS_EACH, days - i * DAYS_EACH)
}));

const counts = new Map<HarmName, number>();
const castings = { wanted: 0, sound: 0 };
let given_up = 0;
const began = performance.now();
await Promise.all(Array.from({ length: availableParallelism() }, worker));

console.log(
  `\n${days} casting days in ${Math.ceil(days / DAYS_EACH)} sheds, ${Math.round((performance.now() - began) / 1000)} s`
);
console.log(`${given_up} given up with a word why`);
const share = castings.wanted > 0 ? castings.sound / castings.wanted : 0;
console.log(
  `${castings.sound} of ${castings.wanted} castings came out sound, ${(100 * share).toFixed(1)} % (at least ${100 * GOAL_SOUND})`
);
console.log(
  counts.size === 0 ? 'no harm' : [...counts].map(([is, count]) => `${count} × ${HARMS[is]}`).join('\n')
);
process.exit(counts.size === 0 && share >= GOAL_SOUND ? 0 : 1);

/** Follows through one shed after the other, until none is left. */
async function worker(): Promise<void> {
  for (let next = sheds.shift(); next; next = sheds.shift()) await followed(next.number, next.days);
}

async function followed(number: number, of_days: number): Promise<void> {
  const by = chance(SEED + number);
  const shed = someShed(by, number);
  const app = await App.open(AT);
  const keeper = new Keeper(app, shed, by, AT, aloud);
  try {
    await keeper.begin();
    for (let day = 0; day < of_days; day++) await keeper.castingDay(day);
  } finally {
    await app.close();
  }
  given_up += keeper.stops.length;
  castings.wanted += keeper.castings.wanted;
  castings.sound += keeper.castings.sound;
  const of = `shed ${number} (${shed.way}, ${shed.nature.binder}, ${shed.metal})`;
  for (const { is, what } of keeper.harms) {
    counts.set(is, (counts.get(is) ?? 0) + 1);
    console.log(`${of}: ${HARMS[is]}: ${what}`);
  }
  for (const stop of keeper.stops) console.log(`${of}: given up: ${stop}`);
}
