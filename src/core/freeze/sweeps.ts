import { WATER } from '$core/reference/heat';
import { BOILING, DAMP, DRY, METAL_CELL, STIRRED, CHILL_CELL, openGates, type Field } from './field';

const STEFAN_W_M2_K4 = 5.670374e-8;
const KELVIN = 273.15;
/** Neighbours of boiling sand that are as warm as each other to this tell nothing, K. */
const TELLS_K = 2;
/** A cell's resistance to heat is taken anew once it has changed by this share. */
const CHANGED = 0.04;
/** Sand boils from here on, °C. */
const BOILS_C = 99.5;

/** What one thread keeps of an elimination: rows of lines that lie side by side, before the first a row of nothing. */
export interface Rows {
  up: Float64Array;
  right: Float64Array;
  /** What passes out at the ends of lines, W/(m²·K). */
  low: Float32Array;
  high: Float32Array;
  /** Of a step, for each cell along x: its length in s/m. */
  by: Float64Array;
}

export function rowsFor({ nx, ny, nz }: Field): Rows {
  const longest = Math.max(nx, ny, nz);
  const rows = nx * (Math.max(ny, nz) + 2) + longest;
  return {
    up: new Float64Array(rows),
    right: new Float64Array(rows),
    low: new Float32Array(longest),
    high: new Float32Array(longest),
    by: new Float64Array(nx)
  };
}

/**
 * Layers of a mold go on by a step along x and along y: each line is solved implicitly (Thomas' algorithm), and moves just the
 * heat that its temperatures drive.
 *
 * @returns heat that has left to the air, J
 */
export function sweepLayers(field: Field, rows: Rows, from_k: number, to_k: number, dt: number): number {
  const { nx, ny, dx, dy, dz, warm } = field;
  const [i0, i1, j0, j1] = [warm[0]!, warm[1]!, warm[2]!, warm[3]!];
  let lost_j = 0;
  for (let i = i0; i < i1; i++) rows.by[i] = dt / dx[i]!;
  for (let k = from_k; k < to_k; k++) {
    const layer = k * nx * ny;
    for (let j = j0; j < j1; j++)
      lost_j += alongRow(field, rows, layer + j * nx, i0, i1, dt) * dy[j]! * dz[k]!;
    lost_j += across(field, rows, 1, layer + i0, nx, j0, j1, i1 - i0, dx, i0, dt) * dz[k]!;
  }
  return lost_j;
}

/** Upright walls of a mold go on by a step along z. @returns heat that has left to the air, J */
export function sweepWalls(field: Field, rows: Rows, from_j: number, to_j: number, dt: number): number {
  const { nx, ny, dx, dy, warm } = field;
  const [i0, i1, k0, k1] = [warm[0]!, warm[1]!, warm[4]!, warm[5]!];
  let lost_j = 0;
  for (let j = from_j; j < to_j; j++)
    lost_j += across(field, rows, 2, j * nx + i0, nx * ny, k0, k1, i1 - i0, dx, i0, dt) * dy[j]!;
  return lost_j;
}

/** One line along x, its cells one after the other. @returns what has left at its ends, J/m² */
function alongRow(field: Field, rows: Rows, base: number, from: number, to: number, dt: number): number {
  const { nx, dx, celsius, takes, phase, start_c } = field;
  const { up, right, by: bys } = rows;
  const gates = field.gates[0];
  const last = to - 1;
  const low = from === 0 ? leaves(field, base, dx[0]!, 0) : 0;
  const high = to === nx ? leaves(field, base + last, dx[last]!, 1) : 0;
  let [above, carried, behind] = [0, start_c, low];
  for (let i = from; i < to; i++) {
    const at = base + i;
    if (phase[at] === BOILING) takes[at] = boilingTakes(field, at, 1, i > from && i < last);
    const c = takes[at]!;
    const by = bys[i]!;
    const ahead = i < last ? gates[at]! : high;
    const a = by * behind;
    const b = by * ahead;
    const pivot = 1 / (c + a + b - a * above);
    carried = (c * celsius[at]! + a * carried) * pivot;
    above = b * pivot;
    up[i] = above;
    right[i] = carried;
    behind = ahead;
  }
  let next = start_c;
  for (let i = last; i >= from; i--) {
    next = right[i]! + up[i]! * next;
    right[i] = next;
  }
  settle(field, right, from, base + from, to - from);
  return dt * (low * (right[from]! - start_c) + high * (right[last]! - start_c));
}

/** Lines along y or z, many at once, which lie side by side along x. @returns what has left at their ends, J/m */
function across(
  field: Field,
  rows: Rows,
  axis: 1 | 2,
  base: number,
  stride: number,
  from: number,
  to: number,
  lines: number,
  wide: Float64Array,
  first: number,
  dt: number
): number {
  const { phase, takes, start_c } = field;
  const { up, right, low, high } = rows;
  const gates = field.gates[axis];
  const long = axis === 1 ? field.dy : field.dz;
  const last = to - 1;
  const [at_low, at_high] = [from === 0, to === long.length];
  for (let i = 0; i < lines; i++) {
    low[i] = at_low ? leaves(field, base + i, long[0]!, 2 * axis) : 0;
    high[i] = at_high ? leaves(field, base + last * stride + i, long[last]!, 2 * axis + 1) : 0;
    up[i] = 0;
    right[i] = start_c;
  }
  for (let m = from; m < to; m++) {
    const at = base + m * stride;
    for (let i = at; i < at + lines; i++)
      if (phase[i] === BOILING) takes[i] = boilingTakes(field, i, stride, m > from && m < last);
    const behind = m === from ? low : gates;
    const ahead = m === last ? high : gates;
    const behind_at = m === from ? 0 : at - stride;
    const ahead_at = m === last ? 0 : at;
    eliminate(
      field,
      rows,
      at,
      (m - from + 1) * lines,
      lines,
      behind,
      behind_at,
      ahead,
      ahead_at,
      dt / long[m]!
    );
  }
  const end = (to - from + 1) * lines;
  for (let i = 0; i < lines; i++) right[end + i] = start_c;
  for (let m = last; m >= from; m--) {
    const row = (m - from + 1) * lines;
    // What was solved one row on stands where that row's right side stood.
    for (let line = row; line < row + lines; line++)
      right[line] = right[line]! + up[line]! * right[line + lines]!;
    settle(field, right, row, base + m * stride, lines);
  }
  let lost = 0;
  if (at_low)
    for (let i = 0; i < lines; i++) lost += low[i]! * (right[lines + i]! - start_c) * wide[first + i]!;
  if (at_high)
    for (let i = 0; i < lines; i++) lost += high[i]! * (right[end - lines + i]! - start_c) * wide[first + i]!;
  return dt * lost;
}

/** Forward by a row of cells: each one's temperature by the one behind it. */
function eliminate(
  { takes, celsius }: Field,
  { up, right }: Rows,
  at: number,
  row: number,
  lines: number,
  behind: Float32Array,
  behind_at: number,
  ahead: Float32Array,
  ahead_at: number,
  by: number
): void {
  for (let i = 0; i < lines; i++) {
    const line = row + i;
    const c = takes[at + i]!;
    const a = by * behind[behind_at + i]!;
    const b = by * ahead[ahead_at + i]!;
    const pivot = 1 / (c + a + b - a * up[line - lines]!);
    up[line] = b * pivot;
    right[line] = (c * celsius[at + i]! + a * right[line - lines]!) * pivot;
  }
}

/** Cells side by side take up the heat that the solved temperatures drive, boil, freeze and warm. */
function settle(field: Field, solved: Float64Array, row: number, from: number, cells: number): void {
  const { celsius, takes, phase, heat_j_m3, start_c } = field;
  const { per_damp, to_boil, per_dry, gone_j } = field.sand;
  const { per_solid, per_mush, per_liquid, at_solidus, at_liquidus, solidus_c, liquidus_c } = field.metal;
  const { solid, mush, liquid } = field.metal;
  const dried_c = start_c - gone_j * per_dry;
  const by = row - from;
  for (let at = from; at < from + cells; at++) {
    const heat = heat_j_m3[at]! + takes[at]! * (solved[at + by]! - celsius[at]!);
    heat_j_m3[at] = heat;
    const is = phase[at]!;
    let now: number;
    if (is === DRY) now = dried_c + heat * per_dry;
    else if (is === METAL_CELL) {
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
    } else if (is === DAMP && heat <= to_boil) now = start_c + heat * per_damp;
    else if (is === CHILL_CELL) now = start_c + heat / field.chill.takes;
    else now = boil(field, at, heat);
    celsius[at] = now;
  }
}

/** What sand takes up whose water boils away, J/(m³·K): between its neighbours where they tell. */
function boilingTakes(field: Field, at: number, stride: number, within: boolean): number {
  const { celsius, phase, heat_j_m3, gone_kg_m3 } = field;
  const { water, dry, boils } = field.sand;
  if (celsius[at]! < WATER.boils_c - 1e-5) return dry + (water - gone_kg_m3[at]!) * WATER.j_kg_k;
  if (!within || phase[at - stride]! >= METAL_CELL || phase[at + stride]! >= METAL_CELL) return boils;
  const apart_k = celsius[at - stride]! - celsius[at + stride]!;
  if (Math.abs(apart_k) < TELLS_K) return boils;
  return Math.min(boils, Math.max(dry, (heat_j_m3[at - stride]! - heat_j_m3[at + stride]!) / apart_k));
}

/** Water of a cell boils away by the heat that it holds. @returns its temperature, °C */
function boil({ phase, takes, gone_kg_m3, start_c, sand }: Field, at: number, heat: number): number {
  const { water, dry, to_boil, dried, carried, per_dry, gone_j } = sand;
  if (heat >= dried) {
    phase[at] = DRY;
    takes[at] = dry;
    gone_kg_m3[at] = water;
    return start_c + (heat - gone_j) * per_dry;
  }
  phase[at] = BOILING;
  const gone = Math.max(gone_kg_m3[at]!, (heat - to_boil) / WATER.evaporation_j_kg);
  gone_kg_m3[at] = gone;
  return start_c + (heat - gone * carried) / (dry + (water - gone) * WATER.j_kg_k);
}

/** What passes from an outermost cell to the air, W/(m²·K): metal that is open to it above radiates, too. */
function leaves(field: Field, at: number, long_m: number, side: number): number {
  const { outside, resists, phase, celsius, start_c, emissivity } = field;
  const air = outside[side]!;
  if (air === 0) return 0;
  const through = long_m * resists[at]!;
  if (side !== 5 || phase[at] !== METAL_CELL) return 1 / (through + 1 / air);
  const [hot, cold] = [celsius[at]! + KELVIN, start_c + KELVIN];
  const radiates = emissivity * STEFAN_W_M2_K4 * (hot * hot + cold * cold) * (hot + cold);
  return 1 / (through + 1 / (air + radiates));
}

/** After a step: how hot cells have been, when sand came to the boil, and which pass heat on otherwise than before. */
export function look(field: Field, half: 0 | 1, from_k: number, to_k: number, time_s: number): void {
  const { nx, ny, warm, phase, resists, celsius, peak_c, boils_s, heat_j_m3 } = field;
  const { dry_resists } = field.sand;
  const { resists: still, at_solidus, at_liquidus } = field.metal;
  const changed = field.changed[half];
  const [i0, i1, j0, j1] = [warm[0]!, warm[1]!, warm[2]!, warm[3]!];
  const per_fusion = 1 / (at_liquidus - at_solidus);
  let count = 0;
  for (let k = from_k; k < to_k; k++)
    for (let j = j0; j < j1; j++) {
      const base = (k * ny + j) * nx;
      for (let at = base + i0; at < base + i1; at++) {
        const is = phase[at]!;
        const c = celsius[at]!;
        if (c > peak_c[at]!) peak_c[at] = c;
        let now = dry_resists;
        if (is === METAL_CELL) {
          const liquid = (heat_j_m3[at]! - at_solidus) * per_fusion;
          now = still / (1 + (STIRRED - 1) * Math.max(0, Math.min(1, liquid)));
        } else {
          if (c > BOILS_C && boils_s[at] === Infinity && is !== CHILL_CELL) boils_s[at] = time_s;
          if (is !== DRY) continue;
        }
        if (Math.abs(now - resists[at]!) <= CHANGED * resists[at]!) continue;
        resists[at] = now;
        changed[count++] = at;
      }
    }
  field.changes[half] = count;
}

/** What has changed passes heat on as it does now. */
export function reopen(field: Field, half: 0 | 1): void {
  const { nx, ny } = field;
  const changed = field.changed[half];
  const plane = nx * ny;
  for (let n = 0; n < field.changes[half]!; n++) {
    const at = changed[n]!;
    openGates(field, at);
    if (at % nx > 0) openGates(field, at - 1);
    if (((at / nx) | 0) % ny > 0) openGates(field, at - nx);
    if (at >= plane) openGates(field, at - plane);
  }
}
