/** A number with so many decimals, as a field or a file holds it: still a number. What is read is written by `display`. */
export const rounded = (value: number, decimals: number): number => Number(value.toFixed(decimals));
