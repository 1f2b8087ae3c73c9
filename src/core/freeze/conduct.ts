import { AHEAD, fieldOf, type Field, type ToConduct } from './field';
import { Pair, type StartPartner } from './pair';

/** Sand that has warmed by less is not looked at yet, K. */
const WARMED_K = 0.1;

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
  readonly celsius: Float32Array;
  /** The hottest that each cell has been, °C. */
  readonly peak_c: Float32Array;
  /** When sand came to the boiling point of its water, s; infinite before. */
  readonly boils_s: Float32Array;
  /** Water that has left each cell, and what there was in it, kg/m³. */
  readonly gone_kg_m3: Float32Array;
  readonly water_kg_m3: number;
  time_s = 0;

  private readonly field: Field;
  private readonly pair: Pair;

  /**
   * @param start a partner in another thread, which takes half of the work once it is there; with the same answer
   * @throws RangeError where the cells that are filled are not those of the grid
   */
  constructor(of: ToConduct, start?: StartPartner) {
    const field = fieldOf(of, (bytes) => (start ? new SharedArrayBuffer(bytes) : new ArrayBuffer(bytes)));
    this.field = field;
    this.pair = new Pair(field, start);
    ({ nx: this.nx, ny: this.ny, nz: this.nz, dx: this.dx, dy: this.dy, dz: this.dz } = field);
    ({ celsius: this.celsius, peak_c: this.peak_c, boils_s: this.boils_s } = field);
    this.gone_kg_m3 = field.gone_kg_m3;
    this.water_kg_m3 = field.sand.water;
  }

  /** Heat that has left to the air, J. */
  get lost_j(): number {
    return this.field.lost_j[0]! + this.field.lost_j[1]!;
  }

  /** Heat above the start that all cells hold, J. */
  held_j(): number {
    const { heat_j_m3 } = this.field;
    let sum = 0;
    for (let k = 0, at = 0; k < this.nz; k++)
      for (let j = 0; j < this.ny; j++) {
        const face = this.dy[j]! * this.dz[k]!;
        for (let i = 0; i < this.nx; i++, at++) sum += heat_j_m3[at]! * this.dx[i]! * face;
      }
    return sum;
  }

  /** Heat of fusion that a metal cell has still to give, share of it: over 1 while it is hotter, below 0 once it is solid. */
  liquidShare(at: number): number {
    const { at_solidus, at_liquidus } = this.field.metal;
    return (this.field.heat_j_m3[at]! - at_solidus) / (at_liquidus - at_solidus);
  }

  /** Of a cell. */
  volume_m3(at: number): number {
    const { nx, ny } = this;
    return this.dx[at % nx]! * this.dy[Math.floor(at / nx) % ny]! * this.dz[Math.floor(at / (nx * ny))]!;
  }

  /** Goes on by so many seconds. */
  step(dt: number): void {
    this.time_s += dt;
    this.pair.step(dt, this.time_s);
    this.spread();
  }

  /** Lets a partner go; to be called once all is known. */
  end(): void {
    this.pair.end();
  }

  /** Where heat has come to the edge of what is looked at, more is. */
  private spread(): void {
    const { warm } = this.field;
    const most = [this.nx, this.ny, this.nz];
    for (let axis = 0; axis < 3; axis++) {
      const [low, high] = [warm[2 * axis]!, warm[2 * axis + 1]!];
      if (low > 0 && this.isWarm(axis, low)) warm[2 * axis] = Math.max(0, low - AHEAD);
      if (high < most[axis]! && this.isWarm(axis, high - 1))
        warm[2 * axis + 1] = Math.min(most[axis]!, high + AHEAD);
    }
  }

  /** Whether heat has come to a sheet of cells across an axis. */
  private isWarm(axis: number, n: number): boolean {
    const { nx, ny } = this;
    const { celsius, warm, start_c } = this.field;
    const sheet = warm.slice();
    [sheet[2 * axis], sheet[2 * axis + 1]] = [n, n + 1];
    for (let k = sheet[4]!; k < sheet[5]!; k++)
      for (let j = sheet[2]!; j < sheet[3]!; j++)
        for (let i = sheet[0]!, at = (k * ny + j) * nx + i; i < sheet[1]!; i++, at++)
          if (celsius[at]! > start_c + WARMED_K) return true;
    return false;
  }
}
