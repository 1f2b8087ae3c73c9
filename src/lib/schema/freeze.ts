import type { InferType } from 'yup';
import type { Half } from '$core/mold/chill';
import type { RiserVerdict } from '$core/freeze/mold-freezing';
import type { CodedPicture } from '$core/freeze/picture';
import type { Part } from '$core/heat/opening';
import { ALLOYS, ALLOY_NAMES } from '$core/reference/alloys';
import { HEAP_BINDERS } from '$core/reference/targets';
import { REQUIRED, WETTEST_TARGET, between, choice, id, percent, shape, whole, yesNo } from './fields';
import { solid } from './pattern';
import { chills } from './pour';

const side = (least: number, most: number) => between('mm', least, most).required(REQUIRED);

/**
 * What is asked to be frozen: a mold of the records, as it is or with another riser, chills, gate or heat; or a solid of one's own in a
 * flask, gated as it usually is.
 */
export const freezeQuestion = shape({
  mold_id: id().optional(),
  pour_c: between('°C', 150, 1800).optional(),
  /** Diameter of the riser; 0 for none; left out, as the mold has it. */
  riser_mm: between('mm', 0, 300).optional(),
  /** Of a mold: other chills than it has. */
  chills: chills().optional(),
  /** Of a mold: the casting of this number is laid the other way round, its gate at its other end. */
  turned: whole(0, 99).optional(),
  body: solid().default(undefined).optional(),
  metal: choice(ALLOY_NAMES).optional(),
  flask: shape({
    length_mm: side(60, 2000),
    width_mm: side(60, 2000),
    cope_mm: side(20, 500),
    drag_mm: side(20, 500)
  })
    .default(undefined)
    .optional(),
  sand_moisture_percent: percent(WETTEST_TARGET).optional(),
  binder: choice(HEAP_BINDERS).optional(),
  /** Of the body's height, how much lies in the cope. */
  above_mm: between('mm', 0, 500).optional(),
  /** How fine: cells at most; left out, as the pages do. */
  cells: whole(5000, 200_000).optional(),
  /** With the grid and the times of its cells, to be drawn. */
  picture: yesNo().optional()
})
  .required(REQUIRED)
  .test('one', function (of) {
    if (!of) return true;
    const missing = (path: string, message: string) => this.createError({ path, message });
    if (of.mold_id !== undefined) {
      const extra = (
        ['body', 'metal', 'flask', 'sand_moisture_percent', 'binder', 'above_mm', 'cells'] as const
      ).find((name) => of[name] !== undefined);
      return extra ? missing(extra, 'belongs to a body of one’s own, not to a mold') : true;
    }
    for (const name of ['chills', 'turned'] as const)
      if (of[name] !== undefined) return missing(name, 'belongs to a mold, not to a body of one’s own');
    for (const name of ['body', 'metal', 'flask', 'sand_moisture_percent', 'binder', 'pour_c'] as const)
      if (of[name] === undefined)
        return missing(
          name === 'body' ? 'mold_id' : name,
          name === 'body' ? 'is missing: a mold, or else a body of one’s own' : REQUIRED
        );
    if (of.pour_c! < ALLOYS[of.metal!].liquidus_c)
      return missing(
        'pour_c',
        `must be above the melting range, which ends at ${ALLOYS[of.metal!].liquidus_c} °C: below it the metal does not pour`
      );
    return true;
  });

export type FreezeQuestion = InferType<typeof freezeQuestion>;

/** How a mold freezes, as it is given out. Times s from the pour; null where that is later than three days. */
export interface FreezeAnswer {
  all_solid_s: number | null;
  /** The part that is solid last. */
  last: Part;
  /** It may be opened: likely, and by the slow end of the doubt. */
  likely_s: number | null;
  open_s: number | null;
  by_hand_s: number | null;
  people_s: number;
  burnt_kg: number;
  steam_kg: number;
  condensed_kg: number;
  /** Otherwise each body was worked out by itself. */
  in_three_dimensions: boolean;
  /** Castings by their number in the mold, then the way in; `body` is what the picture calls it. */
  parts: {
    part: Part;
    number: number;
    body: number;
    solid_s: number | null;
    known: 'mesh' | 'solid' | 'plate' | null;
  }[];
  /** Where liquid metal is shut off from what feeds: from the middle of the flask at the parting. */
  hot_spots: {
    casting: number;
    x_mm: number;
    y_mm: number;
    z_mm: number;
    solid_s: number;
    cut_off_s: number;
    cut_off_cm3: number;
    hollow_cm3: number;
    /** Where a chill would lie against it, from the middle of its casting. */
    chill: { x_mm: number; y_mm: number; half: Half };
  }[];
  /** Whether the riser feeds, and by more than the cells may be wrong; null where there is none. */
  riser: { feeds: boolean | null; surely: boolean; is: RiserVerdict['is']; says: string; why: string } | null;
  /** Where metal comes later than it runs there. */
  misrun: {
    casting: number;
    x_mm: number;
    y_mm: number;
    z_mm: number;
    arrives_s: number;
    runs_s: number;
    volume_cm3: number;
  }[];
  /** Castings that no gate meets on the grid: how metal fills them is not known. */
  ungated: number[];
  wall_peak_c: number | null;
  /** Share of the heat that the sums lost or made. */
  energy_error: number | null;
  cells: number;
  picture?: CodedPicture | null;
}
