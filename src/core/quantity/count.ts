/** How many there are, in groups of three: 1,250,000. */
export const countText = (count: number): string => count.toLocaleString('en');
