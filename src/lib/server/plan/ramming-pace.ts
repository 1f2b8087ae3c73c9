import { type FlaskRecord, flaskOf } from '$lib/schema/flask';
import { rammingPace } from '$core/plan/steps/ramming-pace';
import type { RammingStep } from '$core/mold/ramming-steps';
import { sandDemand } from '$core/mold/sand-demand';
import { RAMMED_DENSITY } from '$core/reference/wear';
import type { Database } from '../database/database';

/** Casting days that tell how fast one rams, the latest. */
const LOOK_BACK = 20;

/** A mold of which these were ticked was rammed from first to last step by step. */
const RAMMED_FROM_TO: readonly RammingStep[] = ['ram-drag', 'close'];

/** How long molds take here against the handbook, by the steps that were ticked as they were rammed. */
export async function readRammingPace(db: Database, flasks: readonly FlaskRecord[]) {
  return db.sinceLastWrite('ramming pace', async () => {
    const sessions = await db.tables.sessions.findAll({
      where: { removed_at: null },
      order: [['at', 'DESC']],
      limit: LOOK_BACK
    });
    const ticked = new Map<number, Map<string, number>>();
    for (const { steps } of sessions)
      for (const { id, kind, state, at } of steps) {
        // Steps of a mold are named by it.
        const mold_id = Number(/^(\d+):/.exec(String(id))?.[1]);
        if (!mold_id || state !== 'done' || typeof at !== 'string') continue;
        ticked.set(
          mold_id,
          (ticked.get(mold_id) ?? new Map<string, number>()).set(String(kind), Date.parse(at))
        );
      }
    // One that is half rammed, or of which only the end was ticked, tells nothing of how long all of it takes.
    const whole = [...ticked].filter(([, times]) => RAMMED_FROM_TO.every((kind) => times.has(kind)));
    const molds = await db.tables.molds.findAll({ where: { id: whole.map(([id]) => id), removed_at: null } });
    return rammingPace(
      molds.flatMap(({ id, flask_id }) => {
        const flask = flasks.find((each) => each.id === flask_id);
        const times = [...ticked.get(id)!.values()];
        if (!flask) return [];
        const { sand_kg } = sandDemand(
          flaskOf(flask),
          { cope_m3: 0, drag_m3: 0 },
          RAMMED_DENSITY.water.value
        );
        return [{ minutes: (Math.max(...times) - Math.min(...times)) / 60_000, sand_kg }];
      })
    );
  });
}
