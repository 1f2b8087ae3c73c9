/**
 * npm run follow: robots that know only what the pages and answers say and do exactly that, from an empty shed to the third
 * time its sand is put right, in sheds where sand, hands, scales, metal and people are as they really are.
 *
 *   npm run follow             200 casting days
 *   npm run follow -- 10       so many
 */
import { chance } from '../src/lib/server/demo/chance';
import { App } from './app';
import { HARMS, type HarmName } from './harm';
import { Keeper } from './keeper';
import { someShed } from './shed';

const DAYS_EACH = 3;
const AT = '2027-01-04T18:30:00.000Z';

const days = Number(process.argv.find((arg) => /^\d+$/.test(arg)) ?? 200);
/** The first shed, to go on from there, or to look at one again. */
const from = Number(process.env.FOLLOW_FROM ?? 0);
const counts = new Map<HarmName, number>();
const castings = { poured: 0, sound: 0 };
let [done, stopped] = [0, 0];
for (let i = from; done < days; i++) {
  const by = chance(20270104 + i);
  const shed = someShed(by, i);
  const app = await App.open(AT);
  const keeper = new Keeper(app, shed, by, AT);
  try {
    await keeper.begin();
    for (let day = 0; day < Math.min(DAYS_EACH, days - done); day++) await keeper.castingDay(day);
  } finally {
    await app.close();
  }
  done += Math.min(DAYS_EACH, days - done);
  stopped += keeper.stops.length;
  castings.poured += keeper.castings.poured;
  castings.sound += keeper.castings.sound;
  for (const { is, what } of keeper.harms) {
    counts.set(is, (counts.get(is) ?? 0) + 1);
    console.log(`shed ${i} (${shed.way}, ${shed.nature.binder}, ${shed.metal}): ${HARMS[is]}: ${what}`);
  }
  for (const stop of keeper.stops) console.log(`shed ${i} (${shed.way}): given up: ${stop}`);
}
console.log(`\n${done} casting days, ${stopped} given up with a word`);
console.log(
  `${castings.sound} of ${castings.poured} castings sound (${((100 * castings.sound) / castings.poured).toFixed(1)} %, goal 90)`
);
console.log(
  counts.size === 0 ? 'no harm' : [...counts].map(([is, count]) => `${count} × ${HARMS[is]}`).join('\n')
);
process.exit(counts.size === 0 ? 0 : 1);
