import fc from 'fast-check';
import { Matrix } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import {
  addOuter,
  carry,
  cut,
  dot,
  follow,
  grown,
  passOn,
  quadratic,
  shrunk,
  times,
  zeroCovariance,
  type ChangedRow
} from './covariance';

const SIZE = 5;
const number = fc.double({ min: -10, max: 10, noNaN: true });
const vector = fc.array(number, { minLength: SIZE, maxLength: SIZE });
const matrix = (flat: ArrayLike<number>, size = SIZE) => Matrix.from1DArray(size, size, Array.from(flat));
/** A symmetric matrix: A·Aᵀ. */
const symmetric = fc
  .array(number, { minLength: SIZE * SIZE, maxLength: SIZE * SIZE })
  .map((flat) => Float64Array.from(matrix(flat).mmul(matrix(flat).transpose()).to1DArray()));
const near = (got: ArrayLike<number>, wanted: Matrix) =>
  wanted.to1DArray().forEach((value, i) => expect(got[i]! - value).toBeCloseTo(0, 5));
const after = (p: Float64Array, change: (p: Float64Array) => void) => {
  const copy = p.slice();
  change(copy);
  return copy;
};
const congruent = (j: Matrix, p: ArrayLike<number>) => j.mmul(matrix(p)).mmul(j.transpose());

describe('the products of the filter agree with a matrix library', () => {
  it('P·v and aᵀPb', () => {
    fc.assert(
      fc.property(symmetric, vector, vector, (p, a, b) => {
        near(times(p, a), matrix(p).mmul(Matrix.columnVector(a)));
        const wanted = Matrix.rowVector(a).mmul(matrix(p)).mmul(Matrix.columnVector(b)).get(0, 0);
        expect(quadratic(p, a, b) - wanted).toBeCloseTo(0, 4);
      })
    );
  });
  it('P + s·a·aᵀ', () => {
    fc.assert(
      fc.property(symmetric, vector, number, (p, a, s) => {
        const outer = Matrix.columnVector(a).mmul(Matrix.rowVector(a)).mul(s);
        near(
          after(p, (q) => addOuter(q, a, s)),
          matrix(p).add(outer)
        );
      })
    );
  });
  it('J·P·Jᵀ, for any J by its changed rows', () => {
    fc.assert(
      fc.property(
        symmetric,
        fc.array(vector, { minLength: SIZE, maxLength: SIZE }),
        fc.subarray([0, 1, 2, 3, 4]),
        (p, weights, rows) => {
          const j = Matrix.eye(SIZE, SIZE);
          rows.forEach((row) => j.setRow(row, weights[row]!));
          const changed = rows.map((row): ChangedRow => [row, weights[row]!.map((w, k) => [k, w] as const)]);
          near(
            after(p, (q) => carry(q, changed)),
            congruent(j, p)
          );
        }
      )
    );
  });
  it('well-mixed stuff passed on: two parts to two others, crossed', () => {
    fc.assert(
      fc.property(symmetric, fc.double({ min: 0, max: 1, noNaN: true }), number, number, (p, s, a, b) => {
        const j = Matrix.eye(SIZE, SIZE);
        [a, b].forEach((along, i) =>
          [0, 1].forEach((k) => {
            const leaving = (i === k ? s : 0) - along;
            j.set(i, k, (i === k ? 1 : 0) - leaving);
            // The first part arrives as the fourth, the second as the third.
            j.set(3 - i, k, leaving);
          })
        );
        near(
          after(p, (q) => passOn(q, [0, 1], s, [a, b], [3, 2])),
          congruent(j, p)
        );
        const gone = j.clone();
        [2, 3].forEach((row) => [0, 1].forEach((k) => gone.set(row, k, 0)));
        near(
          after(p, (q) => passOn(q, [0, 1], s, [a, b], null)),
          congruent(gone, p)
        );
      })
    );
  });
  it('a direction that hangs on one figure', () => {
    fc.assert(
      fc.property(symmetric, number, number, (p, a, b) => {
        const j = Matrix.eye(SIZE, SIZE);
        j.set(0, 4, a);
        j.set(2, 4, b);
        near(
          after(p, (q) => follow(q, [a, 0, b, 0, 0], 4)),
          congruent(j, p)
        );
      })
    );
  });
  it('a figure known from elsewhere has no ties', () => {
    fc.assert(
      fc.property(symmetric, (p) => {
        const q = after(p, (each) => cut(each, 2, 7));
        expect(times(q, [0, 0, 1, 0, 0])).toEqual(Float64Array.from([0, 0, 7, 0, 0]));
        expect(q[3 * SIZE + 4]).toBe(p[3 * SIZE + 4]);
      })
    );
  });
});

it('grows by nothing known, and shrinks by what is taken out', () => {
  const p = Float64Array.from([1, 2, 2, 5]);
  const wide = grown(p, 2);
  expect(Array.from(wide)).toEqual([1, 2, 0, 0, 2, 5, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0]);
  expect(Array.from(shrunk(wide, 2, 2))).toEqual([1, 2, 2, 5]);
  expect(Array.from(shrunk(p, 0, 1))).toEqual([5]);
});
it('a shorter vector counts as followed by zeros', () => {
  const p = Float64Array.from({ length: 16 }, (_, i) => (i % 5 === 0 ? 1 : 0.1));
  expect(times(p, [1, 2])).toEqual(times(p, [1, 2, 0, 0]));
  expect(dot([1, 2, 3], [1, 1])).toBe(3);
  expect(zeroCovariance(2)).toEqual(new Float64Array(4));
});
