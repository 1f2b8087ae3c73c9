import fc from 'fast-check';
import { Matrix } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { carried, dot, plusOuter, quadratic, times, zeroCovariance, type ChangedRow } from './covariance';

const SIZE = 4;
const number = fc.double({ min: -10, max: 10, noNaN: true });
const vector = fc.array(number, { minLength: SIZE, maxLength: SIZE });
const square = fc.array(number, { minLength: SIZE * SIZE, maxLength: SIZE * SIZE });
const matrix = (flat: readonly number[]) => Matrix.from1DArray(SIZE, SIZE, [...flat]);
const near = (got: readonly number[], wanted: readonly number[]) =>
  got.forEach((value, i) => expect(value).toBeCloseTo(wanted[i]!, 8));

describe('the products of the filter agree with a matrix library', () => {
  it('P·v and aᵀPb', () => {
    fc.assert(
      fc.property(square, vector, vector, (p, a, b) => {
        near(times(p, a), matrix(p).mmul(Matrix.columnVector(a)).to1DArray());
        expect(quadratic(p, a, b)).toBeCloseTo(
          Matrix.rowVector(a).mmul(matrix(p)).mmul(Matrix.columnVector(b)).get(0, 0),
          6
        );
      })
    );
  });
  it('P + s·a·bᵀ, the first untouched', () => {
    fc.assert(
      fc.property(square, vector, vector, number, (p, a, b, s) => {
        const before = [...p];
        near(
          plusOuter(p, a, b, s),
          matrix(p)
            .add(Matrix.columnVector(a).mmul(Matrix.rowVector(b)).mul(s))
            .to1DArray()
        );
        expect(p).toEqual(before);
      })
    );
  });
  it('J·P·Jᵀ, for any J', () => {
    fc.assert(
      fc.property(square, square, (p, j) => {
        const rows = Array.from({ length: SIZE }, (_, i): ChangedRow => [
          i,
          Array.from({ length: SIZE }, (_, k) => [k, j[i * SIZE + k]!] as const)
        ]);
        const wanted = matrix(j).mmul(matrix(p)).mmul(matrix(j).transpose()).to1DArray();
        carried(p, rows).forEach((value, i) => expect(value).toBeCloseTo(wanted[i]!, 6));
      })
    );
  });
  it('J·P·Jᵀ where J is the identity but for one row', () => {
    fc.assert(
      fc.property(square, vector, fc.integer({ min: 0, max: SIZE - 1 }), (p, weights, row) => {
        const j = Matrix.eye(SIZE, SIZE);
        j.setRow(row, weights);
        const got = carried(p, [[row, weights.map((weight, k) => [k, weight] as const)]]);
        const wanted = j.mmul(matrix(p)).mmul(j.transpose()).to1DArray();
        got.forEach((value, i) => expect(value).toBeCloseTo(wanted[i]!, 6));
      })
    );
  });
  it('a shorter vector counts as followed by zeros', () => {
    const p = Array.from({ length: SIZE * SIZE }, (_, i) => i);
    expect(times(p, [1, 2])).toEqual(times(p, [1, 2, 0, 0]));
    expect(plusOuter(zeroCovariance(SIZE), [1], [2], 3)).toEqual(
      plusOuter(zeroCovariance(SIZE), [1, 0, 0, 0], [2, 0, 0, 0], 3)
    );
    expect(dot([1, 2, 3], [1, 1])).toBe(3);
  });
});
