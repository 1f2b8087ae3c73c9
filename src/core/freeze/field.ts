import { AIR_W_M2_K, SAND_THERMAL, WATER } from '$core/reference/heat';
import type { GridLines } from './grid';

/** What a cell holds: sand, from this number on the metal of a body, or a chill. */
export const SAND = 0;
export const METAL = 1;
export const CHILL = 255;

export const isMetal = (held: number): boolean => held >= METAL && held < CHILL;

/** Metal as it gives off its heat. */
export interface MetalHeat {
  kg_m3: number;
  liquidus_c: number;
  solidus_c: number;
  latent_j_kg: number;
  liquid_j_kg_k: number;
  solid_j_kg_k: number;
  w_m_k: number;
}

export interface SandHeat {
  dry_w_m_k: number;
  damp_w_m_k: number;
  kg_m3: number;
  j_kg_k: number;
  start_c: number;
}

/** A piece of metal that is rammed into the sand to take heat up, and never melts. */
export interface ChillHeat {
  kg_m3: number;
  j_kg_k: number;
  w_m_k: number;
  /** Heat that passes to it from the metal that is poured against it, W/(m²·K). */
  contact_w_m2_k: number;
}

/** Of iron or steel, clean and dry, lightly coated: a thin gap opens as the casting shrinks off it (handbook default). */
export const IRON_CHILL: ChillHeat = { kg_m3: 7400, j_kg_k: 540, w_m_k: 45, contact_w_m2_k: 1000 };

export interface ToConduct {
  lines: GridLines;
  /** What each cell holds, along x first, then y, then z. */
  holds: Uint8Array;
  metal: MetalHeat;
  pour_c: number;
  /** Share of the damp sand. */
  moisture: number;
  sand?: SandHeat;
  chill?: ChillHeat;
  /** Heat that metal passes to the sand that it touches, W/(m²·K). */
  contact_w_m2_k?: number;
  /** What the outermost cells pass to the air, at the low and high end of x, y and z, W/(m²·K); 0 for nothing. */
  outside_w_m2_k?: readonly [number, number, number, number, number, number];
  /** Of metal that is open to the air above; 0 for none. */
  emissivity?: number;
}

/** Metal and sand touch at the grains: about as much as a grain of sand holds back (handbook default). */
const CONTACT_W_M2_K = 5000;
/** Of metal under its skin of oxide (handbook default). */
const EMISSIVITY = 0.3;
/** No metal freezes over less, and where neighbours tell nothing water boils away over this, K. */
const FREEZES_OVER_K = 2;
const BOILS_OVER_K = 2;
/** Liquid metal stirs itself by its own warmth: it passes on so many times the heat of still metal (handbook default). */
export const STIRRED = 8;
/** Cells that are looked at beyond what has warmed. */
export const AHEAD = 3;

/** What becomes of a cell: sand that is damp, boils or is dry; metal; a chill. */
export const [DAMP, BOILING, DRY, METAL_CELL, CHILL_CELL] = [0, 1, 2, 3, 4] as const;

/** Everything that two threads share of a mold that cools. Cells lie along x first, then y, then z. */
export interface Field {
  nx: number;
  ny: number;
  nz: number;
  /** How long each cell is, m. */
  dx: Float64Array;
  dy: Float64Array;
  dz: Float64Array;
  celsius: Float32Array;
  /** The hottest that each cell has been, °C. */
  peak_c: Float32Array;
  /** When sand came to the boiling point of its water, s; infinite before. */
  boils_s: Float32Array;
  /** Water that has left each cell, kg/m³. */
  gone_kg_m3: Float32Array;
  phase: Uint8Array;
  heat_j_m3: Float64Array;
  /** Heat that each cell takes up, J/(m³·K). */
  takes: Float32Array;
  /** Resistance of half a cell for each metre of its length, m·K/W. */
  resists: Float32Array;
  /** What passes from each cell to the next along x, y and z, W/(m²·K). */
  gates: readonly [Float32Array, Float32Array, Float32Array];
  /** Cells that heat has come to: from and to along x, y and z. */
  warm: Int32Array;
  /** Heat that has left to the air, J, as each of two threads counts it. */
  lost_j: Float64Array;
  /** Cells whose resistance each of two threads found changed, and how many. */
  changed: readonly [Int32Array, Int32Array];
  changes: Int32Array;
  outside: readonly number[];
  emissivity: number;
  start_c: number;
  /** Resistance of a square metre between metal and sand, and between metal and a chill, m²·K/W. */
  touching: number;
  touching_chill: number;
  metal: ReturnType<typeof metalCurve>;
  sand: ReturnType<typeof sandCurve>;
  /** A chill's heat for each kelvin, J/(m³·K), and its resistance as of `resists`. */
  chill: { takes: number; resists: number };
}

/** Sets bytes aside that one thread, or two, can reach. */
export type Memory = (bytes: number) => ArrayBufferLike;

/** @throws RangeError where the cells that are filled are not those of the grid */
export function fieldOf(of: ToConduct, memory: Memory): Field {
  const { lines, holds, moisture, sand: own = SAND_THERMAL, chill = IRON_CHILL } = of;
  const doubles = (n: number) => new Float64Array(memory(8 * n));
  const singles = (n: number) => new Float32Array(memory(4 * n));
  const whole = (n: number) => new Int32Array(memory(4 * n));
  const lengths = (at: Float64Array) => {
    const found = doubles(at.length - 1);
    for (let i = 0; i < found.length; i++) found[i] = at[i + 1]! - at[i]!;
    return found;
  };
  const [dx, dy, dz] = [lengths(lines.x), lengths(lines.y), lengths(lines.z)];
  const [nx, ny, nz] = [dx.length, dy.length, dz.length];
  const cells = nx * ny * nz;
  if (holds.length !== cells)
    throw new RangeError(`${holds.length} cells are filled of a grid that has ${cells}.`);
  const half = Math.ceil(nz / 2) * nx * ny;
  const { start_c } = own;
  const [metal, sand] = [metalCurve(of.metal, start_c), sandCurve(own, moisture)];
  const field: Field = {
    ...{ nx, ny, nz, dx, dy, dz },
    celsius: singles(cells).fill(start_c),
    peak_c: singles(cells).fill(start_c),
    boils_s: singles(cells).fill(Infinity),
    gone_kg_m3: singles(cells),
    phase: new Uint8Array(memory(cells)).fill(sand.water > 0 ? DAMP : DRY),
    heat_j_m3: doubles(cells),
    takes: singles(cells).fill(sand.water > 0 ? sand.damp : sand.dry),
    resists: singles(cells).fill(sand.resists),
    gates: [singles(cells), singles(cells), singles(cells)],
    warm: whole(6),
    lost_j: doubles(2),
    changed: [whole(half), whole(half)],
    changes: whole(2),
    outside: of.outside_w_m2_k ?? Array.from({ length: 6 }, () => AIR_W_M2_K),
    emissivity: of.emissivity ?? EMISSIVITY,
    start_c,
    touching: 1 / (of.contact_w_m2_k ?? CONTACT_W_M2_K),
    touching_chill: 1 / chill.contact_w_m2_k,
    metal,
    sand,
    chill: { takes: chill.kg_m3 * chill.j_kg_k, resists: 0.5 / chill.w_m_k }
  };
  pour(field, holds, of.pour_c);
  for (let at = 0; at < cells; at++) openGates(field, at);
  return field;
}

/** Hot metal and cold chills in their cells; heat is looked for about the metal first. */
function pour(field: Field, holds: Uint8Array, pour_c: number): void {
  const { nx, ny, nz, metal, chill, celsius, peak_c, heat_j_m3, resists, phase, takes, warm } = field;
  const heat = metal.heatAt(pour_c);
  const most = [nx, ny, nz];
  const box = [nx, 0, ny, 0, nz, 0];
  for (let k = 0, at = 0; k < nz; k++)
    for (let j = 0; j < ny; j++)
      for (let i = 0; i < nx; i++, at++) {
        const held = holds[at]!;
        if (held === CHILL) {
          [phase[at], takes[at], resists[at]] = [CHILL_CELL, chill.takes, chill.resists];
          continue;
        }
        if (!isMetal(held)) continue;
        [heat_j_m3[at], celsius[at], peak_c[at]] = [heat, pour_c, pour_c];
        [phase[at], takes[at], resists[at]] = [METAL_CELL, metal.liquid, metal.resists / STIRRED];
        [i, j, k].forEach((n, axis) => {
          box[2 * axis] = Math.min(box[2 * axis]!, n - AHEAD);
          box[2 * axis + 1] = Math.max(box[2 * axis + 1]!, n + 1 + AHEAD);
        });
      }
  box.forEach((n, side) => (warm[side] = Math.max(0, Math.min(most[side >> 1]!, n))));
}

/** What passes from a cell to the next ones along each axis. */
export function openGates(field: Field, at: number): void {
  const { nx, ny, nz, gates, dx, dy, dz } = field;
  const row = (at / nx) | 0;
  const [i, k] = [at - row * nx, (row / ny) | 0];
  const j = row - k * ny;
  if (i < nx - 1) gates[0][at] = passes(field, at, dx[i]!, at + 1, dx[i + 1]!);
  if (j < ny - 1) gates[1][at] = passes(field, at, dy[j]!, at + nx, dy[j + 1]!);
  if (k < nz - 1) gates[2][at] = passes(field, at, dz[k]!, at + nx * ny, dz[k + 1]!);
}

function passes(field: Field, a: number, a_m: number, b: number, b_m: number): number {
  const { resists, phase } = field;
  const apart = a_m * resists[a]! + b_m * resists[b]!;
  const [one, other] = [phase[a]!, phase[b]!];
  if ((one === METAL_CELL) === (other === METAL_CELL)) return 1 / apart;
  const cold = one === CHILL_CELL || other === CHILL_CELL;
  return 1 / (apart + (cold ? field.touching_chill : field.touching));
}

/** Enthalpy of metal above the start, J/m³, and what it takes up, J/(m³·K): solid, mush, liquid. */
function metalCurve(of: MetalHeat, start_c: number) {
  const { kg_m3, liquidus_c, latent_j_kg, solid_j_kg_k, liquid_j_kg_k } = of;
  const solidus_c = Math.min(of.solidus_c, liquidus_c - FREEZES_OVER_K);
  const [solid, liquid] = [kg_m3 * solid_j_kg_k, kg_m3 * liquid_j_kg_k];
  // The heat of fusion is all that it gives off between the two.
  const mush = (kg_m3 * latent_j_kg) / (liquidus_c - solidus_c);
  const at_solidus = solid * (solidus_c - start_c);
  const at_liquidus = at_solidus + mush * (liquidus_c - solidus_c);
  return {
    solidus_c,
    liquidus_c,
    solid,
    mush,
    liquid,
    per_solid: 1 / solid,
    per_mush: 1 / mush,
    per_liquid: 1 / liquid,
    at_solidus,
    at_liquidus,
    resists: 0.5 / of.w_m_k,
    heatAt: (c: number): number =>
      c < solidus_c
        ? solid * (c - start_c)
        : c < liquidus_c
          ? at_solidus + mush * (c - solidus_c)
          : at_liquidus + liquid * (c - liquidus_c)
  };
}

/** What damp sand takes up, J/(m³·K), between which heats it boils, J/m³, and what a kilogram of steam carries off, J. */
function sandCurve({ kg_m3, j_kg_k, start_c, dry_w_m_k, damp_w_m_k }: SandHeat, moisture: number) {
  const water = kg_m3 * moisture;
  const dry = (kg_m3 - water) * j_kg_k;
  const damp = dry + water * WATER.j_kg_k;
  const to_100_k = Math.max(0, WATER.boils_c - start_c);
  return {
    water,
    dry,
    damp,
    per_dry: 1 / dry,
    per_damp: 1 / damp,
    to_boil: damp * to_100_k,
    dried: damp * to_100_k + water * WATER.evaporation_j_kg,
    gone_j: water * (WATER.j_kg_k * to_100_k + WATER.evaporation_j_kg),
    boils: damp + (water * WATER.evaporation_j_kg) / BOILS_OVER_K,
    carried: WATER.j_kg_k * to_100_k + WATER.evaporation_j_kg,
    resists: 0.5 / (water > 0 ? damp_w_m_k : dry_w_m_k),
    dry_resists: 0.5 / dry_w_m_k
  };
}
