import { AIR_W_M2_K, SAND_THERMAL, WATER } from '$core/reference/heat';
import type { GridLines } from './grid';

/** What a cell holds: sand, or from this number on the metal of a body. */
export const SAND = 0;
export const METAL = 1;

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

export interface ToConduct {
  lines: GridLines;
  /** What each cell holds, along x first, then y, then z. */
  holds: Uint8Array;
  metal: MetalHeat;
  pour_c: number;
  /** Share of the damp sand. */
  moisture: number;
  sand?: SandHeat;
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
const STEFAN_W_M2_K4 = 5.670374e-8;
const KELVIN = 273.15;
/** No metal freezes over less, and where neighbours tell nothing water boils away over this, K. */
const FREEZES_OVER_K = 2;
const BOILS_OVER_K = 2;
/** Liquid metal stirs itself by its own warmth: it passes on so many times the heat of still metal (handbook default). */
const STIRRED = 8;
/** A cell's resistance to heat is taken anew once it has changed by this share. */
const CHANGED = 0.04;
/** Sand that has warmed by less is not looked at yet, K; and how many cells are looked at beyond what has. */
const WARMED_K = 0.1;
const AHEAD = 3;

const METAL_CELL = 3;
const [DAMP, BOILING, DRY] = [0, 1, 2];

/** Lines of cells that lie side by side. */
interface Lines {
  /** The first cell of the first line, were it to begin at 0; from a cell to the next along a line. */
  base: number;
  stride: number;
  /** Along the line: from this cell, up to before that one. */
  from: number;
  to: number;
  /** From a line to the next, and how many there are. */
  beside: number;
  lines: number;
  /** How wide each line is, m, from that of the first on; and how deep all are. */
  wide: Float64Array;
  first: number;
  deep_m: number;
}

/**
 * Heat through the metal and the damp sand of a mold, in three dimensions. The state is the enthalpy of each cell. A step
 * solves for temperatures along x, then y, then z, implicitly, and moves just the heat that they drive: none is lost or made.
 * Sand stays at the boiling point until its water is gone, and stays dry.
 *
 * @source locally one-dimensional implicit scheme on enthalpy; across a boiling cell the capacity is that between its
 *   neighbours (apparent heat capacity)
 */
export class Conduction {
  readonly nx: number;
  readonly ny: number;
  readonly nz: number;
  /** How long each cell is, m. */
  readonly dx: Float64Array;
  readonly dy: Float64Array;
  readonly dz: Float64Array;
  readonly celsius: Float64Array;
  /** The hottest that each cell of sand has been, °C. */
  readonly peak_c: Float32Array;
  /** Water that has left each cell, and what there was in it, kg/m³. */
  readonly gone_kg_m3: Float32Array;
  readonly water_kg_m3: number;
  /** Heat that has left to the air, J. */
  lost_j = 0;
  time_s = 0;

  private readonly phase: Uint8Array;
  private readonly heat_j_m3: Float64Array;
  /** Resistance of half a cell for each metre of its length, m·K/W. */
  private readonly resists: Float32Array;
  /** What passes from each cell to the next along x, y and z, W/(m²·K). */
  private readonly gates: readonly [Float32Array, Float32Array, Float32Array];
  private readonly touching: number;
  private readonly outside: readonly number[];
  private readonly emissivity: number;
  private readonly start_c: number;
  private readonly metal: ReturnType<typeof metalCurve>;
  private readonly sand: ReturnType<typeof sandCurve>;
  /** Cells that heat has come to: from and to along x, y and z. */
  private readonly warm: [number, number, number, number, number, number];
  /** Heat that each cell takes up, J/(m³·K). */
  private readonly takes: Float64Array;
  /** Of the elimination along one axis. */
  private readonly up: Float64Array;
  private readonly right: Float64Array;
  private readonly low: Float64Array;
  private readonly high: Float64Array;
  /** Cells whose resistance has changed. */
  private readonly changed: Int32Array;

  /** @throws RangeError where the cells that are filled are not those of the grid */
  constructor(of: ToConduct) {
    const { lines, holds, moisture, sand = SAND_THERMAL } = of;
    const lengths = (at: Float64Array) =>
      Float64Array.from({ length: at.length - 1 }, (_, i) => at[i + 1]! - at[i]!);
    [this.dx, this.dy, this.dz] = [lengths(lines.x), lengths(lines.y), lengths(lines.z)];
    const [nx, ny, nz] = ([this.nx, this.ny, this.nz] = [this.dx.length, this.dy.length, this.dz.length]);
    const cells = nx * ny * nz;
    if (holds.length !== cells)
      throw new RangeError(`${holds.length} cells are filled of a grid that has ${cells}.`);
    this.start_c = sand.start_c;
    this.touching = 1 / (of.contact_w_m2_k ?? CONTACT_W_M2_K);
    this.outside = of.outside_w_m2_k ?? Array.from({ length: 6 }, () => AIR_W_M2_K);
    this.emissivity = of.emissivity ?? EMISSIVITY;
    this.metal = metalCurve(of.metal, sand.start_c);
    this.sand = sandCurve(sand, moisture);
    this.water_kg_m3 = this.sand.water;
    this.celsius = new Float64Array(cells).fill(sand.start_c);
    this.peak_c = new Float32Array(cells).fill(sand.start_c);
    this.heat_j_m3 = new Float64Array(cells);
    this.gone_kg_m3 = new Float32Array(cells);
    this.takes = new Float64Array(cells).fill(this.sand.water > 0 ? this.sand.damp : this.sand.dry);
    this.resists = new Float32Array(cells).fill(this.sand.resists);
    this.phase = new Uint8Array(cells).fill(this.sand.water > 0 ? DAMP : DRY);
    const box: [number, number, number, number, number, number] = [nx, 0, ny, 0, nz, 0];
    for (let k = 0, at = 0; k < nz; k++)
      for (let j = 0; j < ny; j++)
        for (let i = 0; i < nx; i++, at++) {
          if (holds[at]! < METAL) continue;
          this.heat_j_m3[at] = this.metal.heatAt(of.pour_c);
          this.celsius[at] = of.pour_c;
          this.peak_c[at] = of.pour_c;
          this.resists[at] = this.metal.resists / STIRRED;
          this.phase[at] = METAL_CELL;
          this.takes[at] = this.metal.liquid;
          [i, j, k].forEach((n, axis) => {
            box[2 * axis] = Math.min(box[2 * axis]!, n - AHEAD);
            box[2 * axis + 1] = Math.max(box[2 * axis + 1]!, n + 1 + AHEAD);
          });
        }
    const most = [nx, ny, nz];
    this.warm = box.map((n, side) => Math.max(0, Math.min(most[side >> 1]!, n))) as typeof box;
    this.gates = [new Float32Array(cells), new Float32Array(cells), new Float32Array(cells)];
    for (let at = 0; at < cells; at++) this.open(at);
    const widest = Math.max(nx * ny, nx * nz, ny * nz);
    const lined = new Float64Array(widest + Math.max(nx, ny, nz));
    [this.up, this.right] = [lined, lined.slice()];
    [this.low, this.high] = [lined.slice(), lined.slice()];
    this.changed = new Int32Array(cells);
  }

  /** Heat above the start that all cells hold, J. */
  held_j(): number {
    let sum = 0;
    for (let k = 0, at = 0; k < this.nz; k++)
      for (let j = 0; j < this.ny; j++) {
        const face = this.dy[j]! * this.dz[k]!;
        for (let i = 0; i < this.nx; i++, at++) sum += this.heat_j_m3[at]! * this.dx[i]! * face;
      }
    return sum;
  }

  /** Heat of fusion that a metal cell has still to give, share of it: over 1 while it is hotter, below 0 once it is solid. */
  liquidShare(at: number): number {
    const { at_solidus, at_liquidus } = this.metal;
    return (this.heat_j_m3[at]! - at_solidus) / (at_liquidus - at_solidus);
  }

  /** Of a cell. */
  volume_m3(at: number): number {
    const { nx, ny } = this;
    return this.dx[at % nx]! * this.dy[Math.floor(at / nx) % ny]! * this.dz[Math.floor(at / (nx * ny))]!;
  }

  /** Every cell that heat has come to. */
  eachWarm(of: (at: number) => void): void {
    const [i0, i1, j0, j1, k0, k1] = this.warm;
    for (let k = k0; k < k1; k++)
      for (let j = j0; j < j1; j++)
        for (let i = i0, at = (k * this.ny + j) * this.nx + i0; i < i1; i++, at++) of(at);
  }

  /** Goes on by so many seconds. */
  step(dt: number): void {
    const { nx, ny, dx, dy, dz, warm } = this;
    const [i0, i1, j0, j1, k0, k1] = warm;
    const plane = nx * ny;
    // Lines along x and y lie side by side in a layer, those along z in an upright wall.
    for (let k = k0; k < k1; k++) {
      const [base, deep_m] = [k * plane, dz[k]!];
      const rows = { base: base + j0 * nx, stride: 1, from: i0, to: i1, beside: nx, lines: j1 - j0 };
      this.sweep(0, { ...rows, wide: dy, first: j0, deep_m }, dt);
      const columns = { base: base + i0, stride: nx, from: j0, to: j1, beside: 1, lines: i1 - i0 };
      this.sweep(1, { ...columns, wide: dx, first: i0, deep_m }, dt);
    }
    for (let j = j0; j < j1; j++) {
      const plumb = { base: j * nx + i0, stride: plane, from: k0, to: k1, beside: 1, lines: i1 - i0 };
      this.sweep(2, { ...plumb, wide: dx, first: i0, deep_m: dy[j]! }, dt);
    }
    this.reopen();
    this.spread();
    this.time_s += dt;
  }

  /** Solves along one axis: many lines at once, which lie side by side. */
  private sweep(axis: 0 | 1 | 2, of: Lines, dt: number): void {
    const long = [this.dx, this.dy, this.dz][axis]!;
    const { from, to, lines, base, stride, beside, wide, first, deep_m } = of;
    const whole = long.length;
    this.ends(this.low, base + from * stride, beside, lines, from === 0, long[from]!, 2 * axis);
    this.ends(this.high, base + (to - 1) * stride, beside, lines, to === whole, long[to - 1]!, 2 * axis + 1);
    this.eliminate(this.gates[axis], long, base, stride, from, to, beside, lines, dt);
    this.substitute(base, stride, from, to, beside, lines);
    if (from === 0) this.lose(this.low, 0, wide, first, lines, dt * deep_m);
    if (to === whole) this.lose(this.high, (to - 1 - from) * lines, wide, first, lines, dt * deep_m);
  }

  /** Forward along the lines: each cell's temperature by the one behind it (Thomas' algorithm). */
  private eliminate(
    gates: Float32Array,
    long: Float64Array,
    base: number,
    stride: number,
    from: number,
    to: number,
    beside: number,
    lines: number,
    dt: number
  ): void {
    const { celsius, up, right, takes, low, high, phase, start_c } = this;
    const last = to - 1;
    for (let m = from; m < to; m++) {
      const row = (m - from) * lines;
      const by = dt / long[m]!;
      const first = m === from;
      for (let i = 0, at = base + m * stride; i < lines; i++, at += beside) {
        const line = row + i;
        if (phase[at] === BOILING) takes[at] = this.boilingTakes(at, stride, !first && m < last);
        const c = takes[at]!;
        const b = by * (m < last ? gates[at]! : high[i]!);
        const a = by * (first ? low[i]! : gates[at - stride]!);
        const above = first ? 0 : up[line - lines]!;
        const carried = first ? start_c : right[line - lines]!;
        const pivot = 1 / (c + a + b - a * above);
        up[line] = b * pivot;
        right[line] = (c * celsius[at]! + a * carried) * pivot;
      }
    }
  }

  /** What sand takes up whose water boils away, J/(m³·K): between its neighbours where they tell. */
  private boilingTakes(at: number, stride: number, within: boolean): number {
    const { celsius, phase, heat_j_m3 } = this;
    const { water, dry, boils } = this.sand;
    if (celsius[at]! < WATER.boils_c - 1e-6) return dry + (water - this.gone_kg_m3[at]!) * WATER.j_kg_k;
    if (!within || phase[at - stride] === METAL_CELL || phase[at + stride] === METAL_CELL) return boils;
    const apart_k = celsius[at - stride]! - celsius[at + stride]!;
    if (Math.abs(apart_k) < BOILS_OVER_K) return boils;
    return Math.min(boils, Math.max(dry, (heat_j_m3[at - stride]! - heat_j_m3[at + stride]!) / apart_k));
  }

  /** Back along the lines: each cell takes up the heat that the temperatures drive, boils and warms. */
  private substitute(
    base: number,
    stride: number,
    from: number,
    to: number,
    beside: number,
    lines: number
  ): void {
    const { celsius, up, right, takes, phase, start_c, heat_j_m3, peak_c } = this;
    const { per_damp, to_boil, per_dry, gone_j } = this.sand;
    const { per_solid, per_mush, per_liquid, at_solidus, at_liquidus, solidus_c, liquidus_c } = this.metal;
    const { solid, mush, liquid } = this.metal;
    const last = to - 1;
    for (let m = last; m >= from; m--) {
      const row = (m - from) * lines;
      for (let i = 0, at = base + m * stride; i < lines; i++, at += beside) {
        const line = row + i;
        // What was solved one row on stands where that row's right side stood.
        const next = right[line]! + up[line]! * (m < last ? right[line + lines]! : start_c);
        right[line] = next;
        const heat = heat_j_m3[at]! + takes[at]! * (next - celsius[at]!);
        heat_j_m3[at] = heat;
        const is = phase[at]!;
        let now: number;
        if (is === METAL_CELL) {
          if (heat < at_solidus) {
            now = start_c + heat * per_solid;
            takes[at] = solid;
          } else if (heat < at_liquidus) {
            now = solidus_c + (heat - at_solidus) * per_mush;
            takes[at] = mush;
          } else {
            now = liquidus_c + (heat - at_liquidus) * per_liquid;
            takes[at] = liquid;
          }
        } else {
          if (is === DRY) now = start_c + (heat - gone_j) * per_dry;
          else if (is === DAMP && heat <= to_boil) now = start_c + heat * per_damp;
          else now = this.boil(at, heat);
          if (now > peak_c[at]!) peak_c[at] = now;
        }
        celsius[at] = now;
      }
    }
  }

  /** Water of a cell boils away by the heat that it holds: its temperature. */
  private boil(at: number, heat: number): number {
    const { water, dry, to_boil, dried, carried, per_dry, gone_j } = this.sand;
    if (heat >= dried) {
      this.phase[at] = DRY;
      this.takes[at] = dry;
      this.gone_kg_m3[at] = water;
      return this.start_c + (heat - gone_j) * per_dry;
    }
    this.phase[at] = BOILING;
    const gone = Math.max(this.gone_kg_m3[at]!, (heat - to_boil) / WATER.evaporation_j_kg);
    this.gone_kg_m3[at] = gone;
    return this.start_c + (heat - gone * carried) / (dry + (water - gone) * WATER.j_kg_k);
  }

  /** What passes out at one end of lines: nothing where the sand goes on, cold. */
  private ends(
    into: Float64Array,
    begins: number,
    beside: number,
    lines: number,
    outermost: boolean,
    long_m: number,
    side: number
  ): void {
    for (let i = 0, at = begins; i < lines; i++, at += beside)
      into[i] = outermost ? this.leaves(at, long_m, side) : 0;
  }

  /** What one end of lines has given to the air. */
  private lose(
    leaves: Float64Array,
    row: number,
    wide: Float64Array,
    first: number,
    lines: number,
    by: number
  ): void {
    for (let i = 0; i < lines; i++)
      this.lost_j += by * leaves[i]! * (this.right[row + i]! - this.start_c) * wide[first + i]!;
  }

  /** What passes from an outermost cell to the air, W/(m²·K): metal that is open to it above radiates, too. */
  private leaves(at: number, long_m: number, side: number): number {
    const air = this.outside[side]!;
    if (air === 0) return 0;
    const through = long_m * this.resists[at]!;
    if (side !== 5 || this.phase[at] !== METAL_CELL) return 1 / (through + 1 / air);
    const [hot, cold] = [this.celsius[at]! + KELVIN, this.start_c + KELVIN];
    const radiates = this.emissivity * STEFAN_W_M2_K4 * (hot * hot + cold * cold) * (hot + cold);
    return 1 / (through + 1 / (air + radiates));
  }

  /** What passes from a cell to the next ones along each axis. */
  private open(at: number): void {
    const { nx, ny, nz, gates, dx, dy, dz } = this;
    const [i, j, k] = [at % nx, Math.floor(at / nx) % ny, Math.floor(at / (nx * ny))];
    if (i < nx - 1) gates[0][at] = this.passes(at, dx[i]!, at + 1, dx[i + 1]!);
    if (j < ny - 1) gates[1][at] = this.passes(at, dy[j]!, at + nx, dy[j + 1]!);
    if (k < nz - 1) gates[2][at] = this.passes(at, dz[k]!, at + nx * ny, dz[k + 1]!);
  }

  private passes(a: number, a_m: number, b: number, b_m: number): number {
    const apart = a_m * this.resists[a]! + b_m * this.resists[b]!;
    const alike = (this.phase[a] === METAL_CELL) === (this.phase[b] === METAL_CELL);
    return 1 / (alike ? apart : apart + this.touching);
  }

  /** Cells that dried or froze pass heat on otherwise than before. */
  private reopen(): void {
    const { nx, ny, warm, phase, resists, changed } = this;
    const [i0, i1, j0, j1, k0, k1] = warm;
    let count = 0;
    for (let k = k0; k < k1; k++)
      for (let j = j0; j < j1; j++)
        for (let i = i0, at = (k * ny + j) * nx + i0; i < i1; i++, at++) {
          const is = phase[at]!;
          if (is < DRY) continue;
          const now =
            is === DRY
              ? this.sand.dry_resists
              : this.metal.resists / (1 + (STIRRED - 1) * Math.max(0, Math.min(1, this.liquidShare(at))));
          if (Math.abs(now - resists[at]!) <= CHANGED * resists[at]!) continue;
          resists[at] = now;
          changed[count++] = at;
        }
    const plane = nx * ny;
    for (let n = 0; n < count; n++) {
      const at = changed[n]!;
      this.open(at);
      if (at % nx > 0) this.open(at - 1);
      if (Math.floor(at / nx) % ny > 0) this.open(at - nx);
      if (at >= plane) this.open(at - plane);
    }
  }

  /** Where heat has come to the edge of what is looked at, more is. */
  private spread(): void {
    const { warm, celsius, start_c, nx, ny } = this;
    const most = [this.nx, this.ny, this.nz];
    const is_warm = (axis: number, n: number): boolean => {
      const [i0, i1, j0, j1, k0, k1] = warm.map((at, side) =>
        side >> 1 === axis ? (side % 2 === 0 ? n : n + 1) : at
      ) as typeof warm;
      for (let k = k0; k < k1; k++)
        for (let j = j0; j < j1; j++)
          for (let i = i0, at = (k * ny + j) * nx + i0; i < i1; i++, at++)
            if (celsius[at]! > start_c + WARMED_K) return true;
      return false;
    };
    for (let axis = 0; axis < 3; axis++) {
      const [low, high] = [warm[2 * axis]!, warm[2 * axis + 1]!];
      if (low > 0 && is_warm(axis, low)) warm[2 * axis] = Math.max(0, low - AHEAD);
      if (high < most[axis]! && is_warm(axis, high - 1))
        warm[2 * axis + 1] = Math.min(most[axis]!, high + AHEAD);
    }
  }
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
