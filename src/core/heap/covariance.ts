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
  return dot(a, times(p, b));
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

/** J·P·Jᵀ in place, for a J that is the identity but for some rows. */
export function carry(p: Covariance, changed: readonly ChangedRow[]): void {
  const size = sizeOf(p);
  const rows = new Float64Array(changed.length * size);
  // From the left row by row, then the same from the right column by column; of each side all are read before any is
  // written, as one changed row may hang on another.
  for (let side = 0; side < 2; side++) {
    const [step, next] = side === 0 ? [size, 1] : [1, size];
    rows.fill(0);
    for (let c = 0; c < changed.length; c++) {
      const entries = changed[c]![1];
      for (let e = 0; e < entries.length; e++) {
        const [column, weight] = entries[e]!;
        const from = column * step;
        for (let k = 0; k < size; k++)
          rows[c * size + k] = rows[c * size + k]! + weight * p[from + k * next]!;
      }
    }
    for (let c = 0; c < changed.length; c++) {
      const to = changed[c]![0] * step;
      for (let k = 0; k < size; k++) p[to + k * next] = rows[c * size + k]!;
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
  x: readonly number[],
  share: number,
  along: Vector,
  passing: readonly number[] | null
): void {
  const size = sizeOf(p);
  const sum = new Float64Array(size);
  // Row by row, and then the same column by column: J·(J·P)ᵀ is symmetric again.
  for (let side = 0; side < 2; side++) {
    const [step, next] = side === 0 ? [size, 1] : [1, size];
    for (let k = 0; k < size; k++) {
      let total = 0;
      for (let i = 0; i < x.length; i++) total += p[x[i]! * step + k * next]!;
      sum[k] = total;
    }
    for (let i = 0; i < x.length; i++) {
      const a = along[i]!;
      const to = passing === null ? -1 : passing[i]!;
      for (let k = 0; k < size; k++) {
        const at = x[i]! * step + k * next;
        const leaving = share * p[at]! - a * sum[k]!;
        p[at] = p[at]! - leaving;
        if (to >= 0) p[to * step + k * next] = p[to * step + k * next]! + leaving;
      }
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
