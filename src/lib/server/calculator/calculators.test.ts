import { describe, expect, it } from 'vitest';
import { calculators, type CalculatorRequest } from '$lib/schema/calculator';
import { Refusal } from '../refusal';
import { answers } from './calculators';

type Batch = { additions: { ingredient: string; kg: number }[]; splashes_kg: number[] } & Record<
  string,
  number
>;
const batch = (fields: Partial<CalculatorRequest<'batch'>>) =>
  answers.batch({
    system: 'water',
    dry_sand_kg: 25,
    binder_phs: 10,
    binder_as: 'product',
    moisture_percent: 3.8,
    ...fields
  } as CalculatorRequest<'batch'>) as Batch;
type Correction = { findings: string[]; result: Record<string, number>; splashes_kg: number[] } & Record<
  string,
  number
>;
const correction = (fields: object) =>
  answers.correction(fields as CalculatorRequest<'correction'>) as Correction;

describe('batch', () => {
  it('counts stock as dry and fully active unless said', () => {
    const answer = batch({});
    expect(answer.additions.map((each) => each.ingredient)).toEqual(['sand', 'binder', 'water']);
    expect(answer.additions[2]!.kg).toBeCloseTo(1.0863, 4);
    expect(answer.active_clay_percent).toBeCloseTo(100 / 11, 8);
    expect(answer.temper_ratio).toBeCloseTo(1.0863 / 2.5, 4);
  });
  it('weighs more of a weak clay when the parts mean active clay', () => {
    const binder = { moisture_percent: 9, active_percent: 85 };
    const [product, active] = [batch({ binder }), batch({ binder, binder_as: 'active' })];
    expect(active.additions[1]!.kg / product.additions[1]!.kg).toBeCloseTo(1 / 0.85, 10);
    expect(active.additions[1]!.kg).toBeCloseTo(2.5 / 0.85 / 0.91, 8);
  });
  it('mixes oil sand from oil, clay and activator, with no water', () => {
    const answer = batch({ system: 'oil', binder_phs: 5, oil_phs: 2, activator_phs: 0.2 });
    expect(answer.additions).toEqual([
      { ingredient: 'sand', kg: 25 },
      { ingredient: 'binder', kg: 1.25 },
      { ingredient: 'oil', kg: 0.5 },
      { ingredient: 'activator', kg: 0.05 }
    ]);
    expect(answer.total_kg).toBeCloseTo(26.8, 10);
    expect(answer.splashes_kg).toEqual([]);
  });
  it('has no use for oil in green sand', () => expect(() => batch({ oil_phs: 2 })).toThrow(Refusal));
  it('says what too damp a stock has to lose', () => {
    expect(batch({ sand: { moisture_percent: 6 } }).water_to_lose_kg).toBeGreaterThan(0.4);
  });
});

describe('correction', () => {
  const heap = { total_kg: 52, moisture_percent: 2.4, active_clay_percent: 7, dead_clay_percent: 3 };
  it('adds water, and says what the heap is then', () => {
    const answer = correction({ heap, target: { moisture_percent: 3.5 }, splashes: 4 });
    expect(answer.water_kg).toBeCloseTo(0.5927, 4);
    expect(answer.splashes_kg).toHaveLength(4);
    expect(answer.result.moisture_percent).toBeCloseTo(3.5, 10);
    expect(answer.result.dead_clay_percent).toBeCloseTo((52 * 3) / 52.5927, 4);
  });
  it('brings too-wet sand down with a dry mix that keeps its clay, too', () => {
    const wet = correction({
      heap: { ...heap, moisture_percent: 4.5 },
      target: { moisture_percent: 3.5, active_clay_percent: 7 },
      binder: { active_percent: 85, moisture_percent: 9 }
    });
    expect(wet.water_to_lose_kg).toBeGreaterThan(0.4);
    expect(wet.dry_mix_kg).toBeGreaterThan(10);
    expect(wet.water_kg).toBe(0);
  });
  it('says when the heap is richer in clay than asked', () => {
    const rich = correction({ heap, target: { moisture_percent: 3.5, active_clay_percent: 5 } });
    expect(rich.binder_kg).toBe(0);
    expect(rich.findings[0]).toContain('already holds more active clay');
  });
  it('names the clay that is too weak to help', () => {
    const weak = () =>
      correction({
        heap,
        target: { moisture_percent: 3.5, active_clay_percent: 9 },
        binder: { active_percent: 8, moisture_percent: 1 }
      });
    expect(weak).toThrow(/too weak/);
  });
});

describe('bench calculators', () => {
  it('give the published figures in the units of the interface', () => {
    expect(answers.compactability({ start_mm: 100, end_mm: 56 })).toEqual({ compactability_percent: 44 });
    expect(answers['green-compression']({ load_kg: 18, diameter_mm: 50.8 })).toEqual({
      strength_kpa: expect.closeTo(87.09, 2)
    });
    const air = { air_cm3: 2000, height_cm: 5.08, pressure_g_cm2: 10, area_cm2: 20.268, time_s: 30 };
    expect(answers.permeability(air)).toEqual({ permeability_number: expect.closeTo(100.26, 2) });
    expect(answers.loss({ kind: 'clay-wash', before_g: 50, after_g: 44.5 })).toEqual({
      loss_percent: expect.closeTo(11, 10)
    });
    const standards = [
      { active_percent: 5, ml: 10 },
      { active_percent: 10, ml: 20 }
    ];
    expect(answers['methylene-blue']({ standards, ml: 16 })).toEqual({ active_clay_percent: 8, factor: 0.5 });
  });
  it('grade a sand and say what to do about it', () => {
    const retained = [
      { sieve: '40' as const, grams: 0.4 },
      { sieve: '50' as const, grams: 1.3 },
      { sieve: '70' as const, grams: 2.4 },
      { sieve: '100' as const, grams: 4.5 },
      { sieve: '140' as const, grams: 17.1 },
      { sieve: '200' as const, grams: 22.1 },
      { sieve: '270' as const, grams: 21.8 },
      { sieve: 'pan' as const, grams: 18.6 }
    ];
    const answer = answers['grain-fineness']({ sample_g: 100, retained }) as Record<string, unknown>;
    expect(answer.fineness_number).toBeCloseTo(172.8, 1);
    expect(answer.washed_off_percent).toBeCloseTo(11.8, 8);
    expect(answer.findings).toContainEqual({
      finding: 'too-many-fines',
      advice: expect.stringContaining('choke')
    });
    expect(() => answers['grain-fineness']({ sample_g: 10, retained })).toThrow(Refusal);
  });
  it('fit a temper curve', () => {
    const points = [2.2, 2.7, 3.2, 3.7].map((moisture_percent) => ({
      moisture_percent,
      strength_kpa: 95 - 60 * (moisture_percent - 3.2) ** 2,
      compactability_percent: 45 + 14 * (moisture_percent - 3.5)
    }));
    expect(answers['temper-curve']({ points, target_compactability_percent: undefined })).toMatchObject({
      peak: { moisture_percent: expect.closeTo(3.2, 6), strength_kpa: expect.closeTo(95, 6) },
      temper_moisture_percent: expect.closeTo(3.5, 6)
    });
  });
  it('forecast drying, with less lost under a lid', () => {
    const standing = {
      mass_kg: 40,
      moisture_percent: 3.5,
      active_clay_percent: 8,
      exposed_area_m2: 0.15,
      air_c: 20,
      relative_humidity_percent: 50,
      air_speed_m_s: 0.2,
      hours: 48
    };
    type Answer = {
      moisture_percent: number;
      water_lost_kg: number;
      curve: { hours: number; moisture_percent: number }[];
    };
    const open = answers.drying({ ...standing, cover: 'open' }) as Answer;
    const lid = answers.drying({ ...standing, cover: 'lid' }) as Answer;
    expect(open.water_lost_kg).toBeGreaterThan(5 * lid.water_lost_kg);
    expect(open.curve[0]).toEqual({ hours: 0, moisture_percent: expect.closeTo(3.5, 10) });
    expect(open.curve.at(-1)).toEqual({ hours: 48, moisture_percent: open.moisture_percent });
    open.curve
      .slice(1)
      .forEach((point, i) =>
        expect(point.moisture_percent).toBeLessThanOrEqual(open.curve[i]!.moisture_percent)
      );
    expect(answers.drying({ ...standing, cover: 'open', hours: 0 })).toMatchObject({ water_lost_kg: 0 });
  });
  it('blend stock, or say which window stands in the way', async () => {
    const stock = [
      { name: 'coarse', available_kg: 50, fineness_number: 55, fines_percent: 1, cost_per_kg: 0.2 },
      { name: 'fine', available_kg: 25, fineness_number: 140, fines_percent: 6, cost_per_kg: 0.6 }
    ];
    const asked = { stock, total_kg: 30, fineness_number: { min: 85, max: 100 }, fines_percent: undefined };
    const mix = (await answers.blend(asked)) as { parts: { name: string; kg: number }[]; cost: number };
    expect(mix.parts.map((part) => part.name)).toEqual(['coarse', 'fine']);
    expect(mix.cost).toBeCloseTo(mix.parts[0]!.kg * 0.2 + mix.parts[1]!.kg * 0.6, 8);
    await expect(answers.blend({ ...asked, fineness_number: { min: 200, max: 220 } })).rejects.toMatchObject({
      status: 422,
      errors: [{ path: 'fineness_number' }]
    });
  });
  it('chart a series', () => {
    expect(answers['control-chart']({ values: [3.5, 3.6, 3.4, 3.7, 3.5, 3.9] })).toMatchObject({
      mean: expect.closeTo(3.6, 10),
      limits: [expect.closeTo(2.9616, 4), expect.closeTo(4.2384, 4)]
    });
  });
});

describe('molds', () => {
  const sides = { length_mm: 350, width_mm: 250, cope_mm: 90, drag_mm: 70 };
  const asked = (fields: object) =>
    answers.flask({ ...sides, solid_l: 0.9, density_kg_l: 1.6, ...fields } as never);
  it('take so much sand, and weigh so much at each lift', () => {
    expect(
      asked({ allowance_percent: 12, cope_flask_kg: 2.1, drag_flask_kg: 1.9, metal_kg: 1.4 })
    ).toMatchObject({
      inside_l: expect.closeTo(14, 9) as number,
      sand_kg: expect.closeTo(20.96, 9) as number,
      sand_with_allowance_kg: expect.closeTo(23.4752, 9) as number,
      lifts: {
        closed: { kg: expect.closeTo(24.96, 9) as number, carry: 'two-people' },
        poured: { kg: expect.closeTo(26.36, 9) as number }
      },
      drop_out: null
    });
    expect(asked({ green_compression_kpa: 90 })).toMatchObject({ drop_out: { bars: 0 } });
    expect(() => asked({ solid_l: 20 })).toThrow(Refusal);
    expect(() => asked({ cope_solid_l: 1.2 })).toThrow(Refusal);
  });
  it('are judged against a flask of one’s own', () => {
    const castings = [{ length_mm: 180, width_mm: 120, above_mm: 0, below_mm: 20, mass_kg: 1.2 }];
    expect(answers['flask-fit']({ castings, metal: 'aluminium' } as never)).toEqual({
      fits: null,
      least: { length_mm: 300, width_mm: 190, cope_mm: 75, drag_mm: 60 },
      short_by: []
    });
    const flask = { ...sides, length_mm: 280 };
    expect(answers['flask-fit']({ castings, metal: 'tin-bronze', flask } as never)).toMatchObject({
      fits: false,
      short_by: expect.arrayContaining([{ side: 'cope', mm: 10 }]) as unknown
    });
  });
  it('are lifted by their metal', () => {
    const lift = { projected_area_mm2: 180 * 120, head_mm: 100, metal_kg_m3: 2400, cope_kg: 0 };
    expect(answers['cope-lift'](lift as never)).toMatchObject({
      lift_n: expect.closeTo(50.84, 2) as number,
      hold_down_kg: expect.closeTo(7.776, 6) as number
    });
  });
  it('are melted for, and gated', () => {
    const melt = { castings_kg: 1.2, gating_kg: 0.48, loss_percent: 4, heel_percent: 8, liquid_kg_l: 2.4 };
    expect(answers.melt({ ...melt, crucible_l: 0.9 } as never)).toEqual({
      charge_kg: expect.closeTo(1.89, 9) as number,
      melts: 2,
      volume_l: expect.closeTo(0.7875, 9) as number
    });
    expect(answers.melt(melt as never)).toMatchObject({ melts: null });
    const gating = {
      poured_kg: 1.8,
      liquid_kg_m3: 2400,
      pour_s: 5,
      sprue_mm: 120,
      casting_mm: 70,
      casting_in_cope_mm: 40,
      gate: 'parting'
    };
    expect(answers.gating(gating as never)).toMatchObject({
      effective_head_mm: expect.closeTo(108.57, 2) as number,
      taper: 2,
      ingate_mm2: expect.closeTo(300, 9) as number
    });
    expect(answers.gating({ ...gating, gate: 'top', sprue_mm: 100 } as never)).toMatchObject({
      choke_mm2: expect.closeTo(133.9, 1) as number
    });
    expect(() => answers.gating({ ...gating, gate: 'bottom', sprue_mm: 30 } as never)).toThrow(Refusal);
    expect(() => answers.gating({ ...gating, basin_mm: 200 } as never)).toThrow(Refusal);
    expect(answers.gating(gating as never)).toMatchObject({
      warnings: [],
      end_head_mm: expect.closeTo(80, 9) as number
    });
    // Its top stands as high as the basin: no mean head fills it.
    const upright = { ...gating, casting_mm: 200, casting_in_cope_mm: 120 };
    expect(() => answers.gating(upright as never)).toThrow(Refusal);
    const near = answers.gating({ ...upright, casting_in_cope_mm: 75 } as never) as { warnings: string[] };
    expect(near.warnings).toEqual([expect.stringContaining('only 45 mm')]);
  });
  it('are melted in a furnace that is set right', () => {
    const set = (metal: string, set_c: number, more = {}) =>
      answers['set-point']({ metal, set_c, ...more } as never) as Record<string, unknown>;
    expect(set('zinc-12', 610)).toMatchObject({ verdict: 'too-hot', least_c: 457, most_c: 580 });
    expect(set('aluminium', 613)).toMatchObject({ verdict: 'too-cold', least_c: 653, most_c: 800 });
    expect(set('aluminium-wrought', 660)).toMatchObject({ verdict: 'too-cold', least_c: 700 });
    expect(set('aluminium', 760)).toMatchObject({ verdict: 'right' });
    expect(set('aluminium', 680, { carry_loss_c: 80 })).toMatchObject({ verdict: 'too-cold', least_c: 693 });
    expect(String(set('pewter', 500).why)).toContain('gas');
  });
  it('are told from one another in water', () => {
    const told = answers['scrap-metal']({ air_g: 178, water_g: 78 } as never) as {
      density_kg_l: number;
      verdict: string;
      may_be: object[];
    };
    expect(told.density_kg_l).toBeCloseTo(1.7768, 4);
    expect(told).toMatchObject({
      verdict: 'never',
      may_be: [{ metal: 'magnesium', never: expect.stringContaining('burns') }]
    } as never);
    expect(() => answers['scrap-metal']({ air_g: 10, water_g: 12 } as never)).toThrow('water_g');
  });
  it('are made up, and charged of what there is', () => {
    expect(answers['alloy-parts']({ metal: 'tin-bronze', charge_kg: 3 } as never)).toMatchObject({
      parts: [
        { name: 'copper', kg: expect.closeTo(2.7, 12) },
        { name: 'tin', kg: expect.closeTo(0.3, 12) }
      ]
    });
    expect(
      answers.charge({
        metal: 'aluminium',
        charge: [
          { scrap: 'cast', percent: 49.9 },
          { scrap: 'cans', percent: 49.9 }
        ]
      } as never)
    ).toMatchObject({
      loss_percent: {
        least: expect.closeTo(8.5, 9),
        most: expect.closeTo(20.5, 9),
        value: expect.closeTo(14.5, 9)
      },
      harms: ['hollow', 'cans', 'not-for-food']
    });
  });
  it('heat their sand', () => {
    const plate = {
      metal: 'aluminium',
      volume_cm3: 100,
      area_cm2: 160,
      pour_c: 720,
      sand_moisture_percent: 3,
      binder: 'oil',
      sand_thickness_mm: 50
    };
    const answer = answers['sand-heat'](plate as never) as {
      burnt_layer_mm: number;
      open_after_s: Record<string, number>;
      profile: { peak_c: number }[];
    };
    expect(answer.burnt_layer_mm).toBeGreaterThan(2);
    expect(answer.burnt_layer_mm).toBeLessThan(30);
    expect(answer.open_after_s.solid).toBeLessThan(answer.open_after_s.below_60_c!);
    // Cubes and bars cool sooner than a plate of their modulus; 350 °C comes after 400, and all of it is solid by then.
    const opens = (shape: string, more = {}) =>
      (
        answers['sand-heat']({ ...plate, shape, ...more } as never) as {
          open_after_s: Record<string, number>;
        }
      ).open_after_s;
    const [flat, bar, chunky] = ['plate', 'bar', 'chunky'].map((shape) => opens(shape));
    expect(chunky!.below_60_c).toBeLessThan(bar!.below_60_c!);
    expect(bar!.below_60_c).toBeLessThan(flat!.below_60_c!);
    expect(opens('chunky')).toMatchObject({ all_solid: chunky!.solid });
    const gated = opens('chunky', { gating: { volume_cm3: 300, area_cm2: 250 } });
    expect(gated.all_solid).toBeGreaterThan(chunky!.all_solid!);
    expect(gated.open).toBeGreaterThan(gated.all_solid!);
    expect(answer).toMatchObject({ shake_out_c: 350 });
    expect(answer.profile.every(({ peak_c }, i, all) => i === 0 || peak_c <= all[i - 1]!.peak_c + 1e-9)).toBe(
      true
    );
  });
  it('freeze by their modulus', () => {
    const plate = { volume_cm3: 500, area_cm2: 1000, metal_kg_m3: 2400, latent_kj_kg: 389, superheat_c: 60 };
    expect(answers.solidification({ ...plate, liquid_kj_kg_k: 1.08, freezing_c: 600 } as never)).toEqual({
      modulus_mm: 5,
      solid_s: expect.closeTo(56.2, 1) as number,
      by: 'rule',
      shape: 'plate'
    });
  });
  it('a shape or a damp sand is not dropped beside figures of one’s own: it is refused', async () => {
    const own = { volume_cm3: 500, area_cm2: 1000, superheat_c: 60 };
    await expect(calculators.solidification.validate(own)).resolves.toBeTruthy();
    for (const more of [{ shape: 'bar' }, { pour_c: 700 }, { sand_moisture_percent: 4 }])
      await expect(calculators.solidification.validate({ ...own, ...more })).rejects.toMatchObject({
        path: Object.keys(more)[0]
      });
  });
  it.each(['plate', 'bar', 'chunky'])(
    'freeze as the heat in the sand says where no figure is one’s own: a %s',
    (shape) => {
      const iron = { metal: 'iron', volume_cm3: 1000, area_cm2: 600, shape, pour_c: 1380 };
      const sand = { sand_moisture_percent: 3.5, sand_thickness_mm: 80 };
      const freezes = answers.solidification({ ...iron, ...sand } as never);
      const heats = answers['sand-heat']({ ...iron, ...sand, binder: 'sodium-bentonite' } as never) as {
        open_after_s: { solid: number };
      };
      expect(freezes).toEqual({
        modulus_mm: expect.closeTo(16.667, 3) as number,
        solid_s: heats.open_after_s.solid,
        by: 'conduction',
        shape
      });
    }
  );
});
