/**
 * A small symmetric matrix and the few products that the filter needs, row by row in one plain array.
 *
 * Written out rather than taken from a matrix library: a ledger of thousands of entries makes tens of
 * thousands of these, and at eight by eight the library's rows cost more to allocate than all the arithmetic.
 */
export type Covariance = readonly number[];

export function zeroCovariance(size: number): number[] {
  return Array<number>(size * size).fill(0);
}

/** P·v; a shorter v counts as followed by zeros. */
export function times(p: Covariance, v: readonly number[]): number[] {
  const size = Math.sqrt(p.length);
  const product = Array<number>(size);
  for (let i = 0; i < size; i++) {
    let sum = 0;
    for (let j = 0; j < v.length; j++) sum += p[i * size + j]! * v[j]!;
    product[i] = sum;
  }
  return product;
}

/** a·b over the shorter of the two. */
export function dot(a: readonly number[], b: readonly number[]): number {
  let sum = 0;
  for (let i = 0; i < Math.min(a.length, b.length); i++) sum += a[i]! * b[i]!;
  return sum;
}

/** aᵀ·P·b */
export function quadratic(p: Covariance, a: readonly number[], b: readonly number[]): number {
  return dot(a, times(p, b));
}

/** P + scale·a·bᵀ; shorter vectors count as followed by zeros. */
export function plusOuter(
  p: Covariance,
  a: readonly number[],
  b: readonly number[],
  scale: number
): number[] {
  const size = Math.sqrt(p.length);
  const next = p.slice();
  for (let i = 0; i < a.length; i++) {
    const along = scale * a[i]!;
    if (along === 0) continue;
    for (let j = 0; j < b.length; j++) next[i * size + j]! += along * b[j]!;
  }
  return next;
}

/** A row of a Jacobian that is not that of the identity: its index, and its entries as [column, weight]. */
export type ChangedRow = readonly [row: number, entries: readonly (readonly [number, number])[]];

/** J·P·Jᵀ for a J that is the identity but for some rows. */
export function carried(p: Covariance, changed: readonly ChangedRow[]): number[] {
  const size = Math.sqrt(p.length);
  const half = p.slice();
  for (const [i, entries] of changed) {
    for (let j = 0; j < size; j++) half[i * size + j] = 0;
    for (const [k, weight] of entries) {
      for (let j = 0; j < size; j++) half[i * size + j]! += weight * p[k * size + j]!;
    }
  }
  const next = half.slice();
  for (const [j, entries] of changed) {
    for (let i = 0; i < size; i++) next[i * size + j] = 0;
    for (const [k, weight] of entries) {
      for (let i = 0; i < size; i++) next[i * size + j]! += weight * half[i * size + k]!;
    }
  }
  return next;
}

/** P + Q, both of one size. */
export function plusCovariance(p: Covariance, q: Covariance): number[] {
  return p.map((value, i) => value + q[i]!);
}
