import { feeds, feedsSurely, riserWords } from '$core/freeze/verdict';
import type { At, MoldToFreeze } from '$core/freeze/mold-freezing';
import { gatingBodies } from '$core/heat/gating-bodies';
import { spreadOf } from '$core/heat/shape';
import { castingMass } from '$core/pattern/shrinkage';
import { gatingFor, moldToGate } from '$core/mold/mold-gating';
import { layOut } from '$core/mold/placement';
import { solidBox, solidVolume } from '$core/pattern/solids';
import { solidsSurface, thinnestSolid } from '$core/pattern/surface';
import { ALLOYS } from '$core/reference/alloys';
import type { FreezeAnswer, FreezeQuestion } from '$lib/schema/freeze';
import { chillsOf } from '$lib/schema/own-gating';
import { solidOf } from '$lib/schema/pattern';
import type { Database } from '../database/database';
import { impossible } from '../refusal';
import { sessionOfMold } from '../session/sessions';
import type { Errand } from '../worker/crew';
import { heatOf, heatOfMold, CELLS } from './mold-heat';
import type { MoldHeat, MoldToHeat } from './heat-job';
import { pourMolds } from './pour-mold';

/**
 * How a mold freezes, in the units of the interface.
 *
 * @throws Refusal 404 for a mold that is not there, 422 where too little is known of it
 */
export async function readFreezing(
  db: Database,
  question: FreezeQuestion,
  errand: Errand = {}
): Promise<FreezeAnswer> {
  const { mold_id, pour_c, riser_mm, chills, turned } = question;
  if (mold_id === undefined) return answerOf(await heatOf(ownMold(question), errand), question);
  const day = await sessionOfMold(db, mold_id);
  const of = (await pourMolds(db, day)).find(({ mold }) => mold.id === mold_id);
  const trial = {
    pour_c,
    turned,
    ...(riser_mm !== undefined && { riser_m: riser_mm / 1000 }),
    ...(chills && { chills: chillsOf(chills) })
  };
  if (of && pour_c !== undefined && pour_c <= of.alloy.liquidus_c)
    throw impossible([
      {
        path: 'pour_c',
        message: `must be above the melting range, which ends at ${of.alloy.liquidus_c} °C: below it the metal does not pour`
      }
    ]);
  const heat = of ? await heatOfMold(db, of, trial, errand) : null;
  if (!heat)
    throw impossible([
      { path: 'mold_id', message: 'lacks its flask, its patterns, its sand, or a basin that fills it' }
    ]);
  return answerOf(heat, question);
}

const cm3 = (m3: number) => m3 * 1e6;
const mm = ({ x_m, y_m, z_m }: At) => ({ x_mm: x_m * 1000, y_mm: y_m * 1000, z_mm: z_m * 1000 });

function answerOf({ after, freezing, picture }: MoldHeat, { picture: wanted }: FreezeQuestion): FreezeAnswer {
  const { solid_s, last, likely_s, open_s, by_hand_s, people_s, spent_kg, steam_kg, condensed_kg } = after;
  const whole = {
    all_solid_s: solid_s,
    last,
    likely_s,
    open_s,
    by_hand_s,
    people_s,
    burnt_kg: spent_kg,
    steam_kg,
    condensed_kg,
    in_three_dimensions: freezing !== null
  };
  if (!freezing)
    return {
      ...whole,
      parts: [],
      hot_spots: [],
      riser: null,
      misrun: [],
      ungated: [],
      wall_peak_c: null,
      energy_error: null,
      cells: 0
    };
  const { says, why } = riserWords(freezing, 'metric');
  return {
    ...whole,
    parts: freezing.parts,
    hot_spots: freezing.hot_spots.map(
      ({ casting, solid_s: until_s, cut_off_s, liquid_m3, hollow_m3, chill, ...at }) => ({
        casting,
        ...mm(at),
        solid_s: until_s,
        cut_off_s,
        cut_off_cm3: cm3(liquid_m3),
        hollow_cm3: cm3(hollow_m3),
        chill: { x_mm: chill.x_m * 1000, y_mm: chill.y_m * 1000, half: chill.half }
      })
    ),
    riser: {
      feeds: feeds(freezing.riser),
      surely: feedsSurely(freezing.riser),
      is: freezing.riser.is,
      says,
      why
    },
    misrun: freezing.misrun.map(({ casting, arrives_s, runs_s, volume_m3, ...at }) => ({
      casting,
      ...mm(at),
      arrives_s,
      runs_s,
      volume_cm3: cm3(volume_m3)
    })),
    ungated: freezing.ungated,
    wall_peak_c: freezing.wall_peak_c,
    energy_error: freezing.energy_error,
    cells: freezing.cells,
    ...(wanted && { picture })
  };
}

/** A solid of one's own in a flask, gated as it usually is. */
function ownMold(question: FreezeQuestion): MoldToHeat {
  // The schema has seen to it that all of it is there.
  const {
    body,
    metal,
    flask: own,
    pour_c,
    sand_moisture_percent,
    binder,
    riser_mm,
    above_mm,
    cells
  } = question as Required<FreezeQuestion>;
  const alloy = ALLOYS[metal];
  const solid = solidOf(body);
  const [length_m, width_m, height_m] = solidBox(solid);
  const volume_m3 = solidVolume(solid);
  const above_m = (above_mm ?? 0) / 1000;
  if (above_m > height_m) throw impossible([{ path: 'above_mm', message: 'is more than its height' }]);
  const flask = {
    shape: 'rectangular' as const,
    length_m: own.length_mm / 1000,
    width_m: own.width_mm / 1000,
    cope_m: own.cope_mm / 1000,
    drag_m: own.drag_mm / 1000
  };
  const area_m2 = solidsSurface([solid]);
  const box = {
    length_m,
    width_m,
    above_m,
    below_m: height_m - above_m,
    kg: castingMass(volume_m3, metal),
    surface: { m2: area_m2, known: true },
    wall_m: thinnestSolid([solid])
  };
  const { layout, keeps } = layOut([box], metal, flask);
  if (!keeps)
    throw impossible([{ path: 'flask', message: 'is too small for this body with sand all round it' }]);
  const way = gatingFor(moldToGate([box], alloy, flask), {
    ...(riser_mm !== undefined && { riser_m: riser_mm / 1000 })
  });
  if (!way) throw impossible([{ path: 'above_mm', message: 'stands higher than the basin fills' }]);
  const moisture = sand_moisture_percent / 100;
  const around = spreadOf(area_m2, [length_m, width_m, height_m]);
  const laid: MoldToFreeze = {
    flask,
    castings: [{ box, volume_m3, modulus_m: volume_m3 / area_m2, solid }],
    layout,
    way,
    alloy,
    pour_c,
    moisture,
    cells: cells ? { usual: cells, most: cells } : CELLS
  };
  return {
    hot: {
      alloy,
      castings: [{ volume_m3, area_m2, around, count: 1 }],
      gating: gatingBodies(way),
      pour_c,
      moisture,
      binder,
      thick_m: Math.max(0.008, Math.min(flask.drag_m - box.below_m, flask.cope_m - above_m))
    },
    laid: { ...laid, castings: laid.castings.map((casting) => ({ ...casting, mesh: null })) }
  };
}
