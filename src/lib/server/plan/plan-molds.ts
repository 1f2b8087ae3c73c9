import { nowMs } from '$core/time/now';
import { flaskOf } from '$lib/schema/flask';
import type { CastingBox } from '$core/mold/casting';
import { fit } from '$core/mold/fit';
import type { Alloy } from '$core/reference/alloys';
import type { PlannedMold, Wanted } from '$lib/schema/plan';
import type { Database } from '../database/database';
import { listFlasks } from '../flask/flasks';
import { listPatterns, readPattern } from '../pattern/patterns';
import { bestMolds, castingOfPattern, possibleMolds } from '../mold/molds-today';
import { impossible } from '../refusal';
import type { Errand } from '../worker/crew';

const HOUR_MS = 3_600_000;
/** More rounds are no casting day any more. */
const MOST_ROUNDS = 6;

/**
 * The molds that some castings take: the fewest rammings, round after round, each flask once in a round.
 *
 * @throws Refusal 422 for a pattern that no flask on the rack takes, and where which molds took too much work to find
 *   out: half a set of molds is no plan
 */
export async function planMolds(
  db: Database,
  heap_id: number,
  metal: Alloy,
  wanted: readonly Wanted[],
  errand: Errand = {}
): Promise<PlannedMold[]> {
  const castings = new Map<number, CastingBox>();
  for (const { pattern_id } of wanted)
    castings.set(pattern_id, await castingOfPattern(db, await readPattern(db, pattern_id), metal));
  const possible = await possibleMolds(db, heap_id, metal, wanted, castings, errand);
  const left = new Map(wanted.map(({ pattern_id, count }) => [pattern_id, count]));
  for (const [i, { pattern_id }] of wanted.entries())
    if (!possible.some(({ patterns }) => patterns.some((each) => each.pattern_id === pattern_id)))
      throw impossible([
        { path: `wanted[${i}].pattern_id`, message: await fitsNone(db, castings.get(pattern_id)!, metal) }
      ]);
  const molds: PlannedMold[] = [];
  for (let round = 1; [...left.values()].some((count) => count > 0); round++) {
    if (round > MOST_ROUNDS)
      throw impossible([
        {
          path: 'wanted',
          message: `takes more than ${MOST_ROUNDS} rounds of all flasks: plan fewer for one day`
        }
      ]);
    // What is wanted no more is no reason to ram.
    const still = new Map([...left].filter(([, count]) => count > 0));
    const usable = possible.filter(({ patterns }) =>
      patterns.every(({ pattern_id, count }) => count <= (still.get(pattern_id) ?? 0))
    );
    const found = await bestMolds(usable, still, Infinity);
    if (!found) throw impossible([{ path: 'wanted', message: 'does not go into the flasks on the rack' }]);
    for (const { mold, times } of found.chosen)
      for (let i = 0; i < times; i++)
        molds.push({
          flask_id: mold.flask_id,
          patterns: mold.patterns.map((each) => ({ ...each })),
          sand_kg: mold.sand_kg,
          round
        });
    for (const [id, made] of found.makes) left.set(id, Math.max(0, (left.get(id) ?? 0) - made));
  }
  return driestFirst(molds, await whenDry(db, wanted));
}

/** When the patterns of what is wanted are likely dry, ms: what is on them, and what is still to come on top. */
async function whenDry(db: Database, wanted: readonly Wanted[]): Promise<Map<number, number>> {
  const patterns = await listPatterns(db);
  return new Map(
    wanted.map(({ pattern_id, coats = [] }) => {
      const on = patterns.find(({ id }) => id === pattern_id)?.coats ?? [];
      const dry = Math.max(nowMs(), ...on.map(({ at, dry_h }) => Date.parse(at) + dry_h * HOUR_MS));
      return [pattern_id, dry + coats.reduce((sum, { dry_h }) => sum + dry_h, 0) * HOUR_MS];
    })
  );
}

/** The same molds; of those that one flask takes in turn, the ones whose patterns are dry sooner come in an earlier round. */
export function driestFirst(molds: readonly PlannedMold[], dry: ReadonlyMap<number, number>): PlannedMold[] {
  const ready = ({ patterns }: PlannedMold) =>
    Math.max(...patterns.map(({ pattern_id }) => dry.get(pattern_id) ?? 0));
  const ordered = new Map<number, PlannedMold[]>();
  for (const mold of molds) ordered.set(mold.flask_id, [...(ordered.get(mold.flask_id) ?? []), mold]);
  return [...ordered.values()]
    .flatMap((of_flask) => {
      const rounds = of_flask.map(({ round }) => round).sort((a, b) => a - b);
      const sooner = [...of_flask].sort((a, b) => ready(a) - ready(b) || a.round - b.round);
      return sooner.map((mold, i) => ({ ...mold, round: rounds[i]! }));
    })
    .sort(
      (a, b) =>
        a.round - b.round ||
        molds.findIndex((m) => m.flask_id === a.flask_id) - molds.findIndex((m) => m.flask_id === b.flask_id)
    );
}

/** That a casting fits no flask, and what the one that comes nearest lacks for it. */
async function fitsNone(db: Database, casting: CastingBox, metal: Alloy): Promise<string> {
  const tried = (await listFlasks(db)).map((flask) => ({
    name: flask.name,
    short: fit([casting], metal, flaskOf(flask)).short
  }));
  const lack = (of: (typeof tried)[number]) => of.short.reduce((sum, { by_m }) => sum + by_m, 0);
  const [nearest] = tried.filter(({ short }) => short.length > 0).sort((a, b) => lack(a) - lack(b));
  if (!nearest) return 'fits no flask on the rack';
  const lacks = nearest.short.map(({ side, by_m }) => `${Math.ceil(1000 * by_m - 1e-6)} mm of ${side}`);
  return `fits no flask on the rack: ${nearest.name} lacks ${lacks.join(', ')}`;
}
