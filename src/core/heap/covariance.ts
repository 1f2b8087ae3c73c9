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
  for (let j = 0; j < v.length; j++) {
    const weight = v[j]!;
    if (weight === 0) continue;
    // Row j is column j, as P is symmetric.
    for (let i = 0; i < size; i++) product[i]! += p[j * size + i]! * weight;
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

/** P += scale·a·bᵀ, in place. */
export function addOuter(p: Covariance, a: Vector, b: Vector, scale: number): void {
  const size = sizeOf(p);
  for (let i = 0; i < a.length; i++) {
    const along = scale * a[i]!;
    if (along === 0) continue;
    for (let j = 0; j < b.length; j++) p[i * size + j]! += along * b[j]!;
  }
}

/** A row of a Jacobian that is not that of the identity: its index, and its entries as [column, weight]. */
export type ChangedRow = readonly [row: number, entries: readonly (readonly [number, number])[]];

/** J·P·Jᵀ in place, for a J that is the identity but for some rows. */
export function carry(p: Covariance, changed: readonly ChangedRow[]): void {
  const size = sizeOf(p);
  const rows = new Float64Array(changed.length * size);
  changed.forEach(([, entries], c) => {
    for (const [k, weight] of entries) {
      for (let j = 0; j < size; j++) rows[c * size + j]! += weight * p[k * size + j]!;
    }
  });
  changed.forEach(([i], c) => p.set(rows.subarray(c * size, (c + 1) * size), i * size));
  // The same from the right; columns are taken from the rows just changed, so they are all read before any is written.
  rows.fill(0);
  changed.forEach(([, entries], c) => {
    for (const [k, weight] of entries) {
      for (let i = 0; i < size; i++) rows[c * size + i]! += weight * p[i * size + k]!;
    }
  });
  changed.forEach(([j], c) => {
    for (let i = 0; i < size; i++) p[i * size + j] = rows[c * size + i]!;
  });
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
