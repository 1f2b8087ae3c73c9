/** What a sprue pin, a riser or a vent is made of at home. Diameters m; names as a shop calls them. */
export interface HouseholdSize {
  m: number;
  name: string;
}

const INCH = 0.0254;
const mm = (sizes: readonly number[], name: (size: number) => string): HouseholdSize[] =>
  sizes.map((size) => ({ m: size / 1000, name: name(size) }));
const fraction = (sixteenths: number): string => {
  const [whole, rest] = [Math.floor(sixteenths / 16), sixteenths % 16];
  let [top, bottom] = [rest, 16];
  while (top > 0 && top % 2 === 0) [top, bottom] = [top / 2, bottom / 2];
  return `${whole > 0 ? whole : ''}${top > 0 ? `${whole > 0 ? ' ' : ''}${top}/${bottom}` : ''} in`;
};
const inches = (sixteenths: readonly number[], kind: string): HouseholdSize[] =>
  sixteenths.map((n) => ({ m: (n / 16) * INCH, name: `${fraction(n)} ${kind}` }));

/**
 * Outside diameters of pipe and dowel, which form a sprue or a riser, and drills and wire, which make a vent.
 *
 * Source: usual trade sizes of copper pipe, hardwood dowel and twist drills.
 */
export const HOUSEHOLD = {
  metric: {
    pin: [
      ...mm([6, 8, 10, 12], (size) => `${size} mm dowel`),
      ...mm([15], (size) => `${size} mm copper pipe`),
      ...mm([18, 20], (size) => `${size} mm dowel`),
      ...mm([22, 28, 35, 42, 54, 67, 76, 108], (size) => `${size} mm pipe`)
    ],
    drill: mm([1, 1.5, 2, 2.5, 3, 4, 5, 6, 8], (size) => `${size} mm drill or wire`)
  },
  us: {
    pin: [
      ...inches([4, 5, 6, 8], 'dowel'),
      { m: 0.625 * INCH, name: '1/2 in copper pipe' },
      ...inches([12], 'dowel'),
      { m: 0.875 * INCH, name: '3/4 in copper pipe' },
      { m: 1.125 * INCH, name: '1 in copper pipe' },
      { m: 1.375 * INCH, name: '1 1/4 in copper pipe' },
      { m: 1.625 * INCH, name: '1 1/2 in copper pipe' },
      { m: 2.125 * INCH, name: '2 in copper pipe' },
      { m: 2.625 * INCH, name: '2 1/2 in pipe' },
      { m: 3.125 * INCH, name: '3 in pipe' },
      { m: 4.125 * INCH, name: '4 in pipe' }
    ],
    drill: inches([1, 2, 3, 4, 5, 6], 'drill or wire')
  }
} as const satisfies Record<string, Record<'pin' | 'drill', readonly HouseholdSize[]>>;

/** The least of the sizes that is not narrower; null where none is so wide. */
export const notNarrower = (sizes: readonly HouseholdSize[], m: number): HouseholdSize | null =>
  sizes.find((size) => size.m >= m - 1e-6) ?? null;
