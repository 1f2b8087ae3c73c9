/**
 * A symmetric matrix and the few products that the filter needs, row by row in one plain array.
 *
 * Written out rather than taken from a matrix library: a ledger of thousands of entries makes tens of
 * thousands of these, and at this size the library's rows cost more to allocate than all the arithmetic. The functions
 * that change a matrix work in place; `copied` comes first where the old one is still needed.
 */
export type Covariance = Float64Array;

/** A vector over the state; a shorter one counts as followed by zeros. */
export type Vector = ArrayLike<number>;

export const zeroCovariance = (size: number): Covariance => new Float64Array(size * size);
export const copied = (p: Covariance): Covariance => p.slice();
export const sizeOf = (p: Covariance): number => Math.round(Math.sqrt(p.length));

/** P·v */
export function times(p: Covariance, v: Vector): Float64Array {
  const size = sizeOf(p);
  const product = new Float64Array(size);
  const length = v.length;
  for (let j = 0; j < length; j++) {
    const weight = v[j]!;
    if (weight === 0) continue;
    // Row j is column j, as P is symmetric.
    const row = j * size;
    for (let i = 0; i < size; i++) product[i] = product[i]! + p[row + i]! * weight;
  }
  return product;
}

/** a·b over the shorter of the two. */
export function dot(a: Vector, b: Vector): number {
  let sum = 0;
  const length = Math.min(a.length, b.length);
  for (let i = 0; i < length; i++) sum += a[i]! * b[i]!;
  return sum;
}

/** aᵀ·P·b */
export function quadratic(p: Covariance, a: Vector, b: Vector): number {
  const size = sizeOf(p);
  const length = a.length;
  let sum = 0;
  for (let j = 0; j < b.length; j++) {
    const weight = b[j]!;
    if (weight === 0) continue;
    // Row j is column j, as P is symmetric.
    const row = j * size;
    let along = 0;
    for (let i = 0; i < length; i++) along += a[i]! * p[row + i]!;
    sum += weight * along;
  }
  return sum;
}

/** Places that are not nothing, kept between calls: most directions touch a body or two of many. */
let touched = new Int32Array(64);

/** P += scale·a·aᵀ, in place. */
export function addOuter(p: Covariance, a: Vector, scale: number): void {
  const size = sizeOf(p);
  const length = a.length;
  if (touched.length < length) touched = new Int32Array(2 * length);
  let count = 0;
  for (let i = 0; i < length; i++) if (a[i] !== 0) touched[count++] = i;
  for (let k = 0; k < count; k++) {
    const i = touched[k]!;
    const along = scale * a[i]!;
    const row = i * size;
    for (let l = 0; l < count; l++) {
      const j = touched[l]!;
      p[row + j] = p[row + j]! + along * a[j]!;
    }
  }
}

/** A row of a Jacobian that is not that of the identity: its index, and its entries as [column, weight]. */
export type ChangedRow = readonly [row: number, entries: readonly (readonly [number, number])[]];

/** Changed rows, kept between calls. */
let rows = new Float64Array(128);

/** J·P·Jᵀ in place, for a J that is the identity but for some rows. */
export function carry(p: Covariance, changed: readonly ChangedRow[]): void {
  const size = sizeOf(p);
  const count = changed.length;
  // All of J·P before any of it is written, as one changed row may hang on another.
  if (rows.length < count * size) rows = new Float64Array(2 * count * size);
  rows.fill(0, 0, count * size);
  for (let c = 0; c < count; c++) {
    for (const [column, weight] of changed[c]![1]) {
      for (let k = 0; k < size; k++)
        rows[c * size + k] = rows[c * size + k]! + weight * p[column * size + k]!;
    }
  }
  for (let c = 0; c < count; c++) {
    const row = changed[c]![0];
    // What it shares with a row that stays is the same from both sides; …
    for (let k = 0; k < size; k++) p[row * size + k] = p[k * size + row] = rows[c * size + k]!;
  }
  for (let c = 0; c < count; c++) {
    for (let d = 0; d < count; d++) {
      // … and with one that changes too, (J·P)·Jᵀ.
      let both = 0;
      for (const [column, weight] of changed[d]![1]) both += weight * rows[c * size + column]!;
      p[changed[c]![0] * size + changed[d]![0]] = both;
    }
  }
}

/**
 * J·P·Jᵀ in place, for well-mixed stuff that leaves one run of the state for another:
 * x' = (1 − s)x + a·Σx and y' = y + T(s·x − a·Σx), with s the share that leaves, a the direction in which the share itself
 * moves with each mass, and T the passing of parts.
 *
 * @param x its places in the state
 * @param passing for each part of x its place in the state after, or −1 where it is lost; for what leaves for good, null
 */
export function passOn(
  p: Covariance,
  x: ArrayLike<number>,
  share: number,
  along: Vector,
  passing: ArrayLike<number> | null
): void {
  const size = sizeOf(p);
  if (sums.length < size) {
    sums = new Float64Array(2 * size);
    changes = new Uint8Array(2 * size);
    changed_at = new Int32Array(2 * size);
  }
  // J·P row by row, …
  passRows(p, size, 1, x, share, along, passing, null, size);
  changes.fill(0, 0, size);
  for (let i = 0; i < x.length; i++) {
    changes[x[i]!] = 1;
    if (passing !== null && passing[i]! >= 0) changes[passing[i]!] = 1;
  }
  let count = 0;
  for (let k = 0; k < size; k++) if (changes[k]) changed_at[count++] = k;
  // … then (J·P)·Jᵀ column by column where both change; the rest is the same from both sides.
  passRows(p, 1, size, x, share, along, passing, changed_at, count);
  for (let c = 0; c < count; c++) {
    const row = changed_at[c]!;
    for (let k = 0; k < size; k++) if (!changes[k]) p[k * size + row] = p[row * size + k]!;
  }
}

/** Kept between calls: sums over a body, which places change, and those that do one after the other. */
let sums = new Float64Array(64);
let changes = new Uint8Array(64);
let changed_at = new Int32Array(64);

/** One side of `passOn`, at `count` places `at` of the other side; null for all of them. */
function passRows(
  p: Covariance,
  step: number,
  next: number,
  x: ArrayLike<number>,
  share: number,
  along: Vector,
  passing: ArrayLike<number> | null,
  at: Int32Array | null,
  count: number
): void {
  for (let n = 0; n < count; n++) {
    let total = 0;
    const k = (at === null ? n : at[n]!) * next;
    for (let i = 0; i < x.length; i++) total += p[x[i]! * step + k]!;
    sums[n] = total;
  }
  for (let i = 0; i < x.length; i++) {
    const a = along[i]!;
    const from = x[i]! * step;
    const to = passing === null || passing[i]! < 0 ? -1 : passing[i]! * step;
    for (let n = 0; n < count; n++) {
      const k = (at === null ? n : at[n]!) * next;
      const leaving = share * p[from + k]! - a * sums[n]!;
      p[from + k] = p[from + k]! - leaving;
      if (to >= 0) p[to + k] = p[to + k]! + leaving;
    }
  }
}

/** J·P·Jᵀ in place where every x moves by `along` for a unit of the figure at `of`, which stays as it is itself. */
export function follow(p: Covariance, along: Vector, of: number): void {
  const size = sizeOf(p);
  const shared = p.slice(of * size, (of + 1) * size);
  const own = shared[of]!;
  for (let i = 0; i < along.length; i++) {
    const a = along[i]!;
    if (a === 0) continue;
    const row = i * size;
    for (let k = 0; k < size; k++) {
      p[row + k] = p[row + k]! + a * shared[k]!;
      p[k * size + i] = p[k * size + i]! + a * shared[k]!;
    }
    for (let j = 0; j < along.length; j++) p[row + j] = p[row + j]! + a * own * along[j]!;
  }
}

/** The figure at `at` is known from elsewhere now: its ties to the others are cut, and its variance is given. */
export function cut(p: Covariance, at: number, variance: number): void {
  const size = sizeOf(p);
  for (let k = 0; k < size; k++) p[at * size + k] = p[k * size + at] = 0;
  p[at * size + at] = variance;
}

/** The matrix with `count` rows and columns of zeros more at its end. */
export function grown(p: Covariance, count: number): Covariance {
  const size = sizeOf(p);
  const next = zeroCovariance(size + count);
  for (let i = 0; i < size; i++) next.set(p.subarray(i * size, (i + 1) * size), i * (size + count));
  return next;
}

/** The matrix without `count` rows and columns from `at` on. */
export function shrunk(p: Covariance, at: number, count: number): Covariance {
  const size = sizeOf(p);
  const left = size - count;
  const next = zeroCovariance(left);
  const from = (k: number) => (k < at ? k : k + count);
  for (let i = 0; i < left; i++) {
    for (let j = 0; j < left; j++) next[i * left + j] = p[from(i) * size + from(j)]!;
  }
  return next;
}
