import { compactability } from '$core/bench/formula/compactability';
import { greenCompression } from '$core/bench/formula/green-compression';
import { lossFraction } from '$core/bench/formula/loss';
import { dyeFactor } from '$core/bench/formula/methylene-blue';
import { moistureByDrying } from '$core/bench/formula/moisture';
import { permeabilityNumber } from '$core/bench/formula/permeability';
import { grading } from '$core/bench/formula/grading';
import { squeeze } from '$core/bench/formula/squeeze';
import { CURVE_WORDS, temperCurve } from '$core/bench/temper-curve';
import { holdingOf, waterAfterStanding, type Cover } from '$core/heap/state/drying';
import { composition } from '$core/material/composition';
import { controlChart } from '$core/judge/control-chart';
import { batch, type BatchAddition } from '$core/mix/batch';
import { blend, type Blend, type BlendProblem, type BlendWindow } from '$core/mix/blend';
import { clayAndWater, dryMixToAdd, sandAndClay, waterToAdd } from '$core/mix/correction';
import { splashes } from '$core/mix/splashes';
import { asPercent, fixed } from '$core/quantity/display';
import { TARGETS, middle, type HeapBinder, type System } from '$core/reference/targets';
import type { SqueezeReading } from '$core/bench/formula/squeeze';
import { RULE_FIGURES, type CalculatorName, type CalculatorRequest } from '$lib/schema/calculator';
import { gradingFields } from '$core/bench/tests/sieve';
import { judgeSetPoint, setPointRange, type SetPoint } from '$core/metal/furnace';
import {
  BASIN_DEPTH_M,
  chokeArea,
  effectiveHead,
  endHead,
  ingateArea,
  sprueTaper,
  wantedEndHead
} from '$core/metal/gating';
import { chargeLossRange, harmsOf, sharesOf } from '$core/metal/charge';
import { makeUp } from '$core/metal/make-up';
import { meltDemand } from '$core/metal/melt';
import { tellMetal } from '$core/metal/scrap-test';
import { afterPour, coolsTo, type PouredInto } from '$core/heat/after-pour';
import { coolingLimits, opening } from '$core/heat/opening';
import { spreadOfShape, type Shape } from '$core/heat/shape';
import { fit, leastFlask } from '$core/mold/fit';
import type { Flask } from '$core/mold/flask';
import { carry, copeLift, dropOut } from '$core/mold/holding';
import { sandDemand } from '$core/mold/sand-demand';
import { SAND_HEAT, solidificationTime } from '$core/metal/solidification';
import { KITCHEN_SCALE_G } from '$core/reference/accuracy';
import { ALLOY_RECIPES, type MadeUp } from '$core/reference/alloy-recipes';
import { ALLOYS, USUAL_ALLOY, type Alloy } from '$core/reference/alloys';
import { HOLD_DOWN_SAFETY, SAND_ALLOWANCE } from '$core/reference/mold';
import { SCRAP_METALS, type ScrapMetal } from '$core/reference/scrap-metals';
import { RAMMED_DENSITY } from '$core/reference/wear';
import { mixFields } from '../heap/heap-state';
import { Refusal, impossible } from '../refusal';
import { linearSolver } from '../solver/linear-solver';

/** The stateless calculators: a checked request in, the answer in the units of the interface out. */
export const answers: { [N in CalculatorName]: (request: CalculatorRequest<N>) => unknown } = {
  moisture({ pan_g, wet_g, dry_g }) {
    const { wet_basis, dry_basis } = moistureByDrying({ pan_g, wet_g, dry_g });
    return { moisture_percent: asPercent(wet_basis), dry_basis_percent: asPercent(dry_basis) };
  },

  batch(request) {
    const system = request.system as System;
    const plain = { counted_as: 'product', moisture_fraction: 0, active_fraction: 1 } as const;
    const additions: (BatchAddition & { role: 'binder' | 'oil' | 'activator' })[] = [
      {
        role: 'binder',
        phs: request.binder_phs,
        counted_as: request.binder_as as 'product' | 'active',
        moisture_fraction: (request.binder?.moisture_percent ?? 0) / 100,
        active_fraction: (request.binder?.active_percent ?? 100) / 100
      }
    ];
    if (system === 'oil') {
      additions.push({ role: 'oil', phs: request.oil_phs ?? 0, ...plain });
      additions.push({ role: 'activator', phs: request.activator_phs ?? 0, ...plain });
    } else if (request.oil_phs || request.activator_phs) {
      const path = request.oil_phs ? 'oil_phs' : 'activator_phs';
      throw impossible([{ path, message: 'belongs to an oil system only' }]);
    }
    const mix = batch({
      system,
      wanted: { dry_sand_kg: request.dry_sand_kg },
      sands: [{ share: 1, moisture_fraction: (request.sand?.moisture_percent ?? 0) / 100 }],
      additions,
      moisture_fraction: (request.moisture_percent ?? 0) / 100
    });
    const weighed = [
      { ingredient: 'sand', kg: mix.sand_kg[0]! },
      ...additions.map(({ role }, i) => ({ ingredient: role, kg: mix.addition_kg[i]! })),
      ...(system === 'water' ? [{ ingredient: 'water', kg: mix.water_kg }] : [])
    ];
    return {
      additions: weighed,
      ...mixFields(mix.composition),
      water_to_lose_kg: system === 'water' ? mix.surplus_water_kg : 0,
      splashes_kg: splashes(mix.water_kg, request.splashes)
    };
  },

  correction(request) {
    const { heap, target, binder } = request;
    const from = heap.moisture_percent / 100;
    const to = target.moisture_percent / 100;
    const clay = heap.active_clay_percent / 100;
    const wanted_clay = (target.active_clay_percent ?? heap.active_clay_percent) / 100;
    const problem = {
      total_kg: heap.total_kg,
      moisture: from,
      active_clay: clay,
      target_moisture: to,
      target_active_clay: wanted_clay,
      product_active: (binder?.active_percent ?? 100) / 100,
      product_moisture: (binder?.moisture_percent ?? 0) / 100
    };
    const findings: string[] = [];
    let amounts = { binder_kg: 0, water_kg: waterToAdd(heap.total_kg, from, to) };
    if (target.active_clay_percent !== undefined) {
      amounts = orImpossible('binder.active_percent', () => clayAndWater(problem));
      if (amounts.binder_kg < 0) {
        findings.push(
          'The heap already holds more active clay than the target: only new sand would thin it.'
        );
        amounts = { binder_kg: 0, water_kg: waterToAdd(heap.total_kg, from, to) };
      }
    }
    const { binder_kg } = amounts;
    const water_kg = Math.max(0, amounts.water_kg);
    const water_to_lose_kg = Math.max(0, -amounts.water_kg);
    const total_kg = heap.total_kg + binder_kg + water_kg - water_to_lose_kg;
    const dry_mix =
      water_to_lose_kg > 0 && target.active_clay_percent !== undefined ? sandAndClay(problem) : null;
    const dry_mix_kg = dry_mix
      ? dry_mix.sand_kg + dry_mix.binder_kg
      : water_to_lose_kg > 0
        ? dryMixToAdd(heap.total_kg, from, to)
        : 0;
    const share = (kg: number) => asPercent(kg / total_kg);
    return {
      water_kg,
      binder_kg,
      dry_mix_kg,
      water_to_lose_kg,
      result: {
        total_kg,
        moisture_percent: share(
          heap.total_kg * from + binder_kg * problem.product_moisture + water_kg - water_to_lose_kg
        ),
        active_clay_percent: share(heap.total_kg * clay + binder_kg * problem.product_active),
        dead_clay_percent: share((heap.total_kg * (heap.dead_clay_percent ?? 0)) / 100)
      },
      splashes_kg: splashes(water_kg, request.splashes),
      findings
    };
  },

  squeeze({ system, ...reading }) {
    const { tells_water, ...answer } = squeeze(
      reading as SqueezeReading,
      (system as System | undefined) ?? 'water'
    );
    return { ...answer, tells_water };
  },

  'grain-fineness'({ sample_g, retained }) {
    const found = orImpossible('retained', () => grading(retained, sample_g));
    return gradingFields(found);
  },

  async blend(request) {
    const window = (percent: { min: number; max: number }) => ({
      min: percent.min / 100,
      max: percent.max / 100
    });
    const problem: BlendProblem = {
      stock: request.stock.map(({ fines_percent, ...each }) => ({ ...each, fines: fines_percent / 100 })),
      total_kg: request.total_kg,
      fineness_number: request.fineness_number,
      fines: request.fines_percent && window(request.fines_percent),
      resolution_kg: request.resolution_g === undefined ? undefined : request.resolution_g / 1000
    };
    const answer = await blend(problem, linearSolver);
    const fields = (mix: Blend) => ({
      parts: request.stock.map(({ name }, i) => ({ name, kg: mix.parts_kg[i]! })),
      fineness_number: mix.fineness_number,
      fines_percent: asPercent(mix.fines),
      ...(request.stock.some((each) => each.cost_per_kg !== undefined) && { cost: mix.cost })
    });
    if (answer.feasible) {
      const { off_after_rounding, proven } = answer;
      return { ...fields(answer.blend), off_after_rounding, proven };
    }
    if (!answer.finished)
      throw new Refusal(
        422,
        'Whether this stock can be mixed so took too much work to find out: leave sands out, or widen a window.'
      );
    throw new Refusal(
      422,
      `No mix of this stock meets ${answer.conflicts.map((each) => CONFLICT_WORDS[each]).join(' and ')}.`,
      answer.conflicts.map((path) => ({ path, message: conflictMessage(path, answer.nearest) }))
    );
  },

  compactability({ start_mm, end_mm }) {
    return { compactability_percent: asPercent(compactability(start_mm, end_mm)) };
  },

  'green-compression'({ load_kg, diameter_mm }) {
    return { strength_kpa: greenCompression(load_kg, diameter_mm) / 1000 };
  },

  permeability(request) {
    return { permeability_number: permeabilityNumber(request) };
  },

  'methylene-blue'({ standards, ml }) {
    const factor = dyeFactor(
      standards.map((each) => ({ ml: each.ml, active_clay: each.active_percent / 100 }))
    );
    return { active_clay_percent: asPercent(ml * factor), factor: asPercent(factor) };
  },

  loss({ before_g, after_g }) {
    return { loss_percent: asPercent(lossFraction(before_g, after_g)) };
  },

  'temper-curve'({ points, target_compactability_percent }) {
    const curve = temperCurve(
      points.map((point) => ({
        moisture: point.moisture_percent / 100,
        strength_pa: point.strength_kpa === undefined ? undefined : point.strength_kpa * 1000,
        compactability:
          point.compactability_percent === undefined ? undefined : point.compactability_percent / 100
      })),
      (target_compactability_percent ?? 45) / 100
    );
    const { peak, temper_moisture, temper_interval } = curve;
    return {
      peak: peak && {
        moisture_percent: asPercent(peak.moisture),
        interval: peak.interval.map(asPercent),
        strength_kpa: peak.strength_pa / 1000
      },
      temper_moisture_percent: temper_moisture === null ? null : asPercent(temper_moisture),
      temper_interval: temper_interval?.map(asPercent) ?? null,
      findings: curve.findings.map((finding) => ({ finding, advice: CURVE_WORDS[finding] }))
    };
  },

  drying(request) {
    const { mass_kg, moisture_percent, active_clay_percent, hours } = request;
    const water_kg = (mass_kg * moisture_percent) / 100;
    const dry_kg = mass_kg - water_kg;
    const active_clay = (dry_kg * active_clay_percent) / 100;
    const sand = composition({ grain: dry_kg - active_clay, active_clay, water: water_kg });
    const standing = {
      water_kg,
      ...holdingOf(sand, middle(TARGETS['sodium-bentonite'].temper_ratio!)),
      exposed_area_m2: request.exposed_area_m2,
      cover: request.cover as Cover,
      climate: {
        air_c: request.air_c,
        relative_humidity: request.relative_humidity_percent / 100,
        air_speed_m_s: request.air_speed_m_s
      }
    };
    const at = (h: number) => {
      const left = waterAfterStanding(standing, h);
      return {
        hours: h,
        moisture_percent: asPercent(left / (dry_kg + left)),
        water_lost_kg: water_kg - left
      };
    };
    const curve = Array.from({ length: CURVE_POINTS + 1 }, (_, i) => at((hours * i) / CURVE_POINTS));
    const { moisture_percent: end, water_lost_kg } = curve.at(-1)!;
    return {
      moisture_percent: end,
      water_lost_kg,
      curve: curve.map(({ hours: h, moisture_percent: percent }) => ({ hours: h, moisture_percent: percent }))
    };
  },

  flask(request) {
    const flask = flaskOf(request);
    const density_kg_m3 = 1000 * (request.density_kg_l ?? RAMMED_DENSITY.water.value / 1000);
    const cope_solid_l = request.cope_solid_l ?? request.solid_l / 2;
    const solids = { cope_m3: cope_solid_l / 1000, drag_m3: (request.solid_l - cope_solid_l) / 1000 };
    if (solids.drag_m3 < 0)
      throw impossible([{ path: 'cope_solid_l', message: 'is more than pattern and gating together' }]);
    const demand = orImpossible('solid_l', () =>
      sandDemand(flask, solids, density_kg_m3, (request.allowance_percent ?? 100 * SAND_ALLOWANCE) / 100)
    );
    const cope_lift_kg = demand.cope_kg + (request.cope_flask_kg ?? 0);
    const drag_lift_kg = demand.drag_kg + (request.drag_flask_kg ?? 0);
    const closed_kg = cope_lift_kg + drag_lift_kg;
    const lift = (kg: number) => ({ kg, carry: carry(kg) });
    const green_pa = request.green_compression_kpa && request.green_compression_kpa * 1000;
    const held = green_pa ? dropOut(flask, density_kg_m3, green_pa, request.wall as 'plain') : null;
    return {
      inside_l: demand.inside_m3 * 1000,
      sand_kg: demand.sand_kg,
      sand_with_allowance_kg: demand.with_allowance_kg,
      cope_sand_kg: demand.cope_kg,
      drag_sand_kg: demand.drag_kg,
      lifts: {
        drag: lift(drag_lift_kg),
        cope: lift(cope_lift_kg),
        closed: lift(closed_kg),
        poured: lift(closed_kg + (request.metal_kg ?? 0))
      },
      drop_out: held && {
        needed_kpa: held.needed_pa / 1000,
        holds_kpa: held.holds_pa / 1000,
        ratio: held.ratio,
        bars: held.bars
      }
    };
  },

  'flask-fit'({ castings, metal, flask }) {
    const boxes = castings.map(({ length_mm, width_mm, above_mm, below_mm, mass_kg }) => ({
      length_m: length_mm / 1000,
      width_m: width_mm / 1000,
      above_m: above_mm / 1000,
      below_m: below_mm / 1000,
      kg: mass_kg
    }));
    const alloy = metal as Alloy;
    const judged = flask && fit(boxes, alloy, flaskOf(flask));
    const least = judged?.least ?? leastFlask(boxes, alloy);
    const mm = (m: number) => Number((m * 1000).toPrecision(9));
    return {
      /** Null: no flask was named. */
      fits: judged?.fits ?? null,
      least: {
        length_mm: mm(least.length_m),
        width_mm: mm(least.width_m),
        cope_mm: mm(least.cope_m),
        drag_mm: mm(least.drag_m)
      },
      short_by: (judged?.short ?? []).map(({ side, by_m }) => ({ side, mm: mm(by_m) }))
    };
  },

  'cope-lift'({ projected_area_mm2, head_mm, metal_kg_m3, cope_kg, safety }) {
    return copeLift(
      [{ area_m2: projected_area_mm2 / 1e6, head_m: head_mm / 1000 }],
      metal_kg_m3,
      cope_kg,
      safety ?? HOLD_DOWN_SAFETY
    );
  },

  melt({ castings_kg, gating_kg, loss_percent, heel_percent, crucible_l, liquid_kg_l }) {
    const { charge_kg, volume_m3, melts } = meltDemand(
      castings_kg,
      gating_kg,
      loss_percent / 100,
      heel_percent / 100,
      liquid_kg_l * 1000,
      crucible_l === undefined ? null : crucible_l / 1000
    );
    return { charge_kg, melts, volume_l: volume_m3 * 1000 };
  },

  gating({
    poured_kg,
    liquid_kg_m3,
    pour_s,
    sprue_mm,
    casting_mm,
    casting_in_cope_mm,
    gate,
    discharge,
    basin_mm
  }) {
    const sides = [sprue_mm / 1000, casting_mm / 1000, casting_in_cope_mm / 1000] as const;
    const head_m = orImpossible('sprue_mm', () => effectiveHead(...sides, gate));
    const end_m = endHead(...sides, gate);
    const wants_m = wantedEndHead(poured_kg);
    const choke_m2 = chokeArea(poured_kg, liquid_kg_m3, pour_s, head_m, discharge);
    const taper = orImpossible('basin_mm', () =>
      sprueTaper(
        sprue_mm / 1000,
        basin_mm === undefined ? Math.min(BASIN_DEPTH_M, sprue_mm / 1000) : basin_mm / 1000
      )
    );
    return {
      effective_head_mm: head_m * 1000,
      choke_mm2: choke_m2 * 1e6,
      sprue_top_mm2: choke_m2 * taper * 1e6,
      ingate_mm2: ingateArea(poured_kg, liquid_kg_m3, pour_s) * 1e6,
      taper,
      end_head_mm: end_m * 1000,
      warnings:
        end_m < wants_m - 1e-9
          ? [
              `The basin stands only ${Math.round(end_m * 1000)} mm above the casting's top; ${wants_m * 1000} mm fill it well. Raise the cope or the basin.`
            ]
          : []
    };
  },

  solidification(request) {
    const alloy = ALLOYS[(request.metal as Alloy | undefined) ?? USUAL_ALLOY];
    const modulus_m = request.volume_cm3 / request.area_cm2 / 100;
    const shape = (request.shape ?? 'plate') as Shape;
    if (RULE_FIGURES.every((figure) => request[figure] === undefined)) {
      const [solid_s] = coolsTo(
        {
          volume_m3: request.volume_cm3 / 1e6,
          area_m2: request.area_cm2 / 1e4,
          around: spreadOfShape(shape, modulus_m)
        },
        {
          alloy,
          pour_c: request.pour_c ?? alloy.pour_c,
          moisture: (request.sand_moisture_percent ?? 0) / 100,
          thick_m: (request.sand_thickness_mm ?? PLENTY_OF_SAND_MM) / 1000
        },
        [alloy.solidus_c]
      ).reached_s;
      return { modulus_mm: modulus_m * 1000, solid_s: solid_s ?? null, by: 'conduction', shape };
    }
    const middle_c = (alloy.solidus_c + alloy.liquidus_c) / 2;
    const freezing_c = request.freezing_c ?? middle_c;
    const solid_s = solidificationTime(modulus_m, {
      metal_kg_m3: request.metal_kg_m3 ?? alloy.liquid_kg_m3,
      latent_j_kg: request.latent_kj_kg === undefined ? alloy.latent_j_kg : request.latent_kj_kg * 1000,
      liquid_j_kg_k:
        request.liquid_kj_kg_k === undefined ? alloy.liquid_j_kg_k : request.liquid_kj_kg_k * 1000,
      superheat_k: request.superheat_c ?? Math.max(0, alloy.pour_c - freezing_c),
      freezing_c,
      sand_c: request.sand_c ?? SAND_HEAT.sand_c,
      sand_w_m_k: request.sand_w_m_k ?? SAND_HEAT.sand_w_m_k,
      sand_kg_m3: request.sand_kg_m3 ?? SAND_HEAT.sand_kg_m3,
      sand_j_kg_k: request.sand_j_kg_k ?? SAND_HEAT.sand_j_kg_k
    });
    return { modulus_mm: modulus_m * 1000, solid_s, by: 'rule', shape: 'plate' };
  },

  'sand-heat'(request) {
    const alloy = ALLOYS[request.metal as Alloy];
    const into: PouredInto = {
      alloy,
      pour_c: request.pour_c,
      moisture: request.sand_moisture_percent / 100,
      binder: request.binder as HeapBinder,
      thick_m: request.sand_thickness_mm / 1000
    };
    const outer = { volume_m3: request.volume_cm3 / 1e6, area_m2: request.area_cm2 / 1e4 };
    const around = spreadOfShape((request.shape ?? 'plate') as Shape, outer.volume_m3 / outer.area_m2);
    const body = { ...outer, around };
    const way = request.gating && {
      volume_m3: request.gating.volume_cm3 / 1e6,
      area_m2: request.gating.area_cm2 / 1e4
    };
    const limits = coolingLimits(alloy);
    const { burnt_m, burnt_kg, steam_kg, condensed_kg, reached_s, run } = afterPour(body, into, limits);
    const [solid = null, , below_60_c = null] = reached_s;
    const below_400_c = coolsTo(body, into, [Math.min(alloy.solidus_c, 400)]).reached_s[0] ?? null;
    const { solid_s, last, likely_s, open_s } = opening(
      [
        { part: 'casting', body, reached_s },
        ...(way
          ? [{ part: 'sprue' as const, body: way, reached_s: coolsTo(way, into, [limits[0]]).reached_s }]
          : [])
      ],
      into
    );
    return {
      shape: request.shape ?? 'plate',
      burnt_layer_mm: burnt_m * 1000,
      burnt_sand_kg: burnt_kg,
      steam_kg,
      condensed_kg,
      shake_out_c: alloy.shake_out_c,
      /** `open` by the slow end of the doubt; without the way in, of the casting alone. */
      open_after_s: { solid, all_solid: solid_s, likely: likely_s, open: open_s, below_400_c, below_60_c },
      last_solid: way ? (last === 'casting' ? 'casting' : 'gating') : 'casting',
      profile: run.at_m.map((m, i) => ({ depth_mm: m * 1000, peak_c: run.peak_c[i]!, dried: run.dried[i]! }))
    };
  },

  'set-point'({ metal, set_c, carry_loss_c }) {
    const alloy = ALLOYS[metal as Alloy];
    const judged = judgeSetPoint(set_c, alloy, undefined, carry_loss_c);
    const [least_c, most_c] = setPointRange(alloy, carry_loss_c);
    const verdict = judged.is === 'too-hot' ? 'too-hot' : judged.is === 'right' ? 'right' : 'too-cold';
    return { verdict, least_c, most_c, why: SET_POINT_WHY[judged.is] };
  },

  'scrap-metal'({ air_g, water_g, scale_g, magnet }) {
    const told = orImpossible('water_g', () =>
      tellMetal(
        { air_kg: air_g / 1000, water_kg: water_g / 1000, step_kg: (scale_g ?? KITCHEN_SCALE_G) / 1000 },
        magnet
      )
    );
    return {
      density_kg_l: told.kg_m3 / 1000,
      sd_kg_l: told.sd_kg_m3 / 1000,
      verdict: told.verdict,
      may_be: told.may_be.map((metal) => {
        const { name, tells, never }: ScrapMetal = SCRAP_METALS[metal];
        return { metal, name, tells, never: never ?? null };
      })
    };
  },

  'alloy-parts'({ metal, charge_kg }) {
    const recipe = ALLOY_RECIPES[metal as MadeUp];
    return { parts: makeUp(charge_kg, recipe), steps: recipe.steps };
  },

  charge({ metal, charge }) {
    const [least, most] = chargeLossRange(sharesOf(charge), ALLOYS[metal as Alloy]);
    return {
      loss_percent: { value: 50 * (least + most), least: 100 * least, most: 100 * most },
      harms: harmsOf(charge.map(({ scrap }) => scrap))
    };
  },

  'control-chart'({ values }) {
    return controlChart(values);
  }
};

/** So much sand round a casting is as good as any more, while it freezes. */
const PLENTY_OF_SAND_MM = 150;

const SET_POINT_WHY: Record<SetPoint['is'], string> = {
  'never-melts': 'Below the melting range: it never melts.',
  mushy: 'Within the melting range: it stays mush and never pours.',
  cold: 'It melts, but freezes on the way to the mold.',
  short: 'It melts, but freezes on the way to the mold.',
  right: 'Above the melting range by what is lost on the way, and no hotter than the metal bears.',
  'too-hot': 'Hotter than the metal bears: it takes up gas, burns off and makes dross.'
};

/** Steps in a drying curve. */
const CURVE_POINTS = 48;

const CONFLICT_WORDS: Record<BlendWindow, string> = {
  total_kg: 'the mass asked for',
  fineness_number: 'the fineness window',
  fines_percent: 'the fines window'
};

function conflictMessage(window: BlendWindow, nearest: Blend | null): string {
  if (!nearest) return 'cannot be met with this stock';
  if (window === 'total_kg') {
    const there = nearest.parts_kg.reduce((sum, kg) => sum + kg, 0);
    return `cannot be met with this stock; at most ${fixed(there, 2)} kg is there`;
  }
  const value =
    window === 'fineness_number' ? fixed(nearest.fineness_number, 1) : `${fixed(nearest.fines * 100, 2)} %`;
  return `cannot be met with this stock; the nearest mix has ${value}`;
}

/** Runs a core function whose refusal belongs to one field of the request. */
function orImpossible<T>(path: string, run: () => T): T {
  try {
    return run();
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    throw impossible([{ path, message: error.message }]);
  }
}

const flaskOf = (flask: {
  length_mm: number;
  width_mm: number;
  cope_mm: number;
  drag_mm: number;
  shape?: string | undefined;
}): Flask => ({
  shape: flask.shape === 'round' ? 'round' : 'rectangular',
  length_m: flask.length_mm / 1000,
  width_m: flask.width_mm / 1000,
  cope_m: flask.cope_mm / 1000,
  drag_m: flask.drag_mm / 1000
});
