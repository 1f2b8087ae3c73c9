import { errorFunction as erf } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { heatRun } from '../heat/mold-heat';
import { pouringTemperature } from '../metal/furnace';
import { ALLOYS, type Alloy } from '../reference/alloys';
import { SAND_THERMAL } from '../reference/heat';
import { Conduction } from './conduct';
import { CHILL, IRON_CHILL, METAL, type MetalHeat, type ToConduct } from './field';
import { freeze } from './freezing';
import { gridLines, type Cells } from './grid';

const evenly = (from: number, to: number, cells: number) =>
  Float64Array.from({ length: cells + 1 }, (_, i) => from + ((to - from) * i) / cells);
const metalOf = (alloy: Alloy, over: Partial<MetalHeat> = {}): MetalHeat => ({
  ...ALLOYS[alloy],
  kg_m3: ALLOYS[alloy].solid_kg_m3,
  ...over
});
const DRY = { ...SAND_THERMAL, damp_w_m_k: SAND_THERMAL.dry_w_m_k };
const NOTHING_OUT = [0, 0, 0, 0, 0, 0] as const;

/** Metal up to a place along x, sand beyond it: one line of cells, which nothing leaves sideways. */
function line(x: Float64Array, face_m: number, over: Omit<ToConduct, 'lines' | 'holds'>) {
  const holds = Uint8Array.from({ length: x.length - 1 }, (_, i) =>
    (x[i]! + x[i + 1]!) / 2 < face_m ? METAL : 0
  );
  const one = Float64Array.of(0, 0.01);
  return new Conduction({ lines: { x, y: one, z: one }, holds, outside_w_m2_k: NOTHING_OUT, ...over });
}
const runTo = (heat: Conduction, seconds: number, of_time = 0.02) => {
  while (heat.time_s < seconds - 1e-9)
    heat.step(Math.min(seconds - heat.time_s, Math.max(0.05, of_time * heat.time_s)));
};

describe('heat through metal and sand, against what is known exactly', () => {
  it('dry sand at a face that stays at 660 °C is as warm as the half-space is', () => {
    // So much of it, and so heavy, that it does not cool.
    const metal = metalOf('aluminium', { kg_m3: 1e9, w_m_k: 1e6 });
    const x = Float64Array.from([-0.01, ...evenly(0, 0.2, 200)]);
    const heat = line(x, 0, { metal, pour_c: 660, moisture: 0, sand: DRY, contact_w_m2_k: 1e9 });
    const at = (m: number) => {
      const i = x.findIndex((left) => left > m - 1e-9) - 1;
      return (heat.celsius[i]! + heat.celsius[i + 1]!) / 2;
    };
    runTo(heat, 600);
    expect(at(0.01)).toBeCloseTo(434.2, -0.5);
    expect(at(0.02)).toBeCloseTo(250.4, -0.5);
    runTo(heat, 3600);
    expect(Math.abs(at(0.03) - 388.0)).toBeLessThan(2);
  });

  it('a front of solid grows into metal as Neumann found', () => {
    const metal: MetalHeat = {
      kg_m3: 7000,
      liquidus_c: 1150,
      solidus_c: 1148,
      latent_j_kg: 250_000,
      liquid_j_kg_k: 700,
      solid_j_kg_k: 700,
      w_m_k: 30
    };
    const sand = DRY;
    const diffuses = (w: number, kg: number, j: number) => w / (kg * j);
    const [a_s, a_m] = [diffuses(30, 7000, 700), diffuses(0.7, 1600, 1100)];
    // Where solid and sand touch the temperature stands still; both conditions of it, by halving.
    const touching = (lambda: number) => {
      const [s, m] = [30 / (Math.sqrt(a_s) * erf(lambda)), 0.7 / Math.sqrt(a_m)];
      return (s * 1150 + m * 20) / (s + m);
    };
    const surplus = (lambda: number) =>
      (30 * (1150 - touching(lambda)) * Math.exp(-lambda * lambda)) /
        (Math.sqrt(Math.PI * a_s) * erf(lambda)) -
      7000 * 250_000 * lambda * Math.sqrt(a_s);
    let [low, high] = [1e-4, 2];
    for (let i = 0; i < 60; i++) {
      const between = (low + high) / 2;
      if (surplus(between) > 0) low = between;
      else high = between;
    }
    const x = evenly(-0.06, 0.12, 720);
    const heat = line(x, 0, { metal, pour_c: 1150.001, moisture: 0, sand, contact_w_m2_k: 1e9 });
    runTo(heat, 400, 0.01);
    let solid_m = 0;
    for (let i = 0; (x[i]! + x[i + 1]!) / 2 < 0; i++)
      solid_m += (x[i + 1]! - x[i]!) * (1 - Math.max(0, Math.min(1, heat.liquidShare(i))));
    const exact_m = 2 * low * Math.sqrt(a_s * 400);
    expect(exact_m).toBeGreaterThan(0.005);
    expect(Math.abs(solid_m / exact_m - 1)).toBeLessThan(0.03);
  });

  it('metal passes heat to sand through what they touch with, as a half-space takes it up through a resistance', () => {
    const metal = metalOf('aluminium', { kg_m3: 1e9, w_m_k: 1e6 });
    const x = Float64Array.from([-0.01, ...evenly(0, 0.2, 200)]);
    const h = 120;
    const heat = line(x, 0, { metal, pour_c: 660, moisture: 0, sand: DRY, contact_w_m2_k: h });
    runTo(heat, 600);
    const diffusivity = 0.7 / (1600 * 1100);
    const depth = Math.sqrt(diffusivity * 600);
    const exact = (m: number) =>
      20 +
      640 *
        (1 -
          erf(m / (2 * depth)) -
          Math.exp((h * m) / 0.7 + (h * depth) ** 2 / 0.49) * (1 - erf(m / (2 * depth) + (h * depth) / 0.7)));
    // The middle of the tenth cell of sand.
    expect(exact(0.0095)).toBeLessThan(400);
    expect(Math.abs(heat.celsius[10]! - exact(0.0095))).toBeLessThan(4);
  });

  it('metal that is open above cools by air and by what it radiates', () => {
    const [kg_m3, j_kg_k, deep_m] = [2700, 1000, 0.01];
    const metal = { ...metalOf('aluminium'), kg_m3, solid_j_kg_k: j_kg_k, w_m_k: 1e5 };
    const one = Float64Array.of(0, 0.05);
    const heat = new Conduction({
      lines: { x: one, y: one, z: Float64Array.of(0, deep_m) },
      holds: Uint8Array.of(METAL),
      metal,
      pour_c: 540,
      moisture: 0.03,
      emissivity: 0.5,
      outside_w_m2_k: [0, 0, 0, 0, 0, 10]
    });
    runTo(heat, 600, 0.002);
    let exact = 540;
    for (let n = 0; n < 60_000; n++) {
      const radiates = 0.5 * 5.670374e-8 * ((exact + 273.15) ** 4 - 293.15 ** 4);
      exact -= (0.01 * (10 * (exact - 20) + radiates)) / (kg_m3 * j_kg_k * deep_m);
    }
    expect(exact).toBeLessThan(350);
    expect(Math.abs(heat.celsius[0]! - exact)).toBeLessThan(2);
  });

  it('steam takes along what warmed it and what boiled it: what is left is as warm as the balance says', () => {
    const metal = metalOf('aluminium', { w_m_k: 1e4 });
    const x = evenly(-0.005, 0.01, 30);
    const heat = line(x, 0, { metal, pour_c: 700, moisture: 0.04, contact_w_m2_k: 1e6 });
    // While its water boils away, sand stays at 100 °C.
    const boiling: number[] = [];
    for (let seconds = 1; seconds <= 20; seconds++) {
      runTo(heat, seconds, 0.02);
      heat.celsius.forEach((c, i) => {
        const share = heat.gone_kg_m3[i]! / heat.water_kg_m3;
        if (share > 0.02 && share < 0.98) boiling.push(c);
      });
    }
    expect(boiling.length).toBeGreaterThan(5);
    for (const c of boiling) expect(Math.abs(c - 100)).toBeLessThan(0.5);
    runTo(heat, 40_000, 0.05);
    const { solid_kg_m3, solid_j_kg_k, solidus_c, latent_j_kg, liquid_j_kg_k, liquidus_c } = ALLOYS.aluminium;
    const given =
      0.005 *
      solid_kg_m3 *
      (solid_j_kg_k * (solidus_c - 20) + latent_j_kg + liquid_j_kg_k * (700 - liquidus_c));
    const water = 0.01 * 1600 * 0.04;
    const dry = 0.01 * 1600 * 0.96 * 1100;
    const kept = 20 + (given - water * (4190 * 80 + 2_257_000)) / (0.005 * solid_kg_m3 * solid_j_kg_k + dry);
    // All of it is solid by then, and all of the water gone.
    expect(kept).toBeGreaterThan(110);
    expect(kept).toBeLessThan(solidus_c);
    for (const c of heat.celsius) expect(Math.abs(c - kept)).toBeLessThan(1);
  });

  it('a chill takes up as much as it holds: metal against it comes to the mean of both', () => {
    // Nothing but the two, which touch well: what one gives the other takes.
    const one = Float64Array.of(0, 0.01);
    const heat = new Conduction({
      lines: { x: Float64Array.of(0, 0.01, 0.03), y: one, z: one },
      holds: Uint8Array.of(METAL, CHILL),
      metal: { ...metalOf('aluminium'), kg_m3: 2700 },
      pour_c: 700,
      moisture: 0.03,
      chill: { ...IRON_CHILL, contact_w_m2_k: 1e5 },
      outside_w_m2_k: NOTHING_OUT
    });
    runTo(heat, 4000, 0.05);
    const { solidus_c, latent_j_kg, liquid_j_kg_k, liquidus_c, solid_j_kg_k } = ALLOYS.aluminium;
    const given = 27 * (solid_j_kg_k * (solidus_c - 20) + latent_j_kg + liquid_j_kg_k * (700 - liquidus_c));
    // 7400 kg/m³ of 540 J/(kg·K), twice as long.
    const mean = 20 + given / (27 * solid_j_kg_k + 148 * 540);
    expect(mean).toBeGreaterThan(200);
    for (const c of heat.celsius) expect(Math.abs(c - mean)).toBeLessThan(0.5);
    expect(heat.gone_kg_m3[1]).toBe(0);
    expect(heat.boils_s[1]).toBe(Infinity);
  });

  it('through a chill’s gap passes what its contact says', () => {
    // Both so heavy that neither changes, and so conducting that only the gap holds back: h · 680 K on each square metre.
    const one = Float64Array.of(0, 1);
    const heavy = { kg_m3: 1e9, w_m_k: 1e9 };
    const heat = new Conduction({
      lines: { x: Float64Array.of(0, 1, 2), y: one, z: one },
      holds: Uint8Array.of(METAL, CHILL),
      metal: metalOf('aluminium', heavy),
      pour_c: 700,
      moisture: 0.03,
      chill: { ...IRON_CHILL, ...heavy },
      outside_w_m2_k: NOTHING_OUT
    });
    const before = heat.held_j();
    runTo(heat, 100);
    expect(heat.held_j() / before).toBeCloseTo(1, 9);
    const warmed_k = heat.celsius[1]! - 20;
    // 540 J/(kg·K) of 10⁹ kg warm by 1000 · 680 · 100 J.
    expect(warmed_k / ((1000 * 680 * 100) / (540 * 1e9))).toBeCloseTo(1, 1);
  });

  it('passes heat on alike along each axis, in a flask longer one way than the others', () => {
    // A slab in the middle of sand; the same one along each axis, the flask turned with it.
    const cells = [14, 22, 30] as const;
    const slab = (order: readonly [number, number, number]) => {
      const [nx, ny, nz] = order.map((i) => cells[i]!) as [number, number, number];
      const holds = new Uint8Array(nx * ny * nz);
      for (let k = 0, at = 0; k < nz; k++)
        for (let j = 0; j < ny; j++)
          for (let i = 0; i < nx; i++, at++)
            if (
              [i, j, k].every(
                (n, axis) => Math.abs(n + 0.5 - cells[order[axis]!]! / 2) < [3, 4, 6][order[axis]!]!
              )
            )
              holds[at] = METAL;
      const lines = (n: number) => evenly(0, 0.004 * n, n);
      const heat = new Conduction({
        lines: { x: lines(nx), y: lines(ny), z: lines(nz) },
        holds,
        metal: metalOf('aluminium'),
        pour_c: 720,
        moisture: 0.04,
        outside_w_m2_k: NOTHING_OUT
      });
      runTo(heat, 240, 0.05);
      const hottest = Math.max(...heat.celsius);
      const dried = heat.gone_kg_m3.reduce((sum, gone) => sum + gone, 0);
      return { hottest, dried };
    };
    const one = slab([0, 1, 2]);
    for (const order of [
      [1, 2, 0],
      [2, 0, 1],
      [0, 2, 1]
    ] as const) {
      const other = slab(order);
      expect(Math.abs(other.hottest / one.hottest - 1)).toBeLessThan(0.01);
      expect(Math.abs(other.dried / one.dried - 1)).toBeLessThan(0.03);
    }
  });

  it('loses and makes no heat, whatever boils and freezes, and counts what goes to the air', () => {
    const x = evenly(-0.03, 0.03, 24);
    const holds = new Uint8Array(24 ** 3);
    for (let k = 8; k < 16; k++)
      for (let j = 8; j < 16; j++) for (let i = 8; i < 16; i++) holds[(k * 24 + j) * 24 + i] = METAL;
    for (const outside of [NOTHING_OUT, [4, 4, 4, 4, 4, 10] as const]) {
      const heat = new Conduction({
        lines: { x, y: x, z: x },
        holds,
        metal: metalOf('aluminium'),
        pour_c: 720,
        moisture: 0.04,
        outside_w_m2_k: outside
      });
      const at_start = heat.held_j();
      runTo(heat, 1200, 0.05);
      expect(Math.abs(heat.held_j() + heat.lost_j - at_start) / at_start).toBeLessThan(1e-9);
      expect(heat.lost_j > 0).toBe(outside !== NOTHING_OUT);
    }
  });
});

/** A body of a box in damp sand, frozen: when its middle is solid and under a limit. */
function frozen(
  alloy: Alloy,
  inside: (x: number, y: number, z: number) => boolean,
  half_m: readonly [number, number, number],
  {
    limit_c = 400,
    cells = { usual: 40_000, most: 40_000 } as Cells,
    over = {} as Partial<ToConduct>,
    w_m_k = ALLOYS[alloy].w_m_k as number
  } = {}
) {
  const modulus = 1 / half_m.reduce((sum, half) => sum + 1 / half, 0);
  const lines = gridLines(
    {
      box_m: half_m.map((half) => [-half - 0.07, half + 0.07] as const),
      features: half_m.map((half) => [
        { from_m: -half, to_m: half, fine_m: modulus / 5, within_m: 2 * modulus }
      ])
    },
    cells
  );
  const middle = (at: Float64Array, i: number) => (at[i]! + at[i + 1]!) / 2;
  const [nx, ny, nz] = [lines.x.length - 1, lines.y.length - 1, lines.z.length - 1];
  const holds = new Uint8Array(nx * ny * nz);
  for (let k = 0, at = 0; k < nz; k++)
    for (let j = 0; j < ny; j++)
      for (let i = 0; i < nx; i++, at++)
        if (inside(middle(lines.x, i), middle(lines.y, j), middle(lines.z, k))) holds[at] = METAL;
  const heat = new Conduction({
    lines,
    holds,
    metal: metalOf(alloy, { w_m_k }),
    pour_c: pouringTemperature(ALLOYS[alloy], modulus),
    moisture: 0.035,
    ...over
  });
  const times = freeze(heat, holds, 1, () => true, limit_c);
  let burnt_kg = 0;
  for (let at = 0; at < holds.length; at++)
    if (holds[at] === 0 && heat.peak_c[at]! > 640)
      burnt_kg +=
        1600 * heat.dx[at % nx]! * heat.dy[Math.floor(at / nx) % ny]! * heat.dz[Math.floor(at / (nx * ny))]!;
  return { ...times.bodies[0]!, energy_error: times.energy_error, burnt_kg };
}
const block = (
  alloy: Alloy,
  sides_mm: readonly [number, number, number],
  how: Parameters<typeof frozen>[3] = {}
) => {
  const half = sides_mm.map((mm) => mm / 2000) as [number, number, number];
  const inside = (x: number, y: number, z: number) =>
    Math.abs(x) < half[0] && Math.abs(y) < half[1] && Math.abs(z) < half[2];
  return frozen(alloy, inside, half, how);
};
const off = (found: number, wanted: number) => Math.abs(found / wanted - 1);

describe('bodies frozen in damp sand', () => {
  // Made by another program, in which metal is as warm throughout: a tenth.
  it.each([
    ['aluminium', [80, 80, 80], 366, 12.5 * 60],
    ['aluminium', [300, 50, 50], 296, 10 * 60],
    ['iron', [100, 100, 100], 587, 1.8 * 3600]
  ] as const)('%s of %j mm is solid and under 400 °C when it should be', (alloy, sides, solid_s, cool_s) => {
    const stirred = block(alloy, sides, { w_m_k: 2000 });
    expect(off(stirred.solid_s, solid_s)).toBeLessThan(0.05);
    expect(off(stirred.cool_s, cool_s)).toBeLessThan(0.1);
    // As metal conducts, its middle is solid later: of iron by a seventh.
    const own = block(alloy, sides);
    expect(own.solid_s).toBeGreaterThan(stirred.solid_s);
    expect(off(own.solid_s, solid_s)).toBeLessThan(alloy === 'iron' ? 0.18 : 0.1);
    expect(own.energy_error).toBeLessThan(1e-9);
    if (alloy === 'iron') expect(off(stirred.burnt_kg, 1.2)).toBeLessThan(0.1);
  });
  it('a ball is what one dimension says of it', () => {
    const [r, pour_c] = [0.02, 720];
    const A = ALLOYS.aluminium;
    const ball = frozen('aluminium', (x, y, z) => Math.hypot(x, y, z) < r, [r, r, r], {
      w_m_k: 5000,
      over: { pour_c, contact_w_m2_k: 1e7, outside_w_m2_k: NOTHING_OUT },
      cells: { usual: 90_000, most: 90_000 }
    });
    const sand = {
      ...SAND_THERMAL,
      thick_m: 0.09,
      moisture: 0.035,
      around: { per_m: 2 / r, per_m2: 1 / r ** 2 }
    };
    const exact = heatRun(sand, { ...A, modulus_m: r / 3, kg_m3: A.solid_kg_m3, pour_c }, 1e5, [
      A.solidus_c,
      400
    ]).reached_s;
    expect(off(ball.solid_s, exact[0]!)).toBeLessThan(0.04);
    expect(off(ball.cool_s, exact[1]!)).toBeLessThan(0.04);
  });
  it('twice as many cells along each side move the answer by less than 3 %', () => {
    const of = (cells: number) => block('aluminium', [60, 40, 20], { cells: { usual: cells, most: cells } });
    const [coarse, fine] = [of(20_000), of(160_000)];
    expect(off(coarse.cool_s, fine.cool_s)).toBeLessThan(0.03);
    expect(off(coarse.solid_s, fine.solid_s)).toBeLessThan(0.06);
  });
});
