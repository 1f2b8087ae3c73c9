import { mean as meanOf, median, sampleStandardDeviation } from 'simple-statistics';

/** Mean and standard deviation of repeats; the deviation is null from one alone. */
export function meanAndSpread(values: readonly number[]): { mean: number; spread: number | null } {
  return {
    mean: meanOf([...values]),
    spread: values.length < 2 ? null : sampleStandardDeviation([...values])
  };
}

/**
 * The repeat that stands apart: farther from the median than three times the others' median distance and a
 * tenth of the median; pointed out, never dropped. Null with fewer than three repeats, and where all are equal.
 */
export function oddOneOut(values: readonly number[]): number | null {
  if (values.length < 3) return null;
  const centre = median([...values]);
  const distances = values.map((value) => Math.abs(value - centre));
  const farthest = distances.indexOf(Math.max(...distances));
  const others = median(distances.filter((_, i) => i !== farthest));
  return distances[farthest]! > Math.max(3 * others, 0.1 * Math.abs(centre)) ? farthest : null;
}
