import { array, type InferType } from 'yup';
import { HALVES } from '$core/mold/chill';
import type { Opening } from '$core/heat/opening';
import { SEEN } from '$core/judge/day-record';
import { FURNACE_KINDS } from '$core/metal/furnace';
import { GATES } from '$core/metal/gating';
import { GATING_SCHOOLS } from '$core/metal/gating-plan';
import { RISER_KINDS } from '$core/metal/riser';
import { ALLOYS, ALLOY_NAMES } from '$core/reference/alloys';
import { CAUSE_NAMES, DEFECT_NAMES } from '$core/reference/defects';
import { SCRAP_NAMES } from '$core/reference/scrap';
import {
  REQUIRED,
  between,
  choice,
  id,
  kg,
  kgOrNone,
  moreThanNothing,
  pastTime,
  percent,
  shape,
  somePercent,
  text,
  whole,
  yesNo
} from './fields';
import { versionSeen, type Change } from './version';

const celsius = () => between('°C', 100, 1800);
const name = () => text(60).trim('must not start or end with a space').min(1, 'needs a name');

/** A round chill against a casting: its middle from that of the casting's box, as the casting itself lies. */
const chill = () =>
  shape({
    casting: whole(0, 99).required(REQUIRED),
    x_mm: between('mm', -1500, 1500).required(REQUIRED),
    y_mm: between('mm', -1500, 1500).required(REQUIRED),
    half: choice(HALVES).required(REQUIRED),
    across_mm: between('mm', 5, 300).required(REQUIRED),
    thick_mm: between('mm', 3, 150).required(REQUIRED)
  }).required(REQUIRED);
export const chills = () => array(chill()).typeError('must be a list').max(8, 'holds at most 8');
export type MoldChill = InferType<ReturnType<typeof chill>>;

/** How a mold is gated, where somebody has it otherwise than it was worked out; lengths mm. */
export const moldGating = () =>
  shape({
    gate: choice(GATES).optional(),
    school: choice(GATING_SCHOOLS).optional(),
    /** Thinnest wall of its castings. */
    wall_mm: between('mm', 0.3, 500).optional(),
    pour_s: between('s', 1, 600).optional(),
    sprue_top_mm: between('mm', 3, 200).optional(),
    sprue_bottom_mm: between('mm', 3, 200).optional(),
    ingates: whole(1, 40).optional(),
    ingate_width_mm: between('mm', 1, 300).optional(),
    ingate_height_mm: between('mm', 1, 100).optional(),
    /** Its diameter; nought is none. */
    riser_mm: between('mm', 0, 300)
      .test('riser', 'must be 0 for none, or at least 3 mm', (mm) => mm == null || mm === 0 || mm >= 3)
      .optional(),
    riser_stands: choice(RISER_KINDS).optional(),
    runner_width_mm: between('mm', 2, 200).optional(),
    runner_height_mm: between('mm', 2, 200).optional(),
    basin_length_mm: between('mm', 5, 1000).optional(),
    basin_width_mm: between('mm', 5, 1000).optional(),
    basin_depth_mm: between('mm', 3, 300).optional(),
    chills: chills().optional(),
    /** Weights and clamps on it, as a weight. */
    held_kg: kgOrNone(5000).optional(),
    /** How hard it is rammed, by the hardness tester or a thumb, 0 to 100. */
    hardness: between('', 0, 100).optional(),
    /** Of the sand as it was closed. */
    sand_c: between('°C', -20, 200).optional()
  });
export type MoldGating = NonNullable<InferType<ReturnType<typeof moldGating>>>;

const chargePart = () =>
  shape({
    scrap: choice(SCRAP_NAMES).required(REQUIRED),
    percent: somePercent(100).required(REQUIRED)
  }).required(REQUIRED);

/** What a charge is made up of, in percent. */
export const chargeParts = () =>
  array(chargePart())
    .typeError('must be a list')
    .max(SCRAP_NAMES.length, `holds at most ${SCRAP_NAMES.length}`)
    .test('whole', 'the parts of a charge make up 100 %', (parts) => {
      if (!Array.isArray(parts) || parts.length === 0) return true;
      return Math.abs(parts.reduce((sum, part) => sum + Number(part?.percent), 0) - 100) < 0.5;
    });

/** What is known of the melt of a casting day. */
export const meltPlan = () =>
  shape({
    furnace: choice(FURNACE_KINDS).optional(),
    power_w: between('W', 100, 200_000).optional(),
    crucible_l: moreThanNothing('L', 200).optional(),
    heel_percent: percent(60).optional(),
    loss_percent: percent(60).optional(),
    set_c: celsius().optional(),
    charge: chargeParts().optional(),
    /** The alloy is made up of its metals in the crucible. */
    made_up: yesNo().optional(),
    /** What lies in the crucible, and how hot it was last found. */
    charged_kg: kgOrNone().optional(),
    /** When that was so: what was poured since is in the crucible no more. */
    charged_at: pastTime().optional(),
    melt_c: between('°C', 0, 1800).optional(),
    melt_at: pastTime().optional(),
    /** That temperature came from a simulated device. */
    melt_simulated: yesNo().optional()
  });
export type GivenMelt = NonNullable<InferType<ReturnType<typeof meltPlan>>>;

/** A mold that was poured. */
export const newPour = shape({
  mold_id: id().required(REQUIRED),
  at: pastTime().required(REQUIRED),
  zone: text(64).optional(),
  pour_c: celsius().required(REQUIRED),
  /** From the first metal to the last. */
  seconds: between('s', 0.5, 600).optional(),
  /** The stream broke. */
  interrupted: yesNo().optional(),
  metal_kg: kg().optional(),
  member: id().optional(),
  /** Its state was asked about, and it is right as it is. */
  confirmed: yesNo().optional()
}).required(REQUIRED);
export type NewPour = InferType<typeof newPour>;

/** When a mold may be opened by its heat run, s after the pour, and what it did to the sand. */
export interface PouredHeat {
  /** All its metal is solid, and which of it is last. */
  solid_s: number | null;
  last: Opening['last'];
  /** Solid and cool enough: likely, and by the slow end of the doubt, which is what stands. */
  likely_s: number | null;
  open_s: number | null;
  by_hand_s: number | null;
  /** How long people usually wait with work of this mass; not in pours of before. */
  people_s?: number;
  burnt_mm: number;
  spent_kg: number;
  steam_kg: number;
  condensed_kg: number;
  modulus_mm: number;
  sand_mm: number;
}

/** A pour as it is kept with its mold. */
export interface PouredMold {
  at: string;
  pour_c: number;
  seconds: number | null;
  interrupted: boolean;
  metal_kg: number;
  heat: PouredHeat;
  act_id: number;
}

export const CASTING_RESULTS = ['good', 'usable', 'scrap'] as const;
export type CastingResult = (typeof CASTING_RESULTS)[number];

const found = () =>
  shape({
    defect: choice(DEFECT_NAMES).required(REQUIRED),
    /** Where on it, from its upper left corner, shares of its outline. */
    x: between('', 0, 1).optional(),
    y: between('', 0, 1).optional()
  }).required(REQUIRED);

const seen = () => shape(Object.fromEntries(SEEN.map((sign) => [sign, yesNo().optional()])));

const castingFields = {
  result: choice(CASTING_RESULTS).optional(),
  kg: kg().nullable().optional(),
  defects: array(found()).typeError('must be a list').max(20, 'holds at most 20').optional(),
  /** What was seen on the day, where it was asked about. */
  seen: seen().optional(),
  /** What it came of, in its caster's judgement. */
  cause: choice(CAUSE_NAMES).nullable().optional(),
  note: text(2000).nullable().optional()
};

/** A casting that came out of a mold. */
export const newCasting = shape({
  ...castingFields,
  mold_id: id().required(REQUIRED),
  pattern_id: id().required(REQUIRED),
  result: choice(CASTING_RESULTS).required(REQUIRED)
}).required(REQUIRED);
export const castingChange = shape({ ...castingFields, version: versionSeen() }).required(REQUIRED);
export type NewCasting = InferType<typeof newCasting>;
export type CastingChange = Change<InferType<typeof castingChange>>;

const part = () =>
  shape({
    name: name().required(REQUIRED),
    percent: somePercent(100).required(REQUIRED),
    melts_c: between('°C', 100, 3500).required(REQUIRED)
  }).required(REQUIRED);

const alloyFields = {
  /** What it is most like: all that is not said is taken from that. */
  based_on: choice(ALLOY_NAMES).optional(),
  solidus_c: between('°C', 100, 1800).nullable().optional(),
  liquidus_c: between('°C', 100, 1800).nullable().optional(),
  pour_low_c: celsius().nullable().optional(),
  pour_high_c: celsius().nullable().optional(),
  solid_kg_l: between('kg/L', 0.5, 25).nullable().optional(),
  loss_percent: percent(60).nullable().optional(),
  /** What it is made up of by mass. */
  parts: array(part())
    .typeError('must be a list')
    .max(10, 'holds at most 10')
    .test('whole', 'the parts of an alloy make up 100 %', (parts) => {
      if (!Array.isArray(parts) || parts.length === 0) return true;
      return Math.abs(parts.reduce((sum, each) => sum + Number(each?.percent), 0) - 100) < 0.5;
    })
    .nullable()
    .optional(),
  note: text(2000).nullable().optional()
};

interface Range {
  based_on?: string | undefined;
  solidus_c?: number | null | undefined;
  liquidus_c?: number | null | undefined;
  pour_low_c?: number | null | undefined;
  pour_high_c?: number | null | undefined;
}

/** What of an alloy's temperatures cannot be together, with what it is like filled in; null where all is well. */
export function wrongRange(of: Range): { path: string; message: string } | null {
  const like = ALLOYS[of.based_on as keyof typeof ALLOYS];
  if (!like) return null;
  const solidus = of.solidus_c ?? like.solidus_c;
  const liquidus = of.liquidus_c ?? like.liquidus_c;
  const [low, high] = [of.pour_low_c ?? like.pour_range_c[0], of.pour_high_c ?? like.pour_range_c[1]];
  if (solidus > liquidus)
    return { path: 'liquidus_c', message: `must not be below its solidus, ${solidus} °C` };
  if (low <= liquidus)
    return { path: 'pour_low_c', message: `must be above its melting range, which ends at ${liquidus} °C` };
  if (high < low) return { path: 'pour_high_c', message: `must not be below ${low} °C` };
  return null;
}

/** An alloy of one's own: like one of the handbook's, with what is known better. */
export const newAlloy = shape({
  ...alloyFields,
  name: name().required(REQUIRED),
  based_on: choice(ALLOY_NAMES).required(REQUIRED)
})
  .required(REQUIRED)
  .test('range', function (alloy) {
    const wrong = alloy && wrongRange(alloy);
    return wrong ? this.createError(wrong) : true;
  });
export const alloyChange = shape({
  ...alloyFields,
  name: name().optional(),
  version: versionSeen()
}).required(REQUIRED);
export type NewAlloy = InferType<typeof newAlloy>;
export type AlloyChange = Change<InferType<typeof alloyChange>>;
