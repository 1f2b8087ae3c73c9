import { expect, it } from 'vitest';
import { gradeTally } from './grade-tally';

it('counts grades, and on which side of temper they lie', () => {
  expect(gradeTally([1, 2, 2, 2, 3, 3, 3, 5])).toEqual({
    counts: [1, 3, 3, 0, 1],
    dry: 4,
    temper: 3,
    wet: 1
  });
  expect(gradeTally([])).toEqual({ counts: [0, 0, 0, 0, 0], dry: 0, temper: 0, wet: 0 });
});
